from datetime import UTC, date, datetime
from unittest import TestCase

from core.vocabulary import DayOrder, Units
from core.wording import day_value, degrees_value, mass_value, moment_value, written

AUGUST = date(2026, 8, 2)


class WritingValues(TestCase):
    def test_days_and_moments_follow_the_readers_date_order(self):
        text = f"Due {day_value(AUGUST)}, looked at {moment_value(datetime(2026, 8, 2, 7, 5, tzinfo=UTC))}."
        for order, expected in (
            (DayOrder.DMY, "Due 2 Aug 2026, looked at 2 Aug 2026, 07:05."),
            (DayOrder.MDY, "Due Aug 2, 2026, looked at Aug 2, 2026, 07:05."),
            (DayOrder.YMD, "Due 2026-08-02, looked at 2026-08-02, 07:05."),
        ):
            self.assertEqual(written(text, order=order), expected)

    def test_temperatures_and_masses_follow_the_readers_units(self):
        text = f"{degrees_value(-0.04)}, {degrees_value(3.25)}, {mass_value(250)}, {mass_value(0.0123456)}"
        self.assertEqual(written(text), "0 °C, 3.2 °C, 250 g, 0.0123 g")
        self.assertEqual(written(text, Units.US), "31.9 °F, 37.9 °F, 8.82 oz, 0.000435 oz")

    def test_what_somebody_wrote_stays_as_it_is(self):
        for text in ("no value", "{{day soon}}", "{{day 2026-99-99}}", "{{degrees 1.2.3}}", "{{ day 2026-08-02 }}", "{{year 2026}}", "{{"):
            self.assertEqual(written(text, Units.US), text)
