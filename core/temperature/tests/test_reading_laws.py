from datetime import UTC, datetime, timedelta
from unittest import TestCase
from zoneinfo import ZoneInfo

import numpy as np
from hypothesis import given
from hypothesis import strategies as st

from core.errors import CoreError
from core.temperature import chill, daily, fridge_log, guess_layout, outdoor_log, read_log
from core.temperature.logfile import COLDEST_C, HOTTEST_C

BERLIN = ZoneInfo("Europe/Berlin")
temps = st.lists(st.integers(-3000, 4000).map(lambda c: c / 100), min_size=2, max_size=40)
starts = st.datetimes(datetime(2024, 1, 1), datetime(2027, 12, 31)).map(lambda d: d.replace(second=0, microsecond=0))  # noqa: DTZ001
spacings = st.sampled_from([5, 10, 30, 60, 180])


def written(start, values, minutes, delimiter, decimal, order):
    """A log as loggers write it."""
    form = {"iso": "%Y-%m-%d %H:%M", "day": "%d.%m.%Y %H:%M", "month": "%m/%d/%Y %H:%M"}[order]
    lines = [f"Time{delimiter}Temp °C"]
    for i, v in enumerate(values):
        lines.append(f"{(start + timedelta(minutes=minutes * i)).strftime(form)}{delimiter}{f'{v:.2f}'.replace('.', decimal)}")
    return "\n".join(lines)


class WhatIsWrittenIsRead(TestCase):
    @given(
        starts,
        temps,
        spacings,
        st.sampled_from([(",", "."), (";", ","), (";", "."), ("\t", ","), ("|", ".")]),
        st.sampled_from(["iso", "day"]),
    )
    def test_any_layout_without_doubt_comes_back_as_it_was(self, start, values, minutes, signs, order):
        delimiter, decimal = signs
        log = read_log(written(start, values, minutes, delimiter, decimal, order), UTC)
        self.assertEqual(log.left_out, ())
        np.testing.assert_allclose(log.temps, np.round(values, 2), atol=1e-9)
        self.assertEqual(log.seconds[0], int(start.replace(tzinfo=UTC).timestamp()))
        self.assertTrue(np.all(np.diff(log.seconds) == 60 * minutes))

    @given(starts, temps)
    def test_month_first_is_told_where_a_day_is_over_twelve(self, start, values):
        start = start.replace(day=20)
        text = written(start, values, 60, ",", ".", "month")
        self.assertIs(guess_layout(text).day_first, False)
        self.assertEqual(read_log(text, UTC).seconds[0], int(start.replace(tzinfo=UTC).timestamp()))

    @given(st.text(max_size=300))
    def test_whatever_is_sent_it_is_a_log_or_a_refusal(self, text):
        try:
            log = read_log(text, BERLIN)
        except CoreError as error:
            self.assertIn(error.code, ("log_empty", "log_no_columns"))
        else:
            self.assertEqual(len(log.seconds), len(log.temps))
            self.assertTrue(np.all(np.diff(log.seconds) > 0))
            self.assertTrue(np.all((log.temps >= COLDEST_C) & (log.temps <= HOTTEST_C)))

    @given(temps, st.randoms())
    def test_lines_in_any_order_are_the_same_log(self, values, mix):
        head, *lines = written(datetime(2026, 5, 1), values, 60, ",", ".", "iso").split("\n")  # noqa: DTZ001
        mixed = lines[:]
        mix.shuffle(mixed)
        one, other = read_log("\n".join([head, *lines]), UTC), read_log("\n".join([head, *mixed]), UTC)
        np.testing.assert_array_equal(one.seconds, other.seconds)
        np.testing.assert_array_equal(one.temps, other.temps)

    def test_a_year_with_both_changes_of_the_clock_has_every_hour_once(self):
        first = datetime(2026, 1, 1, tzinfo=BERLIN)
        moments = [datetime.fromtimestamp(first.timestamp() + 3600 * i, BERLIN) for i in range(365 * 24)]
        text = "\n".join(["time,temp", *(f"{m:%Y-%m-%d %H:%M},3.0" for m in moments)])
        log = read_log(text, BERLIN)
        self.assertEqual(log.left_out, ())
        self.assertTrue(np.all(np.diff(log.seconds) == 3600))


class Simulated(TestCase):
    @given(st.integers(0, 2**32 - 1), st.integers(48, 300), st.integers(0, 24))
    def test_a_fridge_freezes_when_it_is_told_to_and_only_then(self, seed, hours, froze):
        whole = fridge_log(hours, np.random.default_rng(seed))
        self.assertEqual(chill(np.arange(hours, dtype=float), whole).frozen_hours, 0)
        broken = fridge_log(hours, np.random.default_rng(seed), froze_at=froze, frozen_hours=6)
        found = chill(np.arange(hours, dtype=float), broken)
        self.assertEqual(found.frozen_hours, 6)
        self.assertEqual([r.start for r in found.frozen], [froze])

    def test_the_same_seed_makes_the_same_weather(self):
        start = datetime(2026, 1, 1, tzinfo=UTC)
        a, b = (outdoor_log(start, 500, np.random.default_rng(4)) for _ in range(2))
        np.testing.assert_array_equal(a, b)

    def test_days_of_a_log_count_from_its_zero(self):
        hours = np.arange(-5, 50, dtype=float)
        found = daily(hours, np.full(55, 3.0))
        self.assertEqual([d.day for d in found], [-1, 0, 1, 2])
        self.assertEqual([d.known_hours for d in found], [5, 24, 24, 1])
