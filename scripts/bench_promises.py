"""Measure what the methods promise, on drawn trials of known truth and from fixed seeds: coverage, false alarms, decisions, sowings."""

import json
from collections.abc import Iterator, Sequence
from itertools import product
from multiprocessing.pool import Pool
from pathlib import Path
from typing import Any

import numpy as np

from core.germination import TrialShares, compare_shares
from core.simulate import (
    ONE_FLUSH,
    TWO_FLUSHES,
    SimulatedSeason,
    Situation,
    Tally,
    bag_alarms,
    bag_power,
    block_differences,
    calibration,
    crossed_alarms,
    false_alarms,
    gains,
    half_life_moves,
    half_time_intervals,
    highest,
    lots_to_test,
    pace_alarms,
    refused_share,
    share_coverage,
    sowing_assurance,
    tally,
    visited,
)
from core.vocabulary import Family, Shedding

SITUATIONS = Path("core/tests/vectors/situations.json")
DRAWS, SEED, SEASONS = 2000, 7, 60
SHARES, RHOS, TREATMENTS = (0.1, 0.5, 0.9), (0.0, 0.1), (1, 5)
SOWN = {"one treatment, half": (0.5,), "spread": (0.1, 0.4, 0.7), "six alike": (0.5,) * 6, "few germinate": (0.1, 0.15, 0.2)}


def promises() -> Iterator[str]:
    """Lines of the table."""
    with Pool(2) as pool:
        for part in (_coverage(pool), _bags(), _blocks(), _curves(), _decisions(pool), _sowings(), _tests(pool), _seasons(pool)):
            yield ""
            yield from part


def _percent(share: float) -> str:
    return f"{100 * share:.1f} %"


def _coverage(pool: Pool) -> Iterator[str]:
    yield f"95 % interval of a share, 4 × 25 ({DRAWS} trials, seed {SEED}); false alarms of all pairs, 5 alike"
    for (p, rho), one, five, alarms in pool.imap(_cell, product(SHARES, RHOS)):
        yield f"  p {p:.1f}, ρ {rho:.1f}: alone {_percent(one)}, of 5 {_percent(five)}, false alarms {_percent(alarms)}"
    uneven = share_coverage(0.5, 0.05, 2, DRAWS, SEED, ((8, 10), (2, 100))).share or 0
    large = share_coverage(0.5, 0.05, 2, DRAWS, SEED, ((2, 100), (8, 10))).share or 0
    yield f"  8 × 10 beside 2 × 100, ρ 0.05: {_percent(uneven)} and {_percent(large)}"


def _cell(design: tuple[float, float]) -> tuple[tuple[float, float], float, float, float]:
    p, rho = design
    one, five = (share_coverage(p, rho, k, DRAWS, SEED).share or 0 for k in TREATMENTS)
    return design, one, five, false_alarms(p, rho, 5, DRAWS, SEED)


def _bags() -> Iterator[str]:
    yield f"Equal treatments of one bag each that are said to differ ({DRAWS} trials)"
    for rho_bag in (0.02, 0.05):
        pair, six = (bag_alarms(0.6, rho_bag, DRAWS, SEED, treatments=k) for k in (2, 6))
        crossed, pace = crossed_alarms(0.6, rho_bag, DRAWS, SEED), pace_alarms(0.6, rho_bag, DRAWS // 2, SEED)
        yield f"  ρ_bag {rho_bag}: pair {_percent(pair)}, 6 alike {_percent(six)}, crossed {_percent(crossed)}, pace {_percent(pace)}"
    one, two = (bag_power(0.4, 0.7, 0.03, DRAWS, SEED, bags=b) for b in (1, 2))
    yield f"  0.4 against 0.7, 4 dishes: shown from one bag {_percent(one)}, from two bags {_percent(two)}"


def _blocks() -> Iterator[str]:
    pair, overall = block_differences((0.5, 0.5), 1.0, DRAWS, SEED)
    yield f"Blocks that differ by 1 on the logit: false alarms, pair {_percent(pair)}, over all {_percent(overall)}"
    blocked, plain = (block_differences((0.4, 0.65), 1.0, DRAWS, SEED, with_blocks=b)[0] for b in (True, False))
    yield f"  0.4 against 0.65: shown with blocks {_percent(blocked)}, without {_percent(plain)}"


def _curves() -> Iterator[str]:
    one, two = (refused_share(0.7, f, 200, SEED) for f in (ONE_FLUSH, TWO_FLUSHES))
    yield f"Curves refused: one flush {_percent(one)}, two flushes {_percent(two)}"
    for dishes in (2, 4):
        found = half_time_intervals((8.0, 8.0), 300, SEED, dishes=dishes)
        yield f"  T50 of {dishes} dishes: interval holds it {_percent(found.covered)}, median width {found.width:.2f} of its logarithm"


def gentlest_of_those_not_shown_to_differ(shares: TrialShares, days: Sequence[float]) -> int:
    """Take the shortest of the treatments that no test shows to differ from the highest: the first edition's rule."""
    best = highest(shares, days)
    leader = shares.treatments[best].id
    beaten = {p.other(leader) for p in compare_shares(shares, Family.ALL).pairs_of(leader) if p.differs}
    left = [i for i, t in enumerate(shares.treatments) if t.id not in beaten]
    return min(left, key=lambda i: (days[i], -shares.treatments[i].share))


RULES = {"highest": highest, "first edition": gentlest_of_those_not_shown_to_differ}


def _decided(situation: Situation) -> Tally:
    return tally(situation, _given()["draws"], _given()["seed"], RULES)


def _given() -> dict[str, Any]:
    found: dict[str, Any] = json.loads(SITUATIONS.read_text(encoding="utf-8"))
    return found


def _decisions(pool: Pool) -> Iterator[str]:
    given = _given()
    situations = [
        Situation(
            s["id"],
            tuple(s["shares"]),
            tuple(given["days"][: len(s["shares"])]),
            s["dishes"],
            s["seeds"],
            s["rho"],
            s["bags"],
            s["rho_bag"],
        )
        for s in given["situations"]
    ]
    found = pool.map(_decided, situations)
    yield f"Decisions in {len(situations)} situations of {given['draws']} trials (seed {given['seed']}); loss in points, ties left out"
    for title, bags in (("without shared bags", False), ("with shared bags", True)):
        mine = [t for s, t in zip(situations, found, strict=True) if bool(s.bags) == bags]
        loss = {name: float(np.mean([np.mean(t.losses[name]) for t in mine])) for name in mine[0].losses}
        covered = float(np.mean([np.mean(t.covered) for t in mine]))
        said = ", ".join(f"{name} {x:.2f}" for name, x in loss.items())
        yield f"  {title}: {said}; the chosen range holds the truth {_percent(covered)}"
    stated = [x for s, t in zip(situations, found, strict=True) if not s.bags for x in t.stated]
    for low, high, trials, said_chance, true in calibration(stated):
        yield f"  stated chance {low:.1f}–{high:.1f} ({trials} trials): said {said_chance:.2f}, true {true:.2f}"


def _sowings() -> Iterator[str]:
    yield "Sowings that were promised 9 times in 10 (1,000 each)"
    for name, shares in SOWN.items():
        reached = [sowing_assurance(shares, 1000, SEED, rho_tray=rho) for rho in (0.02, 0.05)]
        yield f"  {name}: trays that differ by ρ 0.02 {_percent(reached[0])}, by 0.05 {_percent(reached[1])}"
    moves = half_life_moves(300, SEED)
    yield f"A half-life after a retest two months later moves by a factor of {np.median(moves):.2f} (median of 300)"


def _tests(pool: Pool) -> Iterator[str]:
    yield f"Expected plants of made-up lots: never tested, always 4 × 25, tested by its worth ({DRAWS} draws)"
    lots = lots_to_test()
    found = pool.starmap(gains, [(lot, DRAWS, SEED) for lot in lots])
    for lot, g in zip(lots, found, strict=True):
        layout = f"{len(g.design.treatments)} treatments, {g.design.dishes} × {g.design.seeds_per_dish}" if g.design else "no test"
        yield f"  {lot.name}: {g.never:.0f}, {g.always:.0f}, {g.followed:.0f} ({layout})"
    never, always, followed = (sum(getattr(g, name) for g in found) for name in ("never", "always", "followed"))
    yield f"  all {len(lots)} lots: {never:.0f}, {always:.0f}, {followed:.0f}"


def _seasons(pool: Pool) -> Iterator[str]:
    yield f"Seed lost over a season, by the next visit and by the fixed cadence ({SEASONS} seasons of each kind)"
    for shedding, followed, fixed in pool.imap(_kind_of_season, Shedding):
        (lost, visits, held), (lost_fixed, visits_fixed, _) = followed, fixed
        both = f"{_percent(lost)} in {visits:.1f} visits, {_percent(lost_fixed)} in {visits_fixed:.1f}"
        yield f"  {shedding}: {both}; half ripe in its range {_percent(held)}"


def _kind_of_season(shedding: Shedding) -> tuple[Shedding, tuple[float, float, float], tuple[float, float, float]]:
    draw = np.random.default_rng(SEED)
    seasons = [SimulatedSeason.draw(shedding, draw) for _ in range(SEASONS)]
    rows = []
    for follow in (True, False):
        found = [visited(s, draw, follow=follow) for s in seasons]
        held = [np.mean(f.held) for f in found if f.held]
        means = (np.mean([f.lost for f in found]), np.mean([f.visits for f in found]), np.mean(held) if held else 0.0)
        rows.append((float(means[0]), float(means[1]), float(means[2])))
    return shedding, rows[0], rows[1]
