from dataclasses import replace
from unittest import TestCase

from core.statistics import wilson
from core.verdict import Bands, PacketTest, judge_packet
from core.vocabulary import ClaimFound, PacketUse

Z = 1.96


def packet(germinated, sown=20, claim=None, *, n_eff=None, **more):
    size = n_eff or sown
    given = {"finished": True, "days": 9.0 if germinated else None} | more
    return PacketTest(germinated, sown, size, wilson(germinated / sown, size, Z), claim=claim, **given)


def judged(*args, **more):
    return judge_packet(packet(*args, **more), Bands())


class Claims(TestCase):
    def test_lower_is_said_where_the_one_sided_interval_ends_below_the_claim(self):
        # 12 of 20: Wilson's one-sided upper end at 95 % is 0.758
        self.assertAlmostEqual(packet(12).most, 0.7576, 3)
        self.assertIs(judged(12, claim=0.76).claim, ClaimFound.LOWER)
        self.assertIs(judged(12, claim=0.755).claim, ClaimFound.NOT_SHOWN)

    def test_fewer_effective_seeds_doubt_a_claim_less(self):
        self.assertIs(judged(12, claim=0.78).claim, ClaimFound.LOWER)
        found = judged(12, claim=0.78, n_eff=12)
        self.assertIs(found.claim, ClaimFound.NOT_SHOWN)
        self.assertIn("not shown to be lower than claimed", found.claim_words)

    def test_a_claim_is_met_from_its_own_share_on(self):
        self.assertIs(judged(17, claim=0.85).claim, ClaimFound.MET)
        self.assertIn("85 % claimed, yours 85 %", judged(17, claim=0.85).claim_words)

    def test_nothing_is_said_against_a_seller_while_seed_is_still_counted(self):
        found = judged(5, claim=0.85, finished=False)
        self.assertEqual((found.claim, found.use), (ClaimFound.NOT_SHOWN, PacketUse.UNDECIDED))
        self.assertIn("still being counted", found.claim_words)
        self.assertEqual(found.use_words, "Go on counting.")

    def test_without_a_claim_there_is_nothing_to_meet(self):
        self.assertIs(judged(17).claim, ClaimFound.NO_CLAIM)


class Uses(TestCase):
    def test_by_the_growers_limits(self):
        for germinated, use in ((18, PacketUse.AS_USUAL), (15, PacketUse.AS_USUAL), (11, PacketUse.THICKER), (7, PacketUse.REPLACE)):
            with self.subTest(germinated):
                self.assertIs(judged(germinated, claim=0.9).use, use)
        strict = judge_packet(packet(18), Bands(usual=0.95, thin=0.5))
        self.assertIs(strict.use, PacketUse.AS_USUAL)  # 0.95 over 0.9 is no reason to sow thicker
        self.assertIs(judge_packet(packet(15), Bands(usual=0.95, thin=0.5)).use, PacketUse.THICKER)

    def test_thicker_by_the_claim_or_by_the_limit_where_there_is_none(self):
        self.assertAlmostEqual(judged(10, claim=0.9).factor, 1.8)
        self.assertAlmostEqual(judged(10).factor, 1.5)
        self.assertEqual(judged(10, claim=0.9).use_words, "Sow 1.8 times as thick.")

    def test_a_few_rare_seeds_are_kept_and_a_dead_packet_is_not(self):
        found = judged(3, claim=0.8, left=12)
        self.assertIs(found.use, PacketUse.KEEP)
        self.assertIn("Only 12 seeds are left", found.use_words)
        self.assertIs(judged(3, claim=0.8, left=200).use, PacketUse.REPLACE)
        dead = judged(0, claim=0.8, left=12)
        self.assertIs(dead.use, PacketUse.REPLACE)
        self.assertIn("Nothing germinated", dead.use_words)
        self.assertIn("there is no time", dead.days_words)


class Days(TestCase):
    def test_beside_those_that_the_packet_names(self):
        test = packet(10, claimed_days=14)
        self.assertEqual(judge_packet(test, Bands()).days_words, "Half of the germinated seed took 9 days; the packet says 14.")
        one = judge_packet(replace(test, days=1.2, claimed_days=None), Bands())
        self.assertEqual(one.days_words, "Half of the germinated seed took 1 day.")
