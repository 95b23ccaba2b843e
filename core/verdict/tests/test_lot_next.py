from dataclasses import replace
from datetime import date, timedelta
from unittest import TestCase

from core.seedstock import dryness, storage_check
from core.verdict import LotFacts, lot_next
from core.vocabulary import CleaningGrade, LotTask, Purpose, Reason, StorageBehaviour

TODAY = date(2026, 11, 23)
SETTLED = LotFacts(
    today=TODAY,
    behaviour=StorageBehaviour.ORTHODOX,
    named=True,
    seeds=900,
    doubt=None,
    dryness=dryness(StorageBehaviour.ORTHODOX, 30, None),
    turn_on=None,
    in_quarantine=False,
    cut=True,
    floaters_uncut=False,
    grade=CleaningGrade.CLEAN,
    purpose=Purpose.TRIAL,
    place_check=storage_check(5, 35),
    has_place=True,
    last_test_on=TODAY - timedelta(days=100),
    retest_on=TODAY + timedelta(days=265),
    use_by=None,
)


def tasks(**facts):
    return [a.task for a in lot_next(replace(SETTLED, **facts))]


class LotNext(TestCase):
    def test_a_settled_lot_asks_for_nothing(self):
        self.assertEqual(tasks(), [])

    def test_each_thing_that_is_wanting_is_asked_for(self):
        wet = dryness(StorageBehaviour.ORTHODOX, None, 3)
        for task, facts in {
            LotTask.MEASURE: {"seeds": None, "doubt": Reason.NOT_MEASURED},
            LotTask.CONVERT: {"seeds": None, "doubt": Reason.NOT_CONVERTED},
            LotTask.CUT: {"cut": False},
            LotTask.CUT_FLOATERS: {"floaters_uncut": True},
            LotTask.CLEAN: {"grade": CleaningGrade.ROUGH},
            LotTask.NAME: {"named": False},
            LotTask.STORE: {"has_place": False},
            LotTask.MOVE: {"place_check": storage_check(22, 55)},
            LotTask.DRY: {"dryness": wet},
            LotTask.TEST: {"last_test_on": None},
            LotTask.RETEST: {"retest_on": TODAY},
            LotTask.QUARANTINE: {"in_quarantine": True},
            LotTask.USE_BY: {"use_by": TODAY + timedelta(days=20)},
        }.items():
            with self.subTest(task):
                self.assertEqual(tasks(**facts), [task])

    def test_days_until_a_date_and_after_it_are_counted(self):
        for days, said in ((59, "in 59 days"), (1, "in 1 day."), (0, "today"), (-1, "1 day ago"), (-30, "30 days ago")):
            (advice,) = lot_next(replace(SETTLED, use_by=TODAY + timedelta(days=days)))
            self.assertIn(f"is {said}", advice.sentence)
        self.assertEqual(tasks(use_by=TODAY + timedelta(days=60)), [])
        for days, said in (
            (3, "Drying. Turn it and look in 3 days."),
            (0, "Turn it and look: today."),
            (-1, "Turn it and look: 1 day late."),
        ):
            wet = {"dryness": dryness(StorageBehaviour.ORTHODOX, None, 3), "turn_on": TODAY + timedelta(days=days)}
            self.assertIn(said, [a.sentence for a in lot_next(replace(SETTLED, **wet))])

    def test_ones_own_bed_takes_chaff_and_all(self):
        self.assertEqual(tasks(purpose=Purpose.OWN_BED, grade=CleaningGrade.ROUGH), [])

    def test_drying_seed_is_turned_and_its_place_is_judged_only_after(self):
        wet = dryness(StorageBehaviour.ORTHODOX, None, 3)
        drying = {"dryness": wet, "turn_on": TODAY - timedelta(days=1), "place_check": storage_check(22, 55)}
        self.assertEqual(tasks(**drying), [LotTask.TURN])
        self.assertIn("1 day late", lot_next(replace(SETTLED, **drying))[0].sentence)
        self.assertIn("today", lot_next(replace(SETTLED, **(drying | {"turn_on": TODAY})))[0].sentence)

    def test_what_does_not_keep_is_sown_now_before_all_else(self):
        for behaviour in (StorageBehaviour.RECALCITRANT, StorageBehaviour.SHORT_LIVED):
            self.assertEqual(tasks(behaviour=behaviour, in_quarantine=True)[0], LotTask.SOW_NOW)

    def test_an_empty_lot_asks_for_its_end_only(self):
        self.assertEqual(tasks(seeds=0, cut=False, named=False), [LotTask.END])
