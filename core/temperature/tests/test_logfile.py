from datetime import UTC, datetime, timedelta
from unittest import TestCase
from zoneinfo import ZoneInfo

import numpy as np

from core.errors import CoreError
from core.temperature import fridge_log, guess_layout, log_csv, outdoor_log, read_log, usual_outdoors, warm_then_frost, with_said
from core.temperature.chill import DayOfLog
from core.vocabulary import Hemisphere, LogFault, TemperatureUnit

DENVER = ZoneInfo("America/Denver")


def at(*parts):
    return int(datetime(*parts, tzinfo=DENVER).timestamp())


class Layouts(TestCase):
    def read(self, text, **more):
        return read_log(text, DENVER, **more)

    def test_semicolons_decimal_commas_and_days_first(self):
        log = self.read("Nr;Datum;Uhrzeit;Temp °C\n1;13.02.2026;10:00;3,5\n2;13.02.2026;10:05;3,6\n")
        self.assertEqual(list(log.temps), [3.5, 3.6])
        self.assertEqual(list(log.seconds), [at(2026, 2, 13, 10), at(2026, 2, 13, 10, 5)])
        self.assertEqual((log.layout.delimiter, log.layout.decimal, log.layout.day_first), (";", ",", True))

    def test_fahrenheit_months_first_and_afternoons(self):
        log = self.read('Serial,120\n"#","Date Time","Temp, °F"\n1,02/13/2026 01:00:00 PM,41.0\n2,02/13/2026 01:30:00 PM,50\n')
        np.testing.assert_allclose(log.temps, [5, 10])
        self.assertEqual(list(log.seconds), [at(2026, 2, 13, 13), at(2026, 2, 13, 13, 30)])

    def test_one_number_over_twelve_says_which_is_the_month(self):
        log = self.read("time,temperature\n01/15/2026 10:00,3.5\n02/15/2026 10:00,3.6\n03/15/2026 10:00,3.7\n")
        self.assertEqual(list(log.seconds), [at(2026, m, 15, 10) for m in (1, 2, 3)])

    def test_a_year_in_front_needs_no_leading_zeros(self):
        log = self.read("time,temperature\n2026-3-5 9:05,3.5\n2026-3-5 10:05,3.6\n")
        self.assertEqual(list(log.seconds), [at(2026, 3, 5, 9, 5), at(2026, 3, 5, 10, 5)])

    def test_times_with_offsets_stand_for_themselves(self):
        log = self.read("time,temperature\n2026-02-13T10:00:00Z,3.5\n2026-02-13T12:00:00+01:00,3.6\n")
        self.assertEqual(list(np.diff(log.seconds)), [3600])

    def test_tabs_and_humidity_beside_it(self):
        log = self.read("stamp\thumidity\ttemp C\n2026/02/13 10:00\t45.0\t3.5\n2026/02/13 11:00\t46.0\t3.6\n")
        self.assertEqual(list(log.temps), [3.5, 3.6])

    def test_the_shipped_logger_is_read_back(self):
        temps = fridge_log(60, np.random.default_rng(1), froze_at=20)
        log = self.read(log_csv(datetime(2026, 3, 1, tzinfo=UTC), temps))
        np.testing.assert_allclose(log.temps, temps, atol=0.051)
        self.assertEqual(log.left_out, ())

    def test_what_was_guessed_can_be_said_instead(self):
        text = "time,a,b\n2026-02-13 10:00,3.5,41.5\n2026-02-13 11:00,3.6,41.6\n"
        said = with_said(guess_layout(text), {"temperature_column": 2, "unit": TemperatureUnit.FAHRENHEIT})
        np.testing.assert_allclose(self.read(text, layout=said).temps, [(41.5 - 32) / 1.8, (41.6 - 32) / 1.8])

    def test_a_file_of_something_else_is_refused(self):
        for text, code in (("", "log_empty"), ("dear reader\nnothing here\n", "log_no_columns")):
            with self.assertRaises(CoreError) as caught:
                self.read(text)
            self.assertEqual(caught.exception.code, code)


class BadLines(TestCase):
    def test_each_is_left_out_with_its_line_and_reason(self):
        lines = [
            "time,temp °C",
            "2026-02-13 10:00,3.5",
            "2026-02-13 11:00,n/a",
            "sometime,3.5",
            "2026-02-13 10:00,3.9",
            "2026-02-13 12:00,850",
            "2026-02-13 13:00",
            "2026-02-13 14:00,41 F",
            "2026-02-13 09:00,3.1",
            "2030-01-01 00:00,3.1",
        ]
        log = read_log("\n".join(lines), DENVER, now=datetime(2026, 3, 1, tzinfo=UTC))
        self.assertEqual(
            [(x.line, x.fault) for x in log.left_out],
            [
                (3, LogFault.NO_NUMBER),
                (4, LogFault.NO_TIME),
                (5, LogFault.SAME_TIME),
                (6, LogFault.IMPOSSIBLE),
                (7, LogFault.TOO_FEW_COLUMNS),
                (10, LogFault.IN_FUTURE),
            ],
        )
        np.testing.assert_allclose(log.temps, [3.1, 3.5, 5])
        self.assertEqual((log.converted, log.reordered), (1, 1))

    def test_a_day_without_a_time_is_left_out(self):
        log = read_log("time;temp °C\n13.02.2026 10:00;3,5\n13.02.2026;3,6\n13.02.2026 11:00;3,7\n", DENVER)
        self.assertEqual([(x.line, x.fault) for x in log.left_out], [(3, LogFault.NO_TIME)])

    def test_the_hour_that_comes_twice_in_autumn_is_two_hours(self):
        # clocks go back on 1 Nov 2026 at 2:00
        lines = [f"2026-11-01 {c},3.0" for c in ("00:30", "01:00", "01:30", "01:00", "01:30", "02:00")]
        log = read_log("time,temp\n" + "\n".join(lines), DENVER)
        self.assertEqual(list(np.diff(log.seconds)), [1800] * 5)
        self.assertEqual(log.left_out, ())

    def test_whatever_ends_its_lines_they_are_lines(self):
        for end in ("\n", "\r\n", "\r"):
            log = read_log(end.join(["time,temp", "2026-11-01 00:30,3.0", "2026-11-01 01:00,3.5", ""]), DENVER)
            self.assertEqual(list(log.temps), [3.0, 3.5])

    def test_a_cell_without_an_end_is_no_table(self):
        for text in ("time," + "x" * 200_000 + "\n", f'2026-11-01 00:30,3.0\n"{"x" * 200_000}'):
            with self.assertRaises(CoreError) as caught:
                read_log(text, DENVER)
            self.assertEqual(caught.exception.code, "log_unreadable")


class Weather(TestCase):
    def test_a_warm_spell_with_a_frost_after_it_is_named(self):
        days = [DayOfLog(i, low, high, 0, 24) for i, (low, high) in enumerate([(2, 6)] * 3 + [(6, 16)] * 5 + [(2, 8)] * 6 + [(-5, 3)])]
        found = warm_then_frost(days)
        self.assertEqual([(w.warm_from, w.warm_to, w.frost_on, w.frost_c) for w in found], [(3, 7, 14, -5)])
        self.assertEqual(warm_then_frost(days[:14]), [])
        # four days of exactly 10 °C are a warm spell, three are not
        for warm, count in ((4, 1), (3, 0)):
            days = [DayOfLog(i, low, high, 0, 24) for i, (low, high) in enumerate([(4, 16)] * warm + [(2, 8), (-2, 3)])]
            self.assertEqual(len(warm_then_frost(days)), count)

    def test_the_south_has_its_winter_in_july(self):
        year = {h: usual_outdoors(datetime(2026, 1, 1).date(), 365, h) for h in Hemisphere}  # noqa: DTZ001
        january, july = slice(0, 31), slice(181, 212)
        mean = {h: [np.mean([d.low_c for d in days[m]]) for m in (january, july)] for h, days in year.items()}
        self.assertLess(mean[Hemisphere.NORTH][0], mean[Hemisphere.NORTH][1])
        self.assertGreater(mean[Hemisphere.SOUTH][0], mean[Hemisphere.SOUTH][1])

    def test_a_simulated_day_is_coldest_before_sunrise_and_warmest_in_the_afternoon(self):
        temps = outdoor_log(datetime(2026, 1, 1, tzinfo=UTC), 24 * 365, np.random.default_rng(3)).reshape(365, 24).mean(axis=0)
        self.assertEqual((int(np.argmin(temps)), int(np.argmax(temps))), (3, 15))
        self.assertAlmostEqual(temps.max() - temps.min(), 12, delta=0.5)

    def test_a_usual_day_has_24_hours_of_something(self):
        for day in usual_outdoors(datetime(2026, 1, 1).date() + timedelta(days=40), 30):  # noqa: DTZ001
            self.assertLessEqual(day.low_c, day.high_c)
            self.assertLessEqual(day.band_hours, 24)
