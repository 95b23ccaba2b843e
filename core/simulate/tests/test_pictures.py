from functools import cache
from unittest import TestCase

import numpy as np

from core.errors import CoreError
from core.pictures import LARGE_SHEET, SMALL_SHEET, SeedsFound, is_doubtful, size_spread, tally
from core.pictures.find import find_seeds
from core.simulate.picture_set import KINDS, PICTURES, scene
from core.simulate.pictures import Rendered, Scene, SeedKind, render

# pictures of about a million pixels: the same seeds with fewer pixels each than a phone gives
SIZE = 0.6


@cache
def looked_at(number: int) -> tuple[Rendered, SeedsFound]:
    picture = render(scene(number, SIZE), number)
    return picture, find_seeds(picture.pixels)


class Counts(TestCase):
    """What evidence-2 part 19 asks of sixty rendered pictures."""

    def test_sixty_pictures_are_counted_within_the_limits(self):
        errors = []
        for number in range(PICTURES):
            picture, found = looked_at(number)
            errors.append(abs(found.count - len(picture.seeds)) / len(picture.seeds))
        self.assertLessEqual(np.median(errors), 0.02)
        self.assertGreaterEqual(np.mean(np.array(errors) <= 0.06), 0.95)

    def test_the_error_that_is_told_covers_the_truth(self):
        away = []
        for number in range(PICTURES):
            picture, found = looked_at(number)
            counted = tally(found)
            away.append(abs(counted.seeds - len(picture.seeds)) / max(counted.se, 0.25))
        self.assertGreaterEqual(np.mean(np.array(away) < 1.96), 0.85)

    def test_each_mark_lies_on_a_seed(self):
        for number in (0, 1, 6):
            picture, found = looked_at(number)
            height, width = picture.pixels.shape[:2]
            places = [(x * width, y * height) for t in found.seeds if t.seeds == 1 for x, y in t.places]
            truth = np.array(picture.seeds)
            near = [np.hypot(*(truth - place).T).min() for place in places]
            self.assertLess(np.mean(near), 0.15 * scene(number, SIZE).length_px)

    def test_an_uneven_edge_of_the_light_changes_nothing(self):
        even, uneven = (
            find_seeds(render(Scene(seeds=80, width=1000, height=800, uneven=u, touching=0, chaff=0), 5).pixels).count for u in (0, 0.5)
        )
        self.assertEqual([even, uneven], [80, 80])

    def test_chaff_is_left_out(self):
        found = find_seeds(render(Scene(seeds=60, width=1000, height=800, touching=0, chaff=1.0), 4).pixels)
        self.assertLessEqual(abs(found.count - 60), 2)

    def test_a_sheet_on_a_dark_bench_is_counted_alone(self):
        picture = render(Scene(seeds=50, width=900, height=700, touching=0, chaff=0), 8)
        bench = np.full((1100, 1400, 3), 60, np.uint8)
        bench[200:900, 250:1150] = picture.pixels
        self.assertEqual(find_seeds(bench).count, 50)

    def test_it_tells_how_far_it_is_and_stops_when_asked(self):
        told: list[float] = []
        find_seeds(render(Scene(seeds=30, width=600, height=500), 1).pixels, told.append)
        self.assertEqual(told, sorted(told))
        self.assertEqual(told[-1], 1.0)

        def stop(share: float) -> None:
            raise KeyboardInterrupt

        with self.assertRaises(KeyboardInterrupt):
            find_seeds(render(Scene(seeds=30, width=600, height=500), 1).pixels, stop)


class Sizes(TestCase):
    def test_both_sheets_give_the_scale_also_when_the_camera_was_tilted(self):
        for sheet in (LARGE_SHEET, SMALL_SHEET):
            for wide, high in ((900, 1200), (1200, 900)):
                for tilt in (0.0, 0.12):
                    turned = sheet if (wide < high) else type(sheet)(sheet.name, sheet.down_mm, sheet.across_mm, sheet.ring_mm)
                    picture = render(Scene(seeds=25, length_px=26, width=wide, height=high, sheet=turned, tilt=tilt, touching=0), 3)
                    found = find_seeds(picture.pixels)
                    self.assertEqual(found.sheet, sheet.name)
                    lone = [t for t in found.seeds if t.seeds == 1 and t.length_mm]
                    scales = [t.length_mm / t.length_px for t in lone]
                    self.assertAlmostEqual(np.median(scales) / picture.mm_per_px, 1, delta=0.04)

    def test_the_length_is_that_of_the_seeds(self):
        kind = SeedKind(taper=0, spread=0.02)
        shown = Scene(seeds=60, kind=kind, length_px=40, width=1200, height=900, touching=0, chaff=0, blur=0.5)
        found = find_seeds(render(shown, 2).pixels)
        spread = size_spread([(found, 0.1)])
        self.assertAlmostEqual(spread.length[0], 4.0, delta=0.25)
        self.assertEqual(spread.unit, "mm")
        self.assertEqual(size_spread([(found, None)]).unit, "px")

    def test_sizes_with_and_without_a_scale_are_not_mixed(self):
        found = find_seeds(render(Scene(seeds=30, width=700, height=600), 2).pixels)
        self.assertIsNone(size_spread([(found, None), (found, 0.1)]))


class Refusals(TestCase):
    def refused(self, pixels, code, *words):
        with self.assertRaises(CoreError) as caught:
            find_seeds(pixels)
        self.assertEqual(caught.exception.code, code)
        for word in words:
            self.assertIn(word, caught.exception.message)

    def test_a_picture_of_something_else(self):
        rng = np.random.default_rng(1)
        rows, cols = np.mgrid[0:600, 0:800]
        fur = 120 + 60 * np.sin(cols / 40) * np.cos(rows / 55) + rng.normal(0, 25, (600, 800))
        self.refused(np.stack([fur, fur * 0.9, fur * 0.7], axis=-1).clip(0, 255).astype(np.uint8), "paper_not_plain", "plain paper")

    def test_too_small_and_too_large(self):
        self.refused(np.full((200, 900, 3), 220, np.uint8), "picture_too_small", "900 × 200", "300")
        self.refused(np.broadcast_to(np.uint8(220), (6000, 8400, 3)), "picture_too_large", "8400 × 6000", "30 million")

    def test_empty_and_dark(self):
        self.refused(np.full((600, 800, 3), 240, np.uint8), "nothing_found", "Nothing was found")
        self.refused(np.full((600, 800, 3), 12, np.uint8), "picture_too_dark", "12 of 255")

    def test_out_of_focus(self):
        self.refused(render(Scene(seeds=40, width=900, height=700, blur=14), 3).pixels, "out_of_focus", "focus")

    def test_seeds_that_are_too_small_to_see(self):
        tiny = render(Scene(seeds=60, kind=KINDS[2], length_px=5, width=900, height=700, chaff=0, touching=0), 3)
        self.refused(tiny.pixels, "seeds_too_small", "pixels across", "nearer")


class Tally(TestCase):
    def test_what_a_person_settled_has_no_doubt_left(self):
        _, found = looked_at(0)
        everything = range(len(found.seeds))
        doubtful = [n for n, t in enumerate(found.seeds) if is_doubtful(t)]
        self.assertGreater(tally(found).se, tally(found, found.count, doubtful).se)
        self.assertEqual(tally(found, 140, everything).se, 0)
        self.assertEqual(tally(found, 140, everything).seeds, 140)

    def test_pictures_are_added_up_with_their_errors(self):
        _, found = looked_at(0)
        one = tally(found)
        both = one + one
        self.assertEqual(both.seeds, 2 * one.seeds)
        self.assertAlmostEqual(both.se, one.se * 2**0.5)

    def test_what_cannot_be_is_refused(self):
        _, found = looked_at(0)
        for wrong in ({"marked": -1}, {"settled": [len(found.seeds)]}):
            with self.assertRaises(CoreError):
                tally(found, **wrong)
