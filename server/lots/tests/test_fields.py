from django.db import models
from django.test import SimpleTestCase

from core.seedstock import LOT_FIELDS, FieldKind
from server.lots.models import Lot

COLUMNS = {
    FieldKind.TEXT: models.CharField,
    FieldKind.LONG_TEXT: models.TextField,
    FieldKind.WORD: models.CharField,
    FieldKind.WHOLE: models.PositiveIntegerField,
    FieldKind.NUMBER: models.FloatField,
    FieldKind.DAY: models.DateField,
    FieldKind.YES_NO: models.BooleanField,
}


class EveryFieldHasItsColumn(SimpleTestCase):
    def test_of_its_kind_and_as_long(self):
        for name, f in LOT_FIELDS.items():
            with self.subTest(name):
                column = Lot._meta.get_field(name)
                self.assertIs(type(column), COLUMNS[f.kind])
                if f.longest:
                    self.assertEqual(column.max_length, f.longest)
                if f.words:
                    self.assertEqual([value for value, _ in column.choices], list(f.words))
                    self.assertLessEqual(max(map(len, f.words)), column.max_length)
