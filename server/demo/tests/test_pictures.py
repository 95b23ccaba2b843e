import io
from unittest import TestCase

from PIL import Image

from server.demo.pictures import HEIGHT, WIDTH, dish_picture, seed_picture, stand_picture

MOST_BYTES = 40_000


def share_of(picture: bytes, red: range, green: range, blue: range) -> float:
    """Share of the pixels whose colour lies in these ranges."""
    image = Image.open(io.BytesIO(picture)).convert("RGB")
    data = image.tobytes()
    pixels = zip(data[::3], data[1::3], data[2::3], strict=True)
    return sum(r in red and g in green and b in blue for r, g, b in pixels) / (image.width * image.height)


class Pictures(TestCase):
    def test_they_are_small_and_the_same_from_the_same_seed_of_chance(self):
        for draw in (
            lambda chance: seed_picture("Lewis flax", chance),
            lambda chance: stand_picture(0.4, chance),
            lambda chance: dish_picture("chokecherry", 25, 10, 2, chance),
        ):
            one, again, other = draw(1), draw(1), draw(2)
            self.assertEqual(one, again)
            self.assertNotEqual(one, other)
            self.assertLess(len(one), MOST_BYTES)
            self.assertEqual(Image.open(io.BytesIO(one)).size, (WIDTH, HEIGHT))

    def test_a_riper_stand_is_browner_and_more_seedlings_are_greener(self):
        brown = (range(110, 150), range(70, 110), range(30, 75))
        self.assertLess(share_of(stand_picture(0.0, 5), *brown), share_of(stand_picture(1.0, 5), *brown))
        green = (range(100, 150), range(150, 200), range(30, 100))
        few, many = (share_of(dish_picture("chokecherry", 25, n, 0, 5), *green) for n in (2, 20))
        self.assertLess(3 * few, many)
