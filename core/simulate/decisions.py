"""How well rules of decision do on drawn trials whose true shares are known (docs/methods/decide.md)."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from itertools import pairwise

import numpy as np

from core.decision import DAYS_A_WEEK, Candidate, Decision, decide
from core.germination import CountedTreatment, TrialShares, final_shares
from core.simulate.trials import drawn_treatment
from core.vocabulary import DecisionAim

BANDS = (0.0, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9, 1.0)

# given the shares of a drawn trial and the days of its treatments, the place of the treatment to use
Rule = Callable[[TrialShares, Sequence[float]], int]


@dataclass(frozen=True, slots=True)
class Situation:
    """True shares 0..1 of the treatments of a trial, how long each takes in days, and how the trial is laid out.

    `bags` are those that each treatment of more than 0 days is treated in, 0 for none; `rho`, `rho_bag` are correlations 0..1.
    """

    name: str
    shares: tuple[float, ...]
    days: tuple[float, ...]
    dishes: int
    seeds: int
    rho: float
    bags: int = 0
    rho_bag: float = 0.0

    def draw(self, rng: np.random.Generator) -> list[CountedTreatment]:
        """Draw the counts of one trial."""
        out = []
        for i, (p, days) in enumerate(zip(self.shares, self.days, strict=True)):
            bags = self.bags if days > 0 else 0
            made = drawn_treatment(f"t{i}", p, rng, dishes=self.dishes, seeds=self.seeds, rho=self.rho, bags=bags, rho_bag=self.rho_bag)
            out.append(made)
        return out


@dataclass
class Tally:
    """What decisions on the trials of one situation came to.

    Attributes
    ----------
    losses : dict of str to list of float
        For each rule: best true share less the true share it chose, points of 100; trials whose highest shares are tied are left out.
    stated : list of (float, float)
        Stated chance of the chosen treatment to be the best, and whether it was: 1 or 0, and 1/k where k are truly equal and best.
        Trials whose highest shares are tied are left out.
    covered : list of bool
        Whether the chosen treatment's 95 % range held its true share.
    """

    losses: dict[str, list[float]]
    stated: list[tuple[float, float]]
    covered: list[bool]


def decided(shares: TrialShares, days: Sequence[float], aim: DecisionAim = DecisionAim.MOST) -> Decision:
    """Decide on the shares of a trial as the application does, with the treatments' days alone as their time."""
    candidates = [Candidate(t.id, t.share, t.n_eff, d / DAYS_A_WEEK, False) for t, d in zip(shares.treatments, days, strict=True)]
    return decide(candidates, shares.critical, replicated=shares.df is not None, aim=aim)


def highest(shares: TrialShares, days: Sequence[float]) -> int:
    """Take the highest share: the rule to compare with."""
    del days
    return int(np.argmax([t.share for t in shares.treatments]))


def tally(situation: Situation, draws: int, seed: int, rules: Mapping[str, Rule]) -> Tally:
    """Draw trials of a situation and decide on each, by the application's rule and by others."""
    rng = np.random.default_rng(seed)
    out = Tally({name: [] for name in ("decide", *rules)}, [], [])
    best = max(situation.shares)
    for _ in range(draws):
        shares = final_shares(situation.draw(rng))
        found = decided(shares, situation.days)
        chosen, truth = found.chosen, situation.shares[found.use]
        out.covered.append(chosen.lower <= truth <= chosen.upper)
        seen = sorted(t.share for t in shares.treatments)
        if len(seen) > 1 and seen[-1] == seen[-2]:
            continue
        out.stated.append((chosen.chance_best, (truth == best) / situation.shares.count(best)))
        out.losses["decide"].append(100 * (best - truth))
        for name, rule in rules.items():
            out.losses[name].append(100 * (best - situation.shares[rule(shares, situation.days)]))
    return out


def calibration(stated: Sequence[tuple[float, float]]) -> list[tuple[float, float, int, float, float]]:
    """Return (from, to, trials, mean stated chance, share true) of each band of stated chances that has trials."""
    out = []
    for low, high in pairwise(BANDS):
        inside = [(c, t) for c, t in stated if low <= c < high or (high == 1.0 and c == 1.0)]
        if inside:
            out.append((low, high, len(inside), sum(c for c, _ in inside) / len(inside), sum(t for _, t in inside) / len(inside)))
    return out
