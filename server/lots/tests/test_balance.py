import json
from collections.abc import Iterator
from unittest import TestCase

from django.test import override_settings

from server.lots.balance import Reading, SimulatedBalance
from server.tests.builders import ApiCase


class FixedBalance:
    """An adapter as a real balance would bring one."""

    simulated = False

    def readings(self) -> Iterator[Reading]:
        yield Reading(1.2, stable=False)
        yield Reading(1.25, stable=True)


class Simulated(TestCase):
    def weigh(self, **fields):
        return list(SimulatedBalance(2.0, pause_s=0, **fields).readings())

    def test_it_swings_and_rests(self):
        found = self.weigh(seed=4)
        self.assertEqual([r.stable for r in found], [False] * 12 + [True])
        self.assertGreater(abs(found[0].mass_g - found[-1].mass_g), 0.1)

    def test_weighings_of_the_same_scatter_a_little_and_a_seed_repeats_one(self):
        rests = [self.weigh(seed=n)[-1].mass_g for n in range(40)]
        self.assertGreater(len(set(rests)), 30)
        self.assertTrue(all(1.8 < r < 2.2 for r in rests))
        self.assertEqual(self.weigh(seed=7), self.weigh(seed=7))


class OverHttp(ApiCase):
    def lines(self, query=""):
        answer = self.client.get(f"/api/v1/balance/readings/{query}")
        return [json.loads(line) for line in b"".join(answer.streaming_content).decode().splitlines()]

    def test_readings_stream_and_say_that_they_are_simulated(self):
        found = self.lines("?expected_g=0.8")
        self.assertTrue(all(line["simulated"] for line in found))
        self.assertTrue(found[-1]["stable"])
        self.assertAlmostEqual(found[-1]["mass_g"], 0.8, delta=0.12)

    def test_a_mass_that_cannot_be_is_refused(self):
        self.assertProblem(self.client.get("/api/v1/balance/readings/?expected_g=-1"), 400, "malformed", "/expected_g")

    @override_settings(BALANCE_ADAPTER="server.lots.tests.test_balance.FixedBalance")
    def test_an_adapter_takes_the_place_of_the_simulation(self):
        self.assertEqual(self.lines()[-1], {"mass_g": 1.25, "stable": True, "simulated": False})
