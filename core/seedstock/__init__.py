"""How much seed there is, what it is worth, and how it keeps.

``ledger``      a lot's stock as a balance of entries, with its error.
``conversion``  from g, ml and heads to seeds through counted samples; thousand-seed weight.
``quality``     purity, fill, what floats, an imbibition test.
``cleaning``    steps with amounts in and out; how clean for which purpose.
``drying``      whether seed may be closed in or frozen.
``storage``     rules of thumb for a place.
``decline``     a lot's viability from its own tests and its storage class.
``handling``    hazards with their care, and what to do with a sick or infested lot.
``sowing``      from a tested share to seeds a cell, cells, grams a square metre.
``choices``     ways to sow side by side, and what mental arithmetic would have cost.
``lot_fields``  what is noted of a lot, a row each.
``outcome``     how many of the germinated become plants, learned from the trays.
"""

from core.seedstock.choices import MOST_IN_A_CELL, PlainAnswer, SowingChoice, SowingChoices, sowing_choices
from core.seedstock.cleaning import PurposeAdvice, check_step_amounts, purpose_advice
from core.seedstock.conversion import CALIBRATED_BY, Estimate, SeedRate, ThousandSeedWeight, seed_rate, thousand_seed_weight
from core.seedstock.decline import Decline, DeclineTests, GerminationTest, Range, TreatmentTest, decline, decline_tests, usual_decline
from core.seedstock.drying import Dryness, check_may_be_dried, dryness, next_turn_days, storing_question
from core.seedstock.handling import HazardCare, TroubleAdvice, cares, trouble_advice
from core.seedstock.ledger import StockChange, balances, running_stock, stock_error
from core.seedstock.lot_fields import LOT_FIELDS, FieldKind, FormLine, LotFacts, LotField
from core.seedstock.outcome import PlantShare, TrayOutcome, plant_share_of, tray_rho
from core.seedstock.quality import Fill, Imbibition, PouringOff, fill, imbibition, live_seeds, pouring_off, purity
from core.seedstock.sowing import (
    TYPICAL_TRAY_RHO,
    USUAL_PLANT_SHARE,
    USUAL_TRAYS,
    CellFill,
    CellsNeeded,
    ExpectedFill,
    GroundSowing,
    PureLiveSeed,
    TrayExperience,
    cells_needed,
    chance_of_plants,
    direct_sowing,
    expected_fill,
    plain_cells,
    pure_live_seed,
    seeds_per_cell,
)
from core.seedstock.storage import (
    REFERENCE_C,
    REFERENCE_RH,
    RETEST_YEARS,
    StorageCheck,
    check_climate,
    relative_life,
    storage_check,
)

__all__ = [
    "CALIBRATED_BY",
    "LOT_FIELDS",
    "MOST_IN_A_CELL",
    "REFERENCE_C",
    "REFERENCE_RH",
    "RETEST_YEARS",
    "TYPICAL_TRAY_RHO",
    "USUAL_PLANT_SHARE",
    "USUAL_TRAYS",
    "CellFill",
    "CellsNeeded",
    "Decline",
    "DeclineTests",
    "Dryness",
    "Estimate",
    "ExpectedFill",
    "FieldKind",
    "Fill",
    "FormLine",
    "GerminationTest",
    "GroundSowing",
    "HazardCare",
    "Imbibition",
    "LotFacts",
    "LotField",
    "PlainAnswer",
    "PlantShare",
    "PouringOff",
    "PureLiveSeed",
    "PurposeAdvice",
    "Range",
    "SeedRate",
    "SowingChoice",
    "SowingChoices",
    "StockChange",
    "StorageCheck",
    "ThousandSeedWeight",
    "TrayExperience",
    "TrayOutcome",
    "TreatmentTest",
    "TroubleAdvice",
    "balances",
    "cares",
    "cells_needed",
    "chance_of_plants",
    "check_climate",
    "check_may_be_dried",
    "check_step_amounts",
    "decline",
    "decline_tests",
    "direct_sowing",
    "dryness",
    "expected_fill",
    "fill",
    "imbibition",
    "live_seeds",
    "next_turn_days",
    "plain_cells",
    "plant_share_of",
    "pouring_off",
    "pure_live_seed",
    "purity",
    "purpose_advice",
    "relative_life",
    "running_stock",
    "seed_rate",
    "seeds_per_cell",
    "sowing_choices",
    "stock_error",
    "storage_check",
    "storing_question",
    "thousand_seed_weight",
    "tray_rho",
    "trouble_advice",
    "usual_decline",
]
