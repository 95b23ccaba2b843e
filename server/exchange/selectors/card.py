"""The seed card for seed that is given away."""

from dataclasses import dataclass

from core.seedstock import cares
from core.verdict import percent
from core.wording import day_value
from server.labels.selectors import amount_words, day_as_known
from server.lots.models import Lot
from server.lots.selectors import stocks
from server.sowing.selectors.tested import best_of, tested_treatments


@dataclass(frozen=True)
class SeedCard:
    """Name, origin, date, tested percent with its numbers and day, best recipe, hazards; each line a name and a text."""

    code: str
    common_name: str
    scientific_name: str
    lines: list[tuple[str, str]]
    hazards: list[str]


def seed_card(lot: Lot) -> SeedCard:
    """What the receiver must know; what nobody knows is said."""
    best = best_of([t for t in tested_treatments(lot) if not t.other_lot])
    tested = "not tested"
    if best is not None:
        interim = ", counting went on" if best.interim else ""
        tested = (
            f"{percent(best.share)} % ({best.germinated} of {best.sown} in {best.dishes} dish{'es' if best.dishes > 1 else ''}; "
            f"{percent(best.lower)}–{percent(best.upper)} %), sown {day_value(best.tested_on)}{interim}"
        )
    recipe = "not known" if best is None else best.recipe_name or "none: sown as it is"
    lines = [
        ("Lot", lot.code),
        ("From", ", ".join(x for x in (lot.origin_place, lot.get_origin_kind_display().lower()) if x)),
        ("Collected", day_as_known(lot.collected_on, lot.collected_precision) or "date not known"),
        ("Parents", str(lot.parents) if lot.parents else "not known"),
        ("Amount", amount_words(stocks([lot.pk])[lot.pk]) + " in the lot"),
        ("Tested", tested),
        ("Treatment", recipe),
    ]
    if lot.hybrid:
        lines.append(("Note", "A hybrid, or open to crossing: plants may differ from the parent."))
    return SeedCard(
        code=lot.code,
        common_name=lot.common_name,
        scientific_name=lot.taxon.scientific_name if lot.taxon else "species not known",
        lines=lines,
        hazards=[f"{c.short}: {c.care}" for c in cares(lot.hazard_words)],
    )
