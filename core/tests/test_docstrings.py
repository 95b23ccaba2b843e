import doctest
import importlib
import pkgutil
from unittest import TestCase

import core


def modules():
    for found in pkgutil.walk_packages(core.__path__, "core."):
        if ".tests" not in found.name:
            yield importlib.import_module(found.name)


class Docstrings(TestCase):
    def test_every_example_in_a_docstring_holds(self):
        tried = 0
        for module in modules():
            result = doctest.testmod(module)
            self.assertEqual(result.failed, 0, module.__name__)
            tried += result.attempted
        self.assertGreater(tried, 8)

    def test_every_public_function_and_class_says_what_it_does(self):
        for module in modules():
            for name in getattr(module, "__all__", []):
                thing = getattr(module, name)
                if callable(thing):
                    self.assertTrue(thing.__doc__, f"{module.__name__}.{name}")
