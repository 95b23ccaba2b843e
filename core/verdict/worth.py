"""Whether a test is worth its seed, in sentences (docs/methods/worth.md)."""

from core.worth import DesignWorth, Worth


def worth_sentence(found: Worth, without: str, best: str) -> str:
    """What to do: test, or sow it all.

    Parameters
    ----------
    without, best : str
        What would be sown without a test, and what the best test compares, in words.
    """
    if not found.designs:
        return f"The lot is too small for a test. Sow it all: {without}, ≈ {found.plants_without:.0f} plants."
    first = found.designs[0]
    if found.best is None:
        cost = f"{first.design.seeds} seeds (≈ {first.spent:.0f} plants)"
        gain = f"≈ {max(0.0, first.gained):.0f} plants"
        return f"No test is worth its seed. Sow it all: {without}. The best test would spend {cost} to gain {gain}."
    gain = f"≈ {first.worth:.0f} plants over sowing all untested, ≈ {found.plants_without:.0f}"
    return f"A test is worth it: {best} with {_layout(first)} gain {gain}."


def _layout(d: DesignWorth) -> str:
    return f"{d.design.dishes} × {d.design.seeds_per_dish} seeds each ({d.design.seeds} in all)"


def own_layout_sentence(found: DesignWorth) -> str:
    """What the layout that was chosen is worth."""
    if found.worth > 0:
        return f"This layout: ≈ {found.worth:.0f} plants more than without a test."
    return f"This layout: ≈ {-found.worth:.0f} plants fewer than without a test; what it shows also serves later lots."
