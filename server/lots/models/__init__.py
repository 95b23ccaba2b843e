"""Lots: collected quantities of seed with one history.

``lot``    the lot, and how one came from another.
``stock``  the ledger, and the counted samples that turn amounts into seeds.
``bench``  what was done with it on the way to the store, and what was seen.
``photos`` pictures of it, and those in which its seed was counted.
"""

from server.lots.models.bench import CleaningStep, DryingLook, QualityTest
from server.lots.models.lot import Descent, Lot, storage_class_of
from server.lots.models.photos import CountedPhoto, LotPhoto
from server.lots.models.stock import Calibration, StockEntry

__all__ = [
    "Calibration",
    "CleaningStep",
    "CountedPhoto",
    "Descent",
    "DryingLook",
    "Lot",
    "LotPhoto",
    "QualityTest",
    "StockEntry",
    "storage_class_of",
]
