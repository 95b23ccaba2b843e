"""What leaves the application, over HTTP: data as files, and the report."""

import base64
from collections.abc import Callable
from typing import Any

from django.http import Http404, HttpResponse, StreamingHttpResponse
from django.utils import timezone
from drf_spectacular.types import OpenApiTypes
from drf_spectacular.utils import extend_schema
from rest_framework.generics import get_object_or_404
from rest_framework.request import Request
from rest_framework.response import Response
from rest_framework.views import APIView

from server.exchange.api.answers import file_answer
from server.exchange.api.serializers import TrialReportSerializer
from server.exchange.formats.citation import citation_of
from server.exchange.formats.package import package_of
from server.exchange.formats.record import json_of, schema
from server.exchange.formats.spreadsheet import XLSX, xlsx_of
from server.exchange.formats.text import CSV, csv_of
from server.exchange.report.paper import report_pdf
from server.exchange.report.sheet import seed_card_pdf, tray_plan_pdf
from server.exchange.selectors.card import seed_card
from server.exchange.selectors.lot_table import lot_table
from server.exchange.selectors.report import trial_report
from server.exchange.selectors.tables import TrialTables, trial_tables
from server.http.wanted import WantedSerializer, wanted_ids
from server.lots.models import Lot
from server.record_kinds.api.long_work import Tell, told_as_lines
from server.record_kinds.days import local_day
from server.record_kinds.kept import kept_answer
from server.sowing.selectors.plans import sowing_page, sowing_plans
from server.trials.selectors.state import trials

FILES: dict[str, tuple[str, Callable[[TrialTables], bytes]]] = {
    "looks.csv": (CSV, lambda t: csv_of(t.looks)),
    "dishes.csv": (CSV, lambda t: csv_of(t.dishes)),
    "treatments.csv": (CSV, lambda t: csv_of(t.treatments)),
    "time-to-event.csv": (CSV, lambda t: csv_of(t.times)),
    "citation.bib": ("application/x-bibtex; charset=utf-8", citation_of),
    "trial.xlsx": (XLSX, xlsx_of),
    "trial.json": ("application/json", json_of),
    "package.zip": ("application/zip", package_of),
}


class ExportView(APIView):
    """A trial's data as a file; 409 while it is blind.

    looks.csv, dishes.csv, treatments.csv, time-to-event.csv, trial.xlsx, trial.json, citation.bib, or all of it as package.zip.
    """

    @extend_schema(responses={(200, "application/octet-stream"): OpenApiTypes.BINARY}, operation_id="trials_export")
    def get(self, request: Request, pk: int, name: str) -> HttpResponse:
        if name not in FILES:
            raise Http404
        kind, make = FILES[name]
        trial = get_object_or_404(trials(), pk=pk)
        return file_answer(make(trial_tables(trial)), kind, f"{trial.code}-{name}")


class LotTableView(APIView):
    """All lots, or some, as one table, a column for each of their fields."""

    @extend_schema(
        parameters=[WantedSerializer(required=False)], responses={(200, "text/csv"): OpenApiTypes.STR}, operation_id="lots_export"
    )
    def get(self, request: Request) -> HttpResponse:
        only = wanted_ids(request) if "ids" in request.query_params else None
        return file_answer(csv_of(lot_table(only)), CSV, "lots.csv")


class ExportSchemaView(APIView):
    """The JSON Schema of trial.json."""

    @extend_schema(responses={200: OpenApiTypes.OBJECT}, operation_id="export_schema")
    def get(self, request: Request) -> Response:
        return Response(schema())


class ReportView(APIView):
    """The report of a trial, for its page."""

    @extend_schema(responses=TrialReportSerializer, operation_id="trials_report")
    def get(self, request: Request, pk: int) -> HttpResponse:
        trial, now = get_object_or_404(trials(), pk=pk), timezone.now()
        # what was made when stands on it, to the minute
        return kept_answer(f"report:{pk}:{now:%Y%m%d%H%M}", lambda: TrialReportSerializer(trial_report(trial, now)).data)


class ReportPdfView(APIView):
    """The report of a trial as a PDF."""

    @extend_schema(responses={(200, "application/pdf"): OpenApiTypes.BINARY}, operation_id="trials_report_pdf")
    def get(self, request: Request, pk: int) -> HttpResponse:
        trial = get_object_or_404(trials(), pk=pk)
        return file_answer(report_pdf(trial_report(trial, timezone.now())), "application/pdf", f"{trial.code}-report.pdf", inline=True)


class ReportMakingView(APIView):
    """The same PDF with its progress: one line of JSON for each step begun, and a last one with the file in base 64."""

    @extend_schema(responses={(200, "application/x-ndjson"): OpenApiTypes.STR}, operation_id="trials_report_making")
    def get(self, request: Request, pk: int) -> StreamingHttpResponse:
        trial = get_object_or_404(trials(), pk=pk)

        def work(tell: Tell) -> dict[str, Any]:
            made = report_pdf(trial_report(trial, timezone.now(), tell), tell)
            return {"name": f"{trial.code}-report.pdf", "pdf": base64.b64encode(made).decode()}

        return told_as_lines(work)


class TrayPlanView(APIView):
    """A sowing's tray plan as a PDF."""

    @extend_schema(responses={(200, "application/pdf"): OpenApiTypes.BINARY}, operation_id="sowing_plans_sheet")
    def get(self, request: Request, pk: int) -> HttpResponse:
        plan = get_object_or_404(sowing_plans(), pk=pk)
        made = tray_plan_pdf(plan, sowing_page(plan, local_day(timezone.now())))
        return file_answer(made, "application/pdf", f"{plan.code}-trays.pdf", inline=True)


class SeedCardView(APIView):
    """Seed card of a lot as a PDF."""

    @extend_schema(responses={(200, "application/pdf"): OpenApiTypes.BINARY}, operation_id="lots_card")
    def get(self, request: Request, pk: int) -> HttpResponse:
        lot = get_object_or_404(Lot.objects.select_related("taxon"), pk=pk)
        return file_answer(seed_card_pdf(seed_card(lot)), "application/pdf", f"{lot.code}-card.pdf", inline=True)
