"""What Find knows: one row a thing, and one row a word of it. Written where things are saved; nobody's record."""

from django.db import models

from core.vocabulary import ThingKind
from server.record_kinds.choices import choices_of


class Findable(models.Model):
    """A thing as Find shows it. `text` is all its words with their weights, so that nothing is written when they stay."""

    kind = models.CharField(max_length=9, choices=choices_of(ThingKind))
    of = models.PositiveBigIntegerField()
    title = models.CharField(max_length=240)
    detail = models.CharField(max_length=300, blank=True)
    code = models.CharField(max_length=20, blank=True)
    text = models.TextField(blank=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["kind", "of"], name="found_once")]


class FindWord(models.Model):
    """A word of a thing, without accents and in small letters; its weight is higher in a code or a title than beside them."""

    entry = models.ForeignKey(Findable, on_delete=models.CASCADE, related_name="words")
    word = models.CharField(max_length=60, db_index=True)
    weight = models.PositiveSmallIntegerField()
