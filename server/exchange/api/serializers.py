"""The report as JSON."""

from rest_framework_dataclasses.serializers import DataclassSerializer

from server.exchange.selectors.report import TrialReport


class TrialReportSerializer(DataclassSerializer[TrialReport]):
    class Meta:
        dataclass = TrialReport
