from datetime import timedelta
from uuid import uuid4

from core.records import ClosingFates
from core.vocabulary import TrialKind
from server.evidence.selectors.lot_tests import lot_tests
from server.evidence.selectors.typical_scatter import typical_scatters
from server.lots.models import Lot
from server.lots.selectors import stocks
from server.sowing.models import SowingPlan
from server.sowing.selectors.tested import tested_treatments
from server.tests.builders import ApiCase, dishes_of, look, make_lot, make_packet_day, make_person, make_taxon, now
from server.trials.models import Dish, Trial
from server.trials.selectors.state import trials
from server.trials.services.closings import close_dish


def close(dish, dead):
    close_dish(by=make_person(), dish=dish, at=now(), client_id=uuid4(), found=ClosingFates(dead=dead))


def dish_of(trial, name):
    return Dish.objects.get(treatment__trial=trial, treatment__lot__field_name=name)


class LaidOut(ApiCase):
    def send(self, *packets, **more):
        body = {"packets": [{"seeds": 20} | p for p in packets], "sow_on": "2026-12-01"} | more
        return self.client.post("/api/v1/trials/packet-day/", body)

    def test_typed_packets_become_lots_and_known_ones_give_their_seed(self):
        known, plant = make_lot("OLD-1", seeds=100), make_taxon()
        typed = {"taxon": plant.pk, "claimed_percent": 85, "claimed_days": 14, "amount": 120, "collected_on": "2021-01-01"}
        made = self.send({"lot": known.pk}, typed, {"plant": "a mystery", "seeds": 30})
        self.assertEqual(made.status_code, 201, made.content)
        trial = trials().get(pk=made.json()["id"])
        self.assertEqual((trial.kind, trial.blind, trial.code), (TrialKind.PACKET_DAY, False, "PKT-01"))
        first, second, third = trial.lots
        self.assertEqual((first, second.claimed_percent, second.origin_kind, third.field_name), (known, 85, "bought", "a mystery"))
        left = stocks([x.pk for x in trial.lots])
        self.assertEqual([left[x.pk].seeds for x in trial.lots], [80, 100, None])
        self.assertEqual(sorted(d.seeds for d in dishes_of(trial)), [20, 20, 30])
        self.assertFalse(any(t.is_control for t in trial.treatments.all()))

    def test_what_is_wrong_with_a_packet_is_said_at_its_line_and_nothing_is_made(self):
        known = make_lot("OLD-1", seeds=12)
        cases = (
            ([{"plant": "a", "seeds": 5}], "seeds_out_of_range", "/packets/0/seeds"),
            ([{"plant": "a"}, {"plant": "b", "seeds": 60}], "seeds_out_of_range", "/packets/1/seeds"),
            ([{"plant": "a"}, {"plant": "b", "claimed_percent": 130}], "claim_out_of_range", "/packets/1/claimed_percent"),
            ([{"plant": ""}], "lot_without_name", "/packets/0/field_name"),
            ([{"lot": known.pk}], "more_than_lot", "/seeds_per_dish"),
        )
        for packets, code, pointer in cases:
            with self.subTest(code):
                before = Lot.objects.count()
                self.assertProblem(self.send(*packets), 422, code, pointer)
                self.assertEqual((Trial.objects.count(), Lot.objects.count()), (0, before))

    def test_one_packet_twice_is_named(self):
        known = make_lot("OLD-1", seeds=100)
        body = self.assertProblem(self.send({"lot": known.pk}, {"lot": known.pk}), 422, "lot_twice", "/treatments/1/lot")
        self.assertIn("Packet OLD-1 is in this packet day twice", body["detail"])

    def test_a_packet_in_quarantine_is_asked_about(self):
        sick = make_lot("SICK-1")
        Lot.objects.filter(pk=sick.pk).update(trouble="sick")
        self.assertProblem(self.send({"lot": sick.pk}), 409, "in_quarantine")
        self.assertEqual(self.send({"lot": sick.pk}, sure=True).status_code, 201)


class Results(ApiCase):
    def setUp(self):
        super().setUp()
        self.trial = make_packet_day(seeds=(20, 20, 20), claims=(85, 85, None), days_ago=25)
        for name, counts in (("packet 0", (9, 8)), ("packet 1", (4, 3))):
            for day, n in zip((6, 12), counts, strict=True):
                look(dish_of(self.trial, name), day, n)

    def page(self):
        found = self.client.get(f"/api/v1/trials/{self.trial.pk}/packets/").json()
        return found, {p["lot"]["name"]: p for p in found["packets"]}

    def test_each_packet_is_decided_when_it_is_closed_whatever_the_others_do(self):
        _, packets = self.page()
        self.assertEqual({p["use"] for p in packets.values()}, {"undecided"})
        close(dish_of(self.trial, "packet 1"), 13)
        found, packets = self.page()
        self.assertEqual((found["closed"], found["state"]), (1, "counting"))
        one = packets["packet 1"]
        self.assertEqual((one["use"], one["claim"], one["germinated"], one["sown"]), ("replace", "lower", 7, 20))
        self.assertIn("85 % claimed, yours 35 %", one["claim_words"])
        self.assertLess(one["lower"], 0.35)
        self.assertEqual(packets["packet 0"]["use"], "undecided")
        self.assertEqual((packets["packet 2"]["share"], packets["packet 2"]["use_words"]), (None, "Not counted yet."))

    def test_a_closed_packet_is_a_test_of_its_lot_and_the_others_are_not_yet(self):
        close(dish_of(self.trial, "packet 1"), 13)
        told = lot_tests([trials().get(pk=self.trial.pk)], typical_scatters())
        lots = {x.field_name: x for x in self.trial.lots}
        self.assertEqual([t.count for t in told.of(lots["packet 1"]).tests], [7])
        self.assertEqual(told.of(lots["packet 0"]).tests, [])
        self.assertEqual(told.counting, {lots["packet 0"].pk, lots["packet 2"].pk})

    def test_a_packet_is_counted_for_its_own_length(self):
        dish = dish_of(self.trial, "packet 2")
        for day in (6, 12, 18, 24):
            look(dish, day)
        for length, advice in ((60, "length_not_reached"), (20, "quiet_and_length")):
            self.trial.treatments.filter(lot__field_name="packet 2").update(length_days=length)
            sheet = self.client.get(f"/api/v1/trials/{self.trial.pk}/count-sheet/").json()
            told = {d["packet"]["name"]: (d["length_days"], d["advice"]) for d in sheet["dishes"]}
            self.assertEqual(told["packet 2"], (length, advice))
            self.assertEqual(told["packet 0"][0], 28)

    def test_there_is_no_comparison_and_no_decision(self):
        for page in ("comparison", "decision"):
            self.assertProblem(self.client.get(f"/api/v1/trials/{self.trial.pk}/{page}/"), 409, "packet_day")
        other = self.client.get(f"/api/v1/trials/{make_packet_day().pk}/packets/")
        self.assertEqual(other.status_code, 200)

    def test_it_takes_the_same_queries_for_any_number_of_packets(self):
        for trial in (self.trial, make_packet_day(seeds=(20,) * 12)):
            look(dishes_of(trial)[0], 9.5, 1)
            self.client.get(f"/api/v1/trials/{trial.pk}/packets/")
            with self.subTest(trial.code), self.assertNumQueries(13):
                self.client.get(f"/api/v1/trials/{trial.pk}/packets/")

    def test_packets_become_sowing_plans_on_their_own_results(self):
        close(dish_of(self.trial, "packet 0"), 3)
        chosen = self.trial.treatments.get(lot__field_name="packet 0")
        lot = chosen.lot
        [result] = tested_treatments(lot)
        self.assertEqual((result.germinated, result.other_lot, result.interim), (17, False, False))
        body = {"treatments": [chosen.pk], "plants_wanted": 24, "wanted_on": (now() + timedelta(days=150)).date().isoformat()}
        made = self.client.post("/api/v1/sowing-plans/of-packets/", body)
        self.assertEqual(made.status_code, 201, made.content)
        plan = SowingPlan.objects.get()
        self.assertEqual((plan.lot, plan.treatment, plan.plants_wanted), (lot, chosen, 24))
        self.assertAlmostEqual(plan.tested_share, 17 / 20)

    def test_a_packet_that_is_too_small_is_asked_about_and_nothing_is_planned(self):
        treatments = list(self.trial.treatments.values_list("pk", flat=True))[:2]
        body = {"treatments": treatments, "plants_wanted": 400, "wanted_on": "2027-06-01"}
        asked = self.client.post("/api/v1/sowing-plans/of-packets/", body)
        self.assertProblem(asked, 422, "more_than_lot", "/plants_wanted")
        self.assertFalse(SowingPlan.objects.exists())
        self.assertEqual(self.client.post("/api/v1/sowing-plans/of-packets/", body | {"sure": True}).status_code, 201)
