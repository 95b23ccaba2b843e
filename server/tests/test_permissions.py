"""Who may do what, for every endpoint there is: a new one that is not listed here fails."""

from uuid import uuid4

from django.core.files.uploadedfile import SimpleUploadedFile
from django.urls import URLPattern, URLResolver, get_resolver

from core.vocabulary import DeviationKind, DryingKind, LeavingHow, LotEnd, Role, SupplyKind
from server.batches.services.batches import take_out
from server.batches.services.supplies import assign_turn, make_supply
from server.evidence.services import conclude
from server.exchange.models import FileRead
from server.exchange.reading.files import packed
from server.lots.services.bench import record_drying
from server.lots.services.lots import end_lot
from server.people.models import WorkYear
from server.photos.models import Photo
from server.sowing.models import Outcome
from server.sowing.selectors.preview import SowingWish
from server.sowing.services.plans import plan_sowing, sow
from server.tests.builders import (
    DAY,
    ApiCase,
    bag_look,
    begin,
    dishes_of,
    look,
    make_batch,
    make_log,
    make_lot,
    make_person,
    make_place,
    make_recipe,
    make_sown_trial,
    make_stand,
    make_taxon,
    make_trial,
    make_visit,
    now,
    picture,
    stock_line,
)
from server.trials.services.closings import send_on, set_aside
from server.trials.services.layout import NewTreatment, lay_out_trial
from server.trials.services.story import note_deviation

EVERYBODY, COUNTERS, GROWERS = set(Role), {Role.GROWER, Role.HELPER}, {Role.GROWER}
# a calendar cannot sign in: its address is the secret, and a wrong one is a 404
OPEN_TO_ALL = {"session/", "calendar/<str:token>/"}


class EveryEndpoint(ApiCase):
    def setUp(self):
        super().setUp()
        self.lot = make_lot(seeds=5000, taxon=make_taxon())
        self.place, self.recipe = make_place(), make_recipe()
        self.sown = make_sown_trial(dishes=4)
        self.dishes = dishes_of(self.sown)
        look(self.dishes[0], 3, 1)
        self.slips = [make_sown_trial(lot=self.lot, dishes=1) for _ in Role]
        self.stand = make_stand()
        self.visit = make_visit(self.stand, photo=picture())
        self.photo = Photo.objects.get()
        self.batch = make_batch(lot=self.lot, recipe=self.recipe, place=self.place)
        # known treatments, one dish each: a hint, so the verdict proposes to repeat it
        self.judged = make_sown_trial(lot=self.lot, dishes=1, blind=False)
        for n, dish in enumerate(dishes_of(self.judged)):
            look(dish, 4, 3 + 5 * n)
        self.sowing = self.planned()
        sow(by=make_person(), plan=self.sowing, at=now() - DAY)
        self.tray = self.sowing.trays.get()

    def planned(self, **fields):
        """A sowing of a few seeds that rests on a percent typed by hand."""
        given = {"typed_share": 0.9, "typed_seeds": 50, "plants_wanted": 3, "wanted_on": now().date() + 100 * DAY}
        return plan_sowing(by=make_person(), wish=SowingWish(lot=self.lot, **given | fields), today=now().date())

    def reads(self):
        trial, lot = self.sown.pk, self.lot.pk
        return {
            "today/": "today/",
            "lots/": "lots/",
            "lots/{pk}/": f"lots/{lot}/",
            "lots/{pk}/ledger/": f"lots/{lot}/ledger/",
            "lots/{pk}/history/": f"lots/{lot}/history/",
            "lots/{pk}/page/": f"lots/{lot}/page/",
            "stands/": "stands/",
            "stands/{pk}/": f"stands/{self.stand.pk}/",
            "stands/{pk}/story/": f"stands/{self.stand.pk}/story/",
            "stands/{pk}/history/": f"stands/{self.stand.pk}/history/",
            "harvests/purposes/": "harvests/purposes/",
            "photos/{pk}/": f"photos/{self.visit.photo_id}/",
            "labels/": "labels/",
            "codes/<str:code>/": f"codes/{self.lot.code}/",
            "balance/readings/": "balance/readings/",
            "taxa/": "taxa/",
            "taxa/{pk}/": f"taxa/{self.lot.taxon_id}/",
            "places/": "places/",
            "people/": "people/",
            "work-year/": "work-year/",
            "temperature-logs/": "temperature-logs/",
            "place-temperatures/{pk}/": f"place-temperatures/{self.place.pk}/",
            "place-temperatures/{pk}/simulated-logger/": f"place-temperatures/{self.place.pk}/simulated-logger/",
            "lots/{pk}/dormancy/": f"lots/{lot}/dormancy/",
            "batches/{pk}/": f"batches/{self.batch.pk}/",
            "batches/{pk}/page/": f"batches/{self.batch.pk}/page/",
            "supplies/": "supplies/",
            "turns/": "turns/",
            "bag-rounds/": "bag-rounds/",
            "timers/": "timers/",
            "calendar-feed/": "calendar-feed/",
            "calendar-file/": "calendar-file/",
            "recipes/starters/": "recipes/starters/",
            "recipes/": "recipes/",
            "recipes/{pk}/": f"recipes/{self.recipe.pk}/",
            "trials/": "trials/",
            "trials/{pk}/": f"trials/{trial}/",
            "trials/{pk}/overview/": f"trials/{trial}/overview/",
            "trials/{pk}/comparison/": f"trials/{trial}/comparison/",
            "trials/{pk}/earlier/": f"trials/{trial}/earlier/",
            "trials/{pk}/verdict/": f"trials/{trial}/verdict/",
            "trials/{pk}/report/": f"trials/{trial}/report/",
            "trials/{pk}/report.pdf/": f"trials/{trial}/report.pdf/",
            "trials/{pk}/report/making/": f"trials/{trial}/report/making/",
            "trials/{pk}/export/<str:name>/": f"trials/{self.judged.pk}/export/trial.json/",
            "export-schema/": "export-schema/",
            "recipes/{pk}/conclusions/": f"recipes/{self.recipe.pk}/conclusions/",
            "trials/{pk}/count-sheet/": f"trials/{trial}/count-sheet/",
            "trials/{pk}/set-up/": f"trials/{trial}/set-up/",
            "trials/{pk}/design/": f"trials/{trial}/design/",
            "trials/{pk}/story/": f"trials/{trial}/story/",
            "trials/{pk}/history/": f"trials/{trial}/history/",
            "dishes/{pk}/looks/": f"dishes/{self.dishes[0].pk}/looks/",
            "lots/{pk}/sowing-bases/": f"lots/{lot}/sowing-bases/",
            "lots/{pk}/knowledge/": f"lots/{make_lot(f'U-{uuid4().hex[:6]}').pk}/knowledge/",
            "lots/{pk}/card.pdf/": f"lots/{lot}/card.pdf/",
            "taxa/{pk}/knowledge/": f"taxa/{self.lot.taxon_id}/knowledge/",
            "knowledge/": "knowledge/",
            "sowing-plans/": "sowing-plans/",
            "sowing-plans/{pk}/": f"sowing-plans/{self.sowing.pk}/",
            "sowing-plans/{pk}/page/": f"sowing-plans/{self.sowing.pk}/page/",
            "sowing-plans/{pk}/sheet.pdf/": f"sowing-plans/{self.sowing.pk}/sheet.pdf/",
            "trays/{pk}/": f"trays/{self.tray.pk}/",
            "seedlings/": "seedlings/",
            "files/": "files/",
            "schema/": "schema/",
            "docs/": "docs/",
        }

    def writes(self, turn):
        """Path, body and who may; `turn` keeps writes of one role apart from those of another."""
        lot, fresh = self.lot.pk, make_trial(lot=self.lot, dishes=1)
        treatments = [{"name": "only", "recipe": None}]
        layout = {"lot": lot, "treatments": treatments, "dishes_per_treatment": 1, "seeds_per_dish": 5, "sow_on": "2026-12-01"}
        stock = {"kind": "in", "amount": 5, "known": "counted"}
        entry, wrong = (stock_line(self.lot) for _ in range(2))
        own, ended, two, done = make_lot(f"O-{turn}"), make_lot(f"E-{turn}", seeds=3), make_lot(f"T-{turn}"), make_lot(f"D-{turn}")
        end_lot(by=make_person(), lot=ended, version=1, ended=LotEnd.USED_UP, on=now().date(), at=now())
        turned = record_drying(by=make_person(), lot=own, kind=DryingKind.SPREAD, at=now())
        stand, visit = make_stand(), make_visit(self.stand)
        seen = {"client_id": str(uuid4()), "stand": stand.pk, "at": now().isoformat()}
        taken = {"stand": stand.pk, "collected_on": "2026-08-01", "lots": [{}]}
        dish = self.dishes[turn]
        one = {"client_id": str(uuid4()), "dish": dish.pk, "at": now().isoformat()}
        going, planned = make_batch(lot=self.lot, recipe=self.recipe), make_batch(lot=self.lot, recipe=self.recipe)
        begun, out, undo = begin(going, 3), make_batch(lot=self.lot, recipe=self.recipe), make_batch(lot=self.lot, recipe=self.recipe)
        begin(out, 3), begin(undo, 3)
        seen_in = bag_look(going, 1, misted=True)
        left = make_batch(lot=self.lot, recipe=self.recipe)
        begin(left, 3)
        take_out(by=make_person(), batch=left, how=LeavingHow.WITH_MEDIUM, at=now())
        bag = {"client_id": str(uuid4()), "batch": going.pk, "at": now().isoformat(), "misted": True}
        new_batch = {"lot": lot, "recipe": self.recipe.pk, "seeds": 5, "on": "2026-12-01"}
        supply = make_supply(by=make_person(), name=f"s {turn} {uuid4()}", kind=SupplyKind.SAND, made_on=now().date())
        turn_of = assign_turn(
            by=make_person(), place=make_place(f"t {uuid4()}"), person=make_person(), first_day=now().date(), last_day=now().date()
        )
        fresh_turn = {"place": make_place(f"u {turn}").pk, "person": make_person().pk, "first_day": "2026-12-01", "last_day": "2026-12-02"}
        bagged = lay_out_trial(
            by=make_person(), lot=self.lot, question="?", treatments=[NewTreatment("only", self.recipe)],
            dishes_per_treatment=1, seeds_per_dish=5, sow_on=now().date(), at=now() - DAY,
        )  # fmt: skip
        later = make_sown_trial(lot=self.lot, dishes=2)
        later_dish, sent, put_by, _ = dishes_of(later)
        send_on(by=make_person(), trial=later, dishes=[sent], at=now(), name="cold")
        set_aside(by=make_person(), dish=put_by, at=now(), why="x")
        noted = {"kind": "other", "words": "x"}
        words = {"client_id": str(uuid4()), "at": now().isoformat(), "words": "x"}
        concluded = conclude(by=make_person(), trial=self.judged, at=now(), client_id=uuid4(), words="x")
        slip = note_deviation(
            by=make_person(), trial=later, kind=DeviationKind.OTHER, words="x", at=now(), client_id=uuid4()
        )  # fmt: skip
        step = self.recipe.steps.get()
        log = make_log(make_place(f"l {uuid4()}"), [3] * 5)
        event = {"kind": "froze", "at": now().isoformat()}
        year = WorkYear.objects.first()
        wish = {"lot": lot, "typed_share": 0.9, "typed_seeds": 50, "plants_wanted": 3, "wanted_on": "2027-06-01"}
        treated, to_sow, sown_slip = self.planned(recipe=self.recipe), self.planned(), self.planned()
        sow(by=make_person(), plan=sown_slip, at=now() - DAY)
        outcome = {"client_id": str(uuid4()), "tray": self.tray.pk, "stage": "emerged", "count": 1, "at": now().isoformat()}
        counted = Outcome.objects.create(tray=self.tray, stage="alive", count=0, at=now(), by=make_person())
        sowings = {
            "taxa/": ("post", "taxa/", {"scientific_name": f"Plantus {uuid4()}"}, GROWERS),
            "taxa/{pk}/": ("patch", f"taxa/{make_taxon(f'T {uuid4()}', 'x').pk}/", {"version": 1, "note": "x"}, GROWERS),
            "sowing-plans/preview/": ("post", "sowing-plans/preview/", wish, EVERYBODY),
            "sowing-plans/": ("post", "sowing-plans/", wish, GROWERS),
            "sowing-plans/{pk}/plan-again/": ("post", f"sowing-plans/{self.planned().pk}/plan-again/", wish | {"version": 1}, GROWERS),
            "sowing-plans/{pk}/give-up/": ("post", f"sowing-plans/{self.planned().pk}/give-up/", {"version": 1}, GROWERS),
            "sowing-plans/{pk}/treat/": ("post", f"sowing-plans/{treated.pk}/treat/", {}, GROWERS),
            "sowing-plans/{pk}/sow/": ("post", f"sowing-plans/{to_sow.pk}/sow/", {}, COUNTERS),
            "sowing-plans/{pk}/take-back-sowing/": ("post", f"sowing-plans/{sown_slip.pk}/take-back-sowing/", {}, COUNTERS),
            "outcomes/": ("post", "outcomes/", outcome, COUNTERS),
            "outcomes/{pk}/take-back/": ("post", f"outcomes/{counted.pk}/take-back/", {}, COUNTERS),
            "trays/{pk}/": ("patch", f"trays/{sown_slip.trays.get().pk}/", {"version": 1, "note": "x"}, COUNTERS),
            "trays/from-dishes/": ("post", "trays/from-dishes/", {"trial": later.pk, "seedlings": 1, "sure": True}, COUNTERS),
            "files/look-into/": ("table", "files/look-into/", {}, GROWERS),
            "files/": ("table", "files/", {"client_id": str(uuid4())}, GROWERS),
            "files/stop/": ("post", "files/stop/", {"client_id": str(uuid4())}, GROWERS),
            "files/{pk}/undo/": ("post", f"files/{self.file_read().pk}/undo/", {}, GROWERS),
            "files/{pk}/read-again/": ("post", f"files/{self.file_read().pk}/read-again/", {"client_id": str(uuid4())}, GROWERS),
            "everything/": ("get", "everything/", None, GROWERS),
        }
        return sowings | {
            "work-year/": ("patch", "work-year/", {"version": year.version if year else 1, "hands": 5}, GROWERS),
            "temperature-logs/look-into/": ("upload", "temperature-logs/look-into/", {}, EVERYBODY),
            "temperature-logs/": ("upload", "temperature-logs/", {"place": make_place(f"v {turn}").pk}, GROWERS),
            "temperature-logs/{pk}/take-back/": ("post", f"temperature-logs/{log.pk}/take-back/", {}, GROWERS),
            "place-temperatures/{pk}/record-event/": ("post", f"place-temperatures/{self.place.pk}/record-event/", event, COUNTERS),
            "recipes/check/": ("post", "recipes/check/", {"steps": [{"kind": "nick"}]}, EVERYBODY),
            "recipes/{pk}/ladder/": ("post", f"recipes/{self.recipe.pk}/ladder/", {"step": 0, "doses": [14]}, GROWERS),
            "plan/": ("post", "plan/", {"items": [{"name": "x", "recipe": self.recipe.pk}], "on": "2027-02-01"}, EVERYBODY),
            "batches/": ("post", "batches/", new_batch, GROWERS),
            "batches/{pk}/": ("patch", f"batches/{planned.pk}/", {"version": 1, "note": "x"}, COUNTERS),
            "batches/{pk}/plan-again/": ("post", f"batches/{planned.pk}/plan-again/", {"on": "2026-12-05"}, GROWERS),
            "batches/{pk}/begin-step/": (
                "post",
                f"batches/{planned.pk}/begin-step/",
                {"client_id": str(uuid4()), "step": step.pk},
                COUNTERS,
            ),
            "batches/{pk}/end-step/": (
                "post",
                f"batches/{going.pk}/end-step/",
                {"client_id": str(uuid4()), "begun": begun.pk},
                COUNTERS,
            ),
            "batches/{pk}/take-back-step/": ("post", f"batches/{undo.pk}/take-back-step/", {}, COUNTERS),
            "batches/{pk}/move/": ("post", f"batches/{undo.pk}/move/", {"place": self.place.pk}, COUNTERS),
            "batches/{pk}/split/": ("post", f"batches/{undo.pk}/split/", {"seeds": 2}, COUNTERS),
            "batches/{pk}/take-out/": ("post", f"batches/{out.pk}/take-out/", {"how": "with_medium"}, COUNTERS),
            "batches/{pk}/put-back/": ("post", f"batches/{left.pk}/put-back/", {}, COUNTERS),
            "bag-looks/": ("post", "bag-looks/", bag, COUNTERS),
            "bag-looks/{pk}/take-back/": ("post", f"bag-looks/{seen_in.pk}/take-back/", {}, COUNTERS),
            "supplies/": ("post", "supplies/", {"name": f"n {turn}", "kind": "sand", "made_on": "2026-08-01"}, COUNTERS),
            "supplies/{pk}/": ("patch", f"supplies/{supply.pk}/", {"version": 1, "used_up": True}, COUNTERS),
            "turns/": ("post", "turns/", fresh_turn, GROWERS),
            "turns/{pk}/": ("patch", f"turns/{turn_of.pk}/", {"version": 1, "last_day": "2099-01-01"}, GROWERS),
            "calendar-feed/": ("post", "calendar-feed/", {}, EVERYBODY),
            "trials/{pk}/put-in-bags/": ("post", f"trials/{bagged.pk}/put-in-bags/", {}, GROWERS),
            "lots/": ("post", "lots/", {"field_name": "x", "origin_kind": "garden"}, GROWERS),
            "lots/{pk}/": ("patch", f"lots/{lot}/", {"version": 1, "note": "x"}, GROWERS),
            "lots/{pk}/enter-stock/": ("post", f"lots/{lot}/enter-stock/", stock, GROWERS),
            "lots/{pk}/correct-stock/": ("post", f"lots/{lot}/correct-stock/", {"entry": entry, "amount": 4}, GROWERS),
            "lots/{pk}/take-back-stock/": ("post", f"lots/{lot}/take-back-stock/", {"entry": wrong}, GROWERS),
            "lots/{pk}/calibrate/": ("post", f"lots/{lot}/calibrate/", {"kind": "heads", "counts": [3]}, COUNTERS),
            "lots/{pk}/clean/": ("post", f"lots/{lot}/clean/", {"kind": "rub"}, COUNTERS),
            "lots/{pk}/dry/": ("post", f"lots/{lot}/dry/", {"kind": "turned"}, COUNTERS),
            "lots/{pk}/test/": ("post", f"lots/{lot}/test/", {"kind": "cut", "full": 3}, COUNTERS),
            "lots/{pk}/take-back/": ("post", f"lots/{own.pk}/take-back/", {"record": "drying", "id": turned.pk}, COUNTERS),
            "lots/{pk}/move/": ("post", f"lots/{own.pk}/move/", {"version": 1, "place": self.place.pk}, COUNTERS),
            "lots/{pk}/trouble/": ("post", f"lots/{two.pk}/trouble/", {"version": 1, "trouble": "sick"}, COUNTERS),
            "lots/{pk}/end/": ("post", f"lots/{done.pk}/end/", {"version": 1, "ended": "used_up", "on": "2026-08-01"}, GROWERS),
            "lots/{pk}/take-up-again/": ("post", f"lots/{ended.pk}/take-up-again/", {"version": 2}, GROWERS),
            "lots/{pk}/split/": ("post", f"lots/{own.pk}/split/", {"parts": [{}]}, GROWERS),
            "lots/{pk}/float/": ("post", f"lots/{own.pk}/float/", {}, GROWERS),
            "lots/merge/": ("post", "lots/merge/", {"lots": [own.pk, two.pk]}, GROWERS),
            "stands/": ("post", "stands/", {"field_name": "x", "place_name": "y"}, GROWERS),
            "stands/{pk}/": ("patch", f"stands/{stand.pk}/", {"version": 1, "note": "x"}, GROWERS),
            "stands/{pk}/name-plant/": (
                "post",
                f"stands/{make_stand().pk}/name-plant/",
                {"version": 1, "taxon": self.lot.taxon_id},
                GROWERS,
            ),
            "visits/": ("post", "visits/", seen, COUNTERS),
            "visits/{pk}/take-back/": ("post", f"visits/{visit.pk}/take-back/", {}, COUNTERS),
            "harvests/": ("post", "harvests/", taken, GROWERS),
            "places/": ("post", "places/", {"name": f"p {turn}", "kind": "box"}, GROWERS),
            "places/{pk}/": ("patch", f"places/{make_place(f'q {turn}').pk}/", {"version": 1, "name": "x"}, GROWERS),
            "labels/": ("post", "labels/", {"lots": [lot], "sheet": "a4_24"}, COUNTERS),
            "recipes/": ("post", "recipes/", {"name": f"r {turn}", "steps": [{"kind": "nick"}]}, GROWERS),
            "trials/": ("post", "trials/", {"question": "?"} | layout, GROWERS),
            "trials/{pk}/": ("patch", f"trials/{fresh.pk}/", {"version": 1, "question": "!"}, GROWERS),
            "trials/{pk}/open/": ("post", f"trials/{make_trial(lot=self.lot, dishes=1).pk}/open/", {"version": 1}, GROWERS),
            "trials/{pk}/sow/": ("post", f"trials/{fresh.pk}/sow/", {}, COUNTERS),
            "trials/{pk}/take-back-sowing/": ("post", f"trials/{self.slips[turn].pk}/take-back-sowing/", {}, COUNTERS),
            "trials/{pk}/conclusions/": ("post", f"trials/{self.judged.pk}/conclusions/", words, GROWERS),
            "conclusions/{pk}/take-back/": ("post", f"conclusions/{concluded.pk}/take-back/", {}, GROWERS),
            "trials/{pk}/next/": ("post", f"trials/{self.judged.pk}/next/", {"test": "repeat"}, GROWERS),
            "trials/plan-question/": ("post", "trials/plan-question/", {"lot": lot, "asks": "alive", "treatments": 1}, EVERYBODY),
            "trials/{pk}/add-treatment/": (
                "post",
                f"trials/{later.pk}/add-treatment/",
                {"name": "later", "dishes": 1, "seeds_per_dish": 5},
                GROWERS,
            ),
            "trials/{pk}/deviations/": ("post", f"trials/{later.pk}/deviations/", noted | {"client_id": str(uuid4())}, COUNTERS),
            "deviations/{pk}/take-back/": ("post", f"deviations/{slip.pk}/take-back/", {}, COUNTERS),
            "trials/{pk}/photos/": ("post", f"trials/{later.pk}/photos/", {"photo": str(self.photo.client_id)}, COUNTERS),
            "trials/{pk}/send-on/": ("post", f"trials/{later.pk}/send-on/", {"name": "cold", "dishes": [later_dish.pk]}, GROWERS),
            "dishes/{pk}/take-back-stretch/": ("post", f"dishes/{sent.pk}/take-back-stretch/", {}, GROWERS),
            "dishes/{pk}/take-back-set-aside/": ("post", f"dishes/{put_by.pk}/take-back-set-aside/", {}, COUNTERS),
            "photos/": ("picture", "photos/", {"client_id": str(uuid4())}, COUNTERS),
            "looks/": ("post", "looks/", one, COUNTERS),
            "dishes/close/": ("post", "dishes/close/", one | {"client_id": str(uuid4())}, COUNTERS),
            "dishes/{pk}/reopen/": ("post", f"dishes/{dish.pk}/reopen/", {}, COUNTERS),
            "dishes/{pk}/set-aside/": ("post", f"dishes/{dish.pk}/set-aside/", {"why": "x"}, COUNTERS),
        }

    def send(self, client, method, path, body):
        """A write; an upload carries a small log as its file."""
        if method == "table":
            table = SimpleUploadedFile("lots.csv", b"lot,place\nQ-1,here\n")
            return client.post(f"/api/v1/{path}", body | {"file": table}, format="multipart")
        if method == "picture":
            return client.post(f"/api/v1/{path}", body | {"photo": picture()}, format="multipart")
        if method != "upload":
            return getattr(client, method)(f"/api/v1/{path}", body)
        file = SimpleUploadedFile("log.csv", b"time,temp\n2026-03-01 10:00,3.1\n2026-03-01 11:00,3.2\n")
        return client.post(f"/api/v1/{path}", body | {"file": file}, format="multipart")

    def file_read(self):
        """A file that was read in and made nothing."""
        fields = {"name": "x.csv", "digest": str(uuid4()), "kind": "table", "content": packed(b"lot,place")}
        return FileRead.objects.create(by=make_person(), at=now(), **fields)

    def known(self):
        return set(self.reads()) | set(self.writes(0)) | OPEN_TO_ALL

    def test_no_endpoint_is_forgotten_here(self):
        found = set()

        def walk(patterns, prefix=""):
            for p in patterns:
                path = prefix + str(p.pattern).replace("^", "").replace("$", "").replace("\\Z", "")
                if isinstance(p, URLResolver):
                    walk(p.url_patterns, path)
                elif isinstance(p, URLPattern) and path.startswith("api/v1/") and "format" not in path:
                    found.add(path.removeprefix("api/v1/").replace("(?P<pk>[/.]+)", "{pk}").replace("<int:pk>", "{pk}"))

        walk(get_resolver().url_patterns)
        self.assertEqual(found, self.known())

    def test_everybody_signed_in_reads_everything(self):
        for role in Role:
            client = self.as_role(role)
            for name, path in self.reads().items():
                with self.subTest(f"{role} {name}"):
                    self.assertEqual(client.get(f"/api/v1/{path}").status_code, 200)

    def test_nobody_else_reads_or_writes_anything(self):
        self.client.logout()
        for name, path in self.reads().items():
            with self.subTest(name):
                self.assertProblem(self.client.get(f"/api/v1/{path}"), 401, "not_authenticated")
        for name, (method, path, body, _) in self.writes(0).items():
            with self.subTest(name):
                self.assertProblem(self.send(self.client, method, path, body), 401, "not_authenticated")

    def test_writes_are_for_those_who_may(self):
        for turn, role in enumerate([Role.READER, Role.HELPER, Role.GROWER]):
            client = self.as_role(role)
            for name, (method, path, body, who) in self.writes(turn).items():
                with self.subTest(f"{role} {name}"):
                    answer = self.send(client, method, path, body)
                    if role in who:
                        self.assertLess(answer.status_code, 300, getattr(answer, "content", ""))
                    else:
                        problem = self.assertProblem(answer, 403, "not_allowed")
                        self.assertIn(role.value, problem["detail"])
