"""A call of every address of the API that works for somebody who may, for tests that go through them all.

A key is the address as docs/roles.md names it, with the method behind it where an address has several writes.
"""

from dataclasses import asdict
from uuid import uuid4

from django.core.files.uploadedfile import SimpleUploadedFile

from core.pictures import SeedFound, SeedsFound
from core.vocabulary import DeviationKind, DryingKind, LeavingHow, LotEnd, Role, SupplyKind
from server.batches.services.batches import take_out
from server.batches.services.supplies import assign_turn, make_supply
from server.evidence.services import conclude
from server.evidence.tests.test_doses import series
from server.exchange.models import FileRead
from server.exchange.reading.files import packed
from server.lots.services.bench import record_drying
from server.lots.services.lots import end_lot
from server.people.models import WorkYear
from server.people.services.api_tokens import make_api_token
from server.reference.models import Photo
from server.reference.services.photos import keep_photo
from server.reference.starters import STARTER_PLANTS
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
    make_packet_day,
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
from server.tests.own_addresses import OwnAddresses
from server.trials.services.closings import retreat_ungerminated, set_aside
from server.trials.services.deviations import note_deviation
from server.trials.services.layout import lay_out_trial
from server.trials.services.new_treatments import NewTreatment


class EveryAddress(OwnAddresses, ApiCase):
    """Records for one call of every address, and the calls."""

    def setUp(self):
        super().setUp()
        self.keep_backups_apart()
        self.lot = make_lot(seeds=5000, taxon=make_taxon())
        self.place, self.recipe = make_place(), make_recipe()
        self.sown = make_sown_trial(dishes=4)
        self.packets = make_packet_day(seeds=(20,))
        look(dishes_of(self.packets)[0], 4, 9)
        self.dishes = dishes_of(self.sown)
        look(self.dishes[0], 3, 1)
        self.slips = [make_sown_trial(lot=self.lot, dishes=1) for _ in Role]
        self.stand = make_stand()
        self.visit = make_visit(self.stand, photo=picture())
        self.photo = Photo.objects.get()
        self.looked_through = self.photo_with_seed()
        self.batch = make_batch(lot=self.lot, recipe=self.recipe, place=self.place)
        self.series = series(lot=self.lot)
        # known treatments, one dish each: a hint, so the decision proposes to repeat it
        self.judged = make_sown_trial(lot=self.lot, dishes=1, blind=False)
        for n, dish in enumerate(dishes_of(self.judged)):
            look(dish, 4, 3 + 5 * n)
        self.sowing = self.planned()
        sow(by=make_person(), plan=self.sowing, at=now() - DAY)
        self.tray = self.sowing.trays.get()

    def photo_with_seed(self):
        """A photo that was looked through, in which one seed was found."""
        seed = SeedFound(((0.5, 0.5),), 1, 0.0, 200.0, 20.0, None, None)
        found = asdict(SeedsFound(40, 30, (seed,), None))
        return keep_photo(by=make_person(), upload=picture(), at=now(), seeds_found=found)

    def planned(self, **fields):
        """A sowing of a few seeds that rests on a percent typed by hand."""
        given = {"typed_share": 0.9, "typed_seeds": 50, "plants_wanted": 3, "wanted_on": now().date() + 100 * DAY}
        return plan_sowing(by=make_person(), wish=SowingWish(lot=self.lot, **given | fields), today=now().date())

    def reads(self):
        trial, lot = self.sown.pk, self.lot.pk
        return {
            "today/": "today/",
            "today/route/": "today/route/",
            "lots/": "lots/",
            "lots/{pk}/": f"lots/{lot}/",
            "lots/{pk}/ledger/": f"lots/{lot}/ledger/",
            "lots/{pk}/history/": f"lots/{lot}/history/",
            "lots/{pk}/together/": f"lots/{lot}/together/",
            "lots/{pk}/photo-counts/": f"lots/{lot}/photo-counts/",
            "photo-counts/<uuid:client_id>/": f"photo-counts/{self.looked_through.client_id}/",
            "photo-sheet/<str:name>/": "photo-sheet/large/",
            "lots/{pk}/page/": f"lots/{lot}/page/",
            "figures/lots/": f"figures/lots/?ids={lot}",
            "figures/trials/": f"figures/trials/?ids={trial}",
            "stands/": "stands/",
            "stands/{pk}/": f"stands/{self.stand.pk}/",
            "stands/{pk}/season/": f"stands/{self.stand.pk}/season/",
            "stands/{pk}/timeline/": f"stands/{self.stand.pk}/timeline/",
            "stands/{pk}/history/": f"stands/{self.stand.pk}/history/",
            "harvests/purposes/": "harvests/purposes/",
            "photos/{pk}/": f"photos/{self.visit.photo_id}/",
            "labels/": "labels/",
            "codes/<str:code>/": f"codes/{self.lot.code}/",
            "balance/readings/": "balance/readings/",
            "taxa/": "taxa/",
            "taxa/starters/": "taxa/starters/",
            "taxa/{pk}/": f"taxa/{self.lot.taxon_id}/",
            "places/": "places/",
            "find/": f"find/?q={self.lot.code}",
            "people/": "people/",
            "api-tokens/": "api-tokens/",
            "standard-files/": "standard-files/",
            "standard-files/<str:name>/": "standard-files/stands.gpx/",
            "people/accounts/": "people/accounts/",
            "invitations/": "invitations/",
            "session/devices/": "session/devices/",
            "backups/": "backups/",
            "backups/health/": "backups/health/",
            "backups/<str:name>/": f"backups/{self.backup.name}/",
            "practice/": "practice/",
            **self.practice_reads(),
            **self.change_reads(),
            "work-year/": "work-year/",
            "temperature-logs/": "temperature-logs/",
            "place-temperatures/{pk}/": f"place-temperatures/{self.place.pk}/",
            "place-temperatures/{pk}/simulated-logger/": f"place-temperatures/{self.place.pk}/simulated-logger/",
            "lots/{pk}/doses/": f"lots/{lot}/doses/",
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
            "trials/{pk}/worth/": f"trials/{trial}/worth/",
            "trials/{pk}/doses/": f"trials/{trial}/doses/",
            "trials/{pk}/overview/": f"trials/{trial}/overview/",
            "trials/{pk}/comparison/": f"trials/{trial}/comparison/",
            "trials/{pk}/packets/": f"trials/{self.packets.pk}/packets/",
            "trials/{pk}/earlier/": f"trials/{trial}/earlier/",
            "trials/{pk}/decision/": f"trials/{trial}/decision/",
            "trials/{pk}/report/": f"trials/{trial}/report/",
            "trials/{pk}/report.pdf/": f"trials/{trial}/report.pdf/",
            "trials/{pk}/report/making/": f"trials/{trial}/report/making/",
            "trials/{pk}/export/<str:name>/": f"trials/{self.judged.pk}/export/trial.json/",
            "export-schema/": "export-schema/",
            "recipes/{pk}/conclusions/": f"recipes/{self.recipe.pk}/conclusions/",
            "recipes/{pk}/doses/": f"recipes/{self.recipe.pk}/doses/",
            "recipes/{pk}/results/": f"recipes/{self.recipe.pk}/results/",
            "trials/{pk}/count-sheet/": f"trials/{trial}/count-sheet/",
            "trials/{pk}/set-up/": f"trials/{trial}/set-up/",
            "trials/{pk}/design/": f"trials/{trial}/design/",
            "trials/{pk}/timeline/": f"trials/{trial}/timeline/",
            "trials/{pk}/history/": f"trials/{trial}/history/",
            "dishes/{pk}/looks/": f"dishes/{self.dishes[0].pk}/looks/",
            "lots/{pk}/sowing-bases/": f"lots/{lot}/sowing-bases/",
            "lots/{pk}/knowledge/": f"lots/{make_lot(f'U-{uuid4().hex[:6]}').pk}/knowledge/",
            "lots/{pk}/card.pdf/": f"lots/{lot}/card.pdf/",
            "lots/export/lots.csv/": "lots/export/lots.csv/",
            "taxa/{pk}/doses/": f"taxa/{self.lot.taxon_id}/doses/",
            "taxa/{pk}/knowledge/": f"taxa/{self.lot.taxon_id}/knowledge/",
            "knowledge/": "knowledge/",
            "open-questions/": "open-questions/",
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
        retreat_ungerminated(by=make_person(), trial=later, dishes=[sent], at=now(), name="cold")
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
            "taxa/": ("post", "taxa/", {"scientific_name": f"Plantus {uuid4()}"}),
            "taxa/{pk}/": ("patch", f"taxa/{make_taxon(f'T {uuid4()}', 'x').pk}/", {"version": 1, "note": "x"}),
            "sowing-plans/preview/": ("post", "sowing-plans/preview/", wish),
            "sowing-plans/": ("post", "sowing-plans/", wish),
            "sowing-plans/of-packets/": (
                "post",
                "sowing-plans/of-packets/",
                {"treatments": [self.packets.treatments.get().pk], "plants_wanted": 3, "wanted_on": "2027-06-01"},
            ),
            "sowing-plans/{pk}/plan-again/": ("post", f"sowing-plans/{self.planned().pk}/plan-again/", wish | {"version": 1}),
            "sowing-plans/{pk}/give-up/": ("post", f"sowing-plans/{self.planned().pk}/give-up/", {"version": 1}),
            "sowing-plans/{pk}/treat/": ("post", f"sowing-plans/{treated.pk}/treat/", {}),
            "sowing-plans/{pk}/sow/": ("post", f"sowing-plans/{to_sow.pk}/sow/", {}),
            "sowing-plans/{pk}/take-back-sowing/": ("post", f"sowing-plans/{sown_slip.pk}/take-back-sowing/", {}),
            "outcomes/": ("post", "outcomes/", outcome),
            "outcomes/{pk}/take-back/": ("post", f"outcomes/{counted.pk}/take-back/", {}),
            "trays/{pk}/": ("patch", f"trays/{sown_slip.trays.get().pk}/", {"version": 1, "note": "x"}),
            "trays/from-dishes/": ("post", "trays/from-dishes/", {"trial": later.pk, "seedlings": 1, "sure": True}),
            "files/look-into/": ("table", "files/look-into/", {}),
            "files/": ("table", "files/", {"client_id": str(uuid4())}),
            "files/stop/": ("post", "files/stop/", {"client_id": str(uuid4())}),
            "files/{pk}/undo/": ("post", f"files/{self.file_read().pk}/undo/", {}),
            "files/{pk}/read-again/": ("post", f"files/{self.file_read().pk}/read-again/", {"client_id": str(uuid4())}),
            "everything/": ("get", "everything/", None),
        }
        return (
            sowings
            | self.account_writes()
            | self.practice_writes()
            | self.backup_writes()
            | self.change_writes()
            | {
                "work-year/": ("patch", "work-year/", {"version": year.version if year else 1, "hands": 5}),
                "temperature-logs/look-into/": ("upload", "temperature-logs/look-into/", {}),
                "temperature-logs/": ("upload", "temperature-logs/", {"place": make_place(f"v {turn}").pk}),
                "temperature-logs/{pk}/take-back/": ("post", f"temperature-logs/{log.pk}/take-back/", {}),
                "place-temperatures/{pk}/record-event/": ("post", f"place-temperatures/{self.place.pk}/record-event/", event),
                "recipes/starters/": ("post", "recipes/starters/", {}),
                "taxa/starters/": ("post", "taxa/starters/", {"scientific_name": STARTER_PLANTS[turn].scientific_name}),
                "lots/conclude/": ("post", "lots/conclude/", {}),
                "lots/read-line/": ("post", "lots/read-line/", {"text": "flax, 18 g"}),
                "recipes/check/": ("post", "recipes/check/", {"steps": [{"kind": "nick"}]}),
                "recipes/{pk}/ladder/": ("post", f"recipes/{self.recipe.pk}/ladder/", {"step": 0, "doses": [14]}),
                "plan/": ("post", "plan/", {"items": [{"name": "x", "recipe": self.recipe.pk}], "on": "2027-02-01"}),
                "batches/": ("post", "batches/", new_batch),
                "batches/{pk}/": ("patch", f"batches/{planned.pk}/", {"version": 1, "note": "x"}),
                "batches/{pk}/plan-again/": ("post", f"batches/{planned.pk}/plan-again/", {"on": "2026-12-05"}),
                "batches/{pk}/begin-step/": (
                    "post",
                    f"batches/{planned.pk}/begin-step/",
                    {"client_id": str(uuid4()), "step": step.pk},
                ),
                "batches/{pk}/end-step/": (
                    "post",
                    f"batches/{going.pk}/end-step/",
                    {"client_id": str(uuid4()), "begun": begun.pk},
                ),
                "batches/{pk}/take-back-step/": ("post", f"batches/{undo.pk}/take-back-step/", {}),
                "batches/{pk}/move/": ("post", f"batches/{undo.pk}/move/", {"place": self.place.pk}),
                "batches/{pk}/split/": ("post", f"batches/{undo.pk}/split/", {"seeds": 2}),
                "batches/{pk}/take-out/": ("post", f"batches/{out.pk}/take-out/", {"how": "with_medium"}),
                "batches/{pk}/put-back/": ("post", f"batches/{left.pk}/put-back/", {}),
                "bag-looks/": ("post", "bag-looks/", bag),
                "bag-looks/{pk}/take-back/": ("post", f"bag-looks/{seen_in.pk}/take-back/", {}),
                "supplies/": ("post", "supplies/", {"name": f"n {turn}", "kind": "sand", "made_on": "2026-08-01"}),
                "supplies/{pk}/": ("patch", f"supplies/{supply.pk}/", {"version": 1, "used_up": True}),
                "turns/": ("post", "turns/", fresh_turn),
                "turns/{pk}/": ("patch", f"turns/{turn_of.pk}/", {"version": 1, "last_day": "2099-01-01"}),
                "calendar-feed/": ("post", "calendar-feed/", {}),
                "calendar-feed/ again": ("delete", "calendar-feed/", {}),
                "trials/{pk}/put-in-bags/": ("post", f"trials/{bagged.pk}/put-in-bags/", {}),
                "lots/": ("post", "lots/", {"field_name": "x", "origin_kind": "garden"}),
                "lots/{pk}/": ("patch", f"lots/{make_lot(f'X-{turn}').pk}/", {"version": 1, "note": "x"}),
                "lots/{pk}/enter-stock/": ("post", f"lots/{lot}/enter-stock/", stock),
                "lots/{pk}/correct-stock/": ("post", f"lots/{lot}/correct-stock/", {"entry": entry, "amount": 4}),
                "lots/{pk}/take-back-stock/": ("post", f"lots/{lot}/take-back-stock/", {"entry": wrong}),
                "lots/{pk}/calibrate/": ("post", f"lots/{lot}/calibrate/", {"kind": "heads", "counts": [3]}),
                "lots/{pk}/clean/": ("post", f"lots/{lot}/clean/", {"kind": "rub"}),
                "lots/{pk}/dry/": ("post", f"lots/{lot}/dry/", {"kind": "turned"}),
                "lots/{pk}/test/": ("post", f"lots/{lot}/test/", {"kind": "cut", "full": 3}),
                "lots/{pk}/take-back/": ("post", f"lots/{own.pk}/take-back/", {"record": "drying", "id": turned.pk}),
                "lots/{pk}/move/": ("post", f"lots/{own.pk}/move/", {"version": 1, "place": self.place.pk}),
                "lots/{pk}/trouble/": ("post", f"lots/{two.pk}/trouble/", {"version": 1, "trouble": "sick"}),
                "lots/{pk}/end/": ("post", f"lots/{done.pk}/end/", {"version": 1, "ended": "used_up", "on": "2026-08-01"}),
                "lots/{pk}/take-up-again/": ("post", f"lots/{ended.pk}/take-up-again/", {"version": 2}),
                "lots/{pk}/split/": ("post", f"lots/{own.pk}/split/", {"parts": [{}]}),
                "lots/{pk}/float/": ("post", f"lots/{own.pk}/float/", {}),
                "lots/{pk}/photo-counts/": ("post", f"lots/{lot}/photo-counts/", {"photos": [self.marked(turn)], "stock": "in"}),
                "api-tokens/": ("post", "api-tokens/", {"name": "notebook"}),
                "api-tokens/{pk}/revoke/": ("post", f"api-tokens/{self.token_of(turn)}/revoke/", {}),
                "photo-counts/": ("picture", "photo-counts/", {"client_id": str(uuid4())}),
                "photo-counts/stop/": ("post", "photo-counts/stop/", {"client_id": str(uuid4())}),
                "photo-counts/read/": ("post", "photo-counts/read/", {"photos": [self.marked()]}),
                "lots/{pk}/photos/": ("post", f"lots/{own.pk}/photos/", {"photo": str(self.photo.client_id)}),
                "lots/move/": ("post", "lots/move/", {"lots": [own.pk], "place": self.place.pk}),
                "lots/merge/": ("post", "lots/merge/", {"lots": [own.pk, two.pk]}),
                "stands/": ("post", "stands/", {"field_name": "x", "place_name": "y"}),
                "stands/{pk}/": ("patch", f"stands/{stand.pk}/", {"version": 1, "note": "x"}),
                "stands/{pk}/name-plant/": (
                    "post",
                    f"stands/{make_stand().pk}/name-plant/",
                    {"version": 1, "taxon": self.lot.taxon_id},
                ),
                "visits/": ("post", "visits/", seen),
                "visits/{pk}/take-back/": ("post", f"visits/{visit.pk}/take-back/", {}),
                "harvests/": ("post", "harvests/", taken),
                "places/": ("post", "places/", {"name": f"p {turn}", "kind": "box"}),
                "places/{pk}/": ("patch", f"places/{make_place(f'q {turn}').pk}/", {"version": 1, "name": "x"}),
                "labels/": ("post", "labels/", {"lots": [lot], "sheet": "a4_24"}),
                "recipes/": ("post", "recipes/", {"name": f"r {turn}", "steps": [{"kind": "nick"}]}),
                "trials/": ("post", "trials/", {"question": "?"} | layout),
                "trials/packet-day/": (
                    "post",
                    "trials/packet-day/",
                    {"packets": [{"plant": f"packet {turn}", "seeds": 20}], "sow_on": "2026-12-01"},
                ),
                "trials/{pk}/": ("patch", f"trials/{fresh.pk}/", {"version": 1, "question": "!"}),
                "trials/{pk}/open/": ("post", f"trials/{make_trial(lot=self.lot, dishes=1).pk}/open/", {"version": 1}),
                "trials/{pk}/sow/": ("post", f"trials/{fresh.pk}/sow/", {}),
                "trials/{pk}/take-back-sowing/": ("post", f"trials/{self.slips[turn].pk}/take-back-sowing/", {}),
                "trials/{pk}/conclusions/": ("post", f"trials/{self.judged.pk}/conclusions/", words),
                "conclusions/{pk}/take-back/": ("post", f"conclusions/{concluded.pk}/take-back/", {}),
                "trials/{pk}/next-doses/": ("post", f"trials/{self.series.pk}/next-doses/", {}),
                "trials/{pk}/next/": ("post", f"trials/{self.judged.pk}/next/", {"test": "repeat"}),
                "lots/{pk}/weigh-test/": ("post", f"lots/{lot}/weigh-test/", {"treatments": [{"name": "none"}]}),
                "trials/plan-question/": ("post", "trials/plan-question/", {"lot": lot, "asks": "alive", "treatments": 1}),
                "trials/{pk}/add-treatment/": (
                    "post",
                    f"trials/{later.pk}/add-treatment/",
                    {"name": "later", "dishes": 1, "seeds_per_dish": 5},
                ),
                "trials/{pk}/deviations/": ("post", f"trials/{later.pk}/deviations/", noted | {"client_id": str(uuid4())}),
                "deviations/{pk}/take-back/": ("post", f"deviations/{slip.pk}/take-back/", {}),
                "trials/{pk}/photos/": ("post", f"trials/{later.pk}/photos/", {"photo": str(self.photo.client_id)}),
                "trials/{pk}/retreat-ungerminated/": (
                    "post",
                    f"trials/{later.pk}/retreat-ungerminated/",
                    {"name": "cold", "dishes": [later_dish.pk]},
                ),
                "dishes/{pk}/take-back-stretch/": ("post", f"dishes/{sent.pk}/take-back-stretch/", {}),
                "dishes/{pk}/take-back-set-aside/": ("post", f"dishes/{put_by.pk}/take-back-set-aside/", {}),
                "photos/": ("picture", "photos/", {"client_id": str(uuid4())}),
                "looks/": ("post", "looks/", one),
                "dishes/close/": ("post", "dishes/close/", one | {"client_id": str(uuid4())}),
                "dishes/{pk}/reopen/": ("post", f"dishes/{dish.pk}/reopen/", {}),
                "dishes/{pk}/set-aside/": ("post", f"dishes/{dish.pk}/set-aside/", {"why": "x"}),
            }
        )

    def token_of(self, turn):
        """A token of whoever makes the calls of this turn."""
        return make_api_token(by=make_person(self.who), name=f"t {turn}")[0].pk

    def marked(self, turn=None):
        """A photo with its one seed marked; each turn has one of its own, since a photo is recorded once."""
        photo = self.looked_through if turn is None else self.photo_with_seed()
        return {"photo": str(photo.client_id), "marks": [{"x": 0.5, "y": 0.5}]}

    def send(self, client, method, path, body):
        """A write; an upload carries a small log as its file."""
        if method == "table":
            table = SimpleUploadedFile("lots.csv", b"lot,place\nQ-1,here\n")
            return client.post(f"/api/v1/{path}", body | {"file": table}, format="multipart")
        if method == "archive":
            return client.post(f"/api/v1/{path}", body | {"file": SimpleUploadedFile("x.zip", b"no zip")}, format="multipart")
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
