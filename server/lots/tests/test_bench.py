from datetime import timedelta

from django.test import TestCase
from django.utils import timezone

from core.vocabulary import (
    CleaningGrade,
    CleaningKind,
    Container,
    DryingKind,
    DryState,
    Hazard,
    LotEnd,
    LotTask,
    PlaceKind,
    QualityKind,
    Trouble,
)
from server.errors import DomainError, Questioned, Refused
from server.lots.selectors.advice import Tested
from server.lots.selectors.bench import bench
from server.lots.selectors.drying import drying_lots
from server.lots.services.bench import record_cleaning, record_drying, record_quality, take_back_record
from server.lots.services.lots import end_lot, move_lot, note_trouble, take_up_again
from server.record_kinds.selectors import history_of
from server.reference.services.places import add_place
from server.tests.builders import DAY, make_lot, make_person, make_taxon, now

TODAY = timezone.localdate


def seen(lot):
    return bench(type(lot).objects.get(pk=lot.pk), TODAY(), Tested())


class Cleaning(TestCase):
    def clean(self, lot, **fields):
        return record_cleaning(by=make_person(), lot=lot, kind=CleaningKind.WINNOW, at=now(), **fields)

    def test_more_out_than_in_is_asked_about_and_may_be_so(self):
        lot = make_lot()
        with self.assertRaises(Questioned) as caught:
            self.clean(lot, amount_in=10, amount_out=12.4)
        self.assertIn("12.4 g came out, but only 10 g went in", caught.exception.detail)
        self.clean(lot, amount_in=10, amount_out=12.4, sure=True)
        self.assertEqual(lot.cleaning_steps.count(), 1)

    def test_a_negative_mass_is_no_question(self):
        with self.assertRaises(Refused) as caught:
            self.clean(make_lot(), amount_in=-1, amount_out=1, sure=True)
        self.assertNotIsInstance(caught.exception, Questioned)

    def test_a_step_may_say_how_clean_the_lot_is_now_and_the_log_says_what_was_lost(self):
        lot = make_lot()
        self.clean(lot, amount_in=31.5, amount_out=21.0, minutes=15, kept="heavy seed", grade=CleaningGrade.CLEAN)
        found = seen(lot)
        self.assertEqual(found.log[0].said, "31.5 g in, 21 g out, 67 % kept; 15 min; kept: heavy seed")
        lot.refresh_from_db()
        self.assertEqual((lot.grade, history_of(lot)[0].changes[0].field), ("clean", "grade"))

    def test_a_line_taken_back_is_struck_out_not_gone(self):
        lot = make_lot()
        step = self.clean(lot)
        take_back_record(by=make_person(), lot=lot, record="cleaning", pk=step.pk)
        self.assertEqual([x.stands for x in seen(lot).log], [False])
        with self.assertRaises(DomainError):
            take_back_record(by=make_person(), lot=lot, record="cleaning", pk=step.pk)


class Drying(TestCase):
    def look(self, lot, kind, days_ago=0.0, **fields):
        return record_drying(by=make_person(), lot=lot, kind=kind, at=now() - days_ago * DAY, **fields)

    def test_spread_seed_wants_turning_daily_at_first_and_is_left_alone_once_dry(self):
        lot = make_lot(collected_on=TODAY() - timedelta(days=10))
        self.look(lot, DryingKind.SPREAD, 3)
        self.look(lot, DryingKind.TURNED, 2)
        self.assertEqual(seen(lot).turn_on, TODAY() - timedelta(days=1))
        self.assertEqual(seen(lot).next[0].sentence, "Turn it and look: 1 day late.")
        self.look(lot, DryingKind.DRY, humidity_percent=33)
        self.assertEqual((seen(lot).turn_on, seen(lot).dry_state), (None, DryState.DRY))
        self.assertEqual(drying_lots(TODAY()), [])

    def test_found_dry_by_hand_is_likely_only(self):
        lot = make_lot()
        self.look(lot, DryingKind.SPREAD, 20)
        self.look(lot, DryingKind.DRY)
        self.assertEqual(seen(lot).dry_state, DryState.LIKELY_DRY)

    def test_seed_that_dies_when_dried_is_never_sent_to_drying(self):
        lot = make_lot(taxon=make_taxon(storage_behaviour="recalcitrant"))
        with self.assertRaises(Refused) as caught:
            self.look(lot, DryingKind.SPREAD)
        self.assertEqual(caught.exception.code, "dies_if_dried")
        self.assertEqual(seen(lot).next[0].task, LotTask.SOW_NOW)

    def test_a_humidity_over_all_cannot_be(self):
        with self.assertRaises(Refused) as caught:
            self.look(make_lot(), DryingKind.LOOKED, humidity_percent=104)
        self.assertIn("104", caught.exception.detail)


class Storing(TestCase):
    def setUp(self):
        self.shelf = add_place(by=make_person(), name="box", kind=PlaceKind.BOX, temperature_c=22, humidity_percent=55)
        self.freezer = add_place(by=make_person(), name="freezer", kind=PlaceKind.FREEZER, temperature_c=-18, humidity_percent=30)

    def move(self, lot, place=None, **fields):
        return move_lot(by=make_person(), lot=lot, version=lot.version, place=place or self.shelf, **fields)

    def test_sealing_what_is_not_dry_is_asked_about(self):
        lot = make_lot()
        with self.assertRaises(Questioned) as caught:
            self.move(lot, container=Container.JAR)
        self.assertEqual(caught.exception.errors[0]["pointer"], "/container")
        self.assertEqual(self.move(lot, container=Container.JAR, sure=True).container, "jar")
        self.assertEqual([c.field for c in history_of(lot)[0].changes], ["container", "place"])

    def test_what_was_measured_dry_is_sealed_and_frozen_without_a_question(self):
        lot = make_lot()
        record_drying(by=make_person(), lot=lot, kind=DryingKind.DRY, at=now(), humidity_percent=30)
        self.assertEqual(self.move(lot, self.freezer, container=Container.FOIL).place, self.freezer)

    def test_what_dies_when_dried_is_never_frozen_whoever_is_sure(self):
        lot = make_lot(taxon=make_taxon(storage_behaviour="recalcitrant"))
        with self.assertRaises(Refused) as caught:
            self.move(lot, self.freezer, sure=True)
        self.assertEqual(caught.exception.code, "frozen_dies")

    def test_a_warm_damp_place_is_said_and_better_ones_are_named(self):
        found = seen(self.move(make_lot()))
        self.assertIn(LotTask.MOVE, [n.task for n in found.next])
        self.assertEqual([b.name for b in found.better_places], ["freezer"])
        self.assertGreater(found.better_places[0].times, 50)


class Worth(TestCase):
    def test_cut_tests_are_pooled_into_fill_with_its_interval(self):
        lot = make_lot()
        for kind, full, empty in ((QualityKind.CUT, 25, 5), (QualityKind.SQUEEZE, 18, 12)):
            record_quality(by=make_person(), lot=lot, kind=kind, at=now(), full=full, empty=empty)
        found = seen(lot).fill
        self.assertEqual((found.full, found.tested), (43, 60))
        self.assertTrue(0.59 < found.lower < found.share < found.upper < 0.82)

    def test_counts_that_do_not_add_up_are_refused_with_the_numbers(self):
        with self.assertRaises(Refused) as caught:
            record_quality(by=make_person(), lot=make_lot(), kind=QualityKind.CUT, at=now(), tested=30, full=20, empty=5, eaten=1)
        self.assertIn("20 full, 5 empty and 1 eaten make 26, but 30 were opened", caught.exception.detail)

    def test_a_test_that_misses_a_mass_or_cannot_be_is_pointed_at(self):
        for kind, given, pointer in [
            (QualityKind.PURITY, {"pure_g": 1.0}, "/sample_g"),
            (QualityKind.PURITY, {"pure_g": 3.0, "sample_g": 2.0}, "/pure_g"),
            (QualityKind.IMBIBITION, {"intact_start_g": 2.0, "intact_end_g": 2.1, "nicked_start_g": 2.0}, "/nicked_end_g"),
            (QualityKind.CUT, {"full": 0, "empty": 0}, "/tested"),
        ]:
            with self.subTest(pointer), self.assertRaises(Refused) as caught:
                record_quality(by=make_person(), lot=make_lot(f"L-{pointer[1:9]}"), kind=kind, at=now(), **given)
            self.assertEqual(caught.exception.errors[0]["pointer"], pointer)

    def test_an_imbibition_test_says_whether_the_coat_keeps_water_out(self):
        lot = make_lot()
        masses = {"intact_start_g": 2.0, "intact_end_g": 2.06, "nicked_start_g": 2.0, "nicked_end_g": 3.1}
        record_quality(by=make_person(), lot=lot, kind=QualityKind.IMBIBITION, at=now(), **masses)
        self.assertEqual(seen(lot).water.verdict.value, "physical")


class Troubles(TestCase):
    def note(self, lot, trouble):
        return note_trouble(by=make_person(), lot=lot, version=lot.version, trouble=trouble, note="in the pods")

    def test_eaters_mean_quarantine_and_a_hazard_and_visitors_neither(self):
        lot = self.note(make_lot(taxon=make_taxon()), Trouble.SEED_EATERS)
        self.assertEqual([c.hazard for c in seen(lot).cares], [Hazard.INFESTED])
        self.assertEqual(seen(lot).next[0].task, LotTask.QUARANTINE)
        lot = self.note(lot, Trouble.VISITORS)
        self.assertEqual(seen(lot).cares, [])
        self.assertFalse(seen(lot).trouble.quarantine)
        self.assertIsNone(seen(self.note(lot, None)).trouble)

    def test_an_unknown_species_is_treated_as_possibly_poisonous_until_it_is_named(self):
        self.assertEqual([c.hazard for c in seen(make_lot()).cares], [Hazard.POSSIBLY_POISONOUS])
        self.assertEqual(seen(make_lot("B-1", taxon=make_taxon())).cares, [])

    def test_a_lot_ends_with_its_amount_and_is_taken_up_again_with_it(self):
        lot = make_lot(seeds=120)
        ended = end_lot(by=make_person(), lot=lot, version=1, ended=LotEnd.DISCARDED, on=TODAY(), at=now(), why="mice")
        self.assertEqual((seen(ended).stock.seeds, seen(ended).next), (0, []))
        with self.assertRaises(DomainError):
            end_lot(by=make_person(), lot=ended, version=2, ended=LotEnd.USED_UP, on=TODAY(), at=now())
        again = take_up_again(by=make_person(), lot=ended, version=2)
        self.assertEqual((seen(again).stock.seeds, again.ended), (120, ""))
