"""How much seed there is, what it is worth, and how it keeps.

``ledger``      a lot's stock as a balance of entries, with its error.
``conversion``  from g, ml and heads to seeds through counted samples; thousand-seed weight.
``quality``     purity, fill, what floats, an imbibition test.
``cleaning``    steps with amounts in and out; how clean for which purpose.
``drying``      whether seed may be closed in or frozen.
``storage``     rules of thumb for a place, and a lot's own decline.
``handling``    hazards with their care, and what to do with a sick or infested lot.
"""

from core.seedstock.cleaning import PurposeAdvice, check_step_amounts, purpose_advice
from core.seedstock.conversion import Estimate, SeedRate, ThousandSeedWeight, seed_rate, thousand_seed_weight
from core.seedstock.drying import Dryness, check_may_be_dried, dryness, next_turn_days, storing_question
from core.seedstock.handling import HazardCare, TroubleAdvice, cares, trouble_advice
from core.seedstock.ledger import StockChange, balances, running_stock, stock_error
from core.seedstock.quality import Fill, Imbibition, PouringOff, fill, imbibition, live_seeds, pouring_off, purity
from core.seedstock.storage import (
    REFERENCE_C,
    REFERENCE_RH,
    RETEST_YEARS,
    Decline,
    GerminationTest,
    StorageCheck,
    check_climate,
    decline,
    relative_life,
    storage_check,
)

__all__ = [
    "REFERENCE_C",
    "REFERENCE_RH",
    "RETEST_YEARS",
    "Decline",
    "Dryness",
    "Estimate",
    "Fill",
    "GerminationTest",
    "HazardCare",
    "Imbibition",
    "PouringOff",
    "PurposeAdvice",
    "SeedRate",
    "StockChange",
    "StorageCheck",
    "ThousandSeedWeight",
    "TroubleAdvice",
    "balances",
    "cares",
    "check_climate",
    "check_may_be_dried",
    "check_step_amounts",
    "decline",
    "dryness",
    "fill",
    "imbibition",
    "live_seeds",
    "next_turn_days",
    "pouring_off",
    "purity",
    "purpose_advice",
    "relative_life",
    "running_stock",
    "seed_rate",
    "stock_error",
    "storage_check",
    "storing_question",
    "thousand_seed_weight",
    "trouble_advice",
]
