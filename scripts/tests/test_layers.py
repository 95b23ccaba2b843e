import re
from unittest import TestCase

from scripts.draw_layers import OUT, contracts, drawn


class Picture(TestCase):
    def test_the_picture_of_the_layers_is_that_of_the_contracts(self):
        self.assertEqual(OUT.read_text(encoding="utf-8"), drawn(), "run python -m scripts.draw_layers")

    def test_every_layer_is_in_it_once(self):
        shown = re.findall(r'font-size="12" fill="#1f2a22">([^<]+)<', drawn())
        self.assertEqual(len(shown), sum(len(layers) for _, _, layers in contracts()))
        self.assertIn("records", shown)
        self.assertIn("recipes · lots", shown)
