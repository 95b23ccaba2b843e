"""Measure the evidence: curves, comparison and decision of a large trial, its page, and the report."""

import subprocess
import sys
import time

import numpy as np
from scipy import optimize

from core.decision import Candidate, decide
from core.design import smallest_differences
from core.germination import (
    CountedDish,
    CountedTreatment,
    CourseFit,
    compare_final,
    compare_mgt,
    compare_pace,
    course_loglik,
    course_of,
    final_shares,
    fit_course,
    indices,
    leave_one_dish_out,
    log_time_variance,
    pair_indices,
    shared_horizon,
    shown_fit,
)
from core.records import CountRecord, Inspection
from core.vocabulary import CurveFamily, Family
from scripts.bench_row import Row, median_ms
from scripts.demo_server import Api, DemoServer


def large_trial(seed: int) -> list[list[CountRecord]]:
    """Twelve treatments of eight dishes of 100 seeds, looked at sixty times."""
    draw = np.random.default_rng(seed)
    out = []
    for t in range(12):
        dishes = []
        for _ in range(8):
            days = (10 + t) * np.exp(draw.logistic(size=20 + 5 * t) / 4)
            new = np.histogram(days, bins=np.arange(61))[0]
            dishes.append(CountRecord(100, tuple(Inspection(d + 1, germinated=int(n)) for d, n in enumerate(new))))
        out.append(dishes)
    return out


def compare(trial: list[list[CountRecord]]) -> None:
    """All that the compare page computes of a trial that was never seen: tests, three families, leave-one-out, every index."""
    counted = [CountedTreatment(f"t{i}", tuple(CountedDish(d.germinated, d.sown) for d in t)) for i, t in enumerate(trial)]
    names = [c.id for c in counted]
    compare_final(counted, Family.ALL)
    against = compare_final(counted, Family.CONTROL, "t0")
    smallest_differences(against.shares, pair_indices(names, Family.CONTROL, "t0"))
    horizon = shared_horizon([d for t in trial for d in t])
    compare_mgt(names, trial, Family.CONTROL, "t0")
    compare_pace(names, trial, Family.CONTROL, "t0", horizon)
    fits = [[fit_course(course_of(dishes), family) for family in CurveFamily] for dishes in trial]
    for dishes, row in zip(trial, fits, strict=True):
        best = row[0]
        if isinstance(best, CourseFit):
            shown_fit(dishes, best.family)
            log_time_variance(dishes, best)
        leave_one_dish_out(dishes, ["mgt", "t50", "area", "spread"], horizon)
        for dish in dishes:
            indices([dish], horizon)


def evidence(api: Api, demo: DemoServer) -> list[Row]:
    """The comparison computed and over HTTP, cold and unchanged; the report; the fit beside a general minimiser."""
    seeds = iter(range(1, 100))
    rows = [
        Row("Compare of 12 × 8 × 60 with curves, computed", median_ms(lambda: compare(large_trial(next(seeds))), 5, 1), 1200, "ms"),
        _decision(),
    ]
    wide, usual = _trial("wide", demo), _trial("usual", demo)
    path = f"/api/v1/trials/{wide}/comparison/"
    start = time.perf_counter()
    api.get(path)
    cold = 1000 * (time.perf_counter() - start)
    rows += [
        Row("GET Compare of it, cold", cold, 1200, "ms"),
        Row("GET Compare of it, unchanged", median_ms(lambda: api.get(path), 10), 50, "ms"),
        Row("PDF of a trial of six treatments", median_ms(lambda: api.content(f"/api/v1/trials/{usual}/report.pdf/"), 3, 0) / 1000, 5, "s"),
        Row("PDF of 12 × 8 × 60", median_ms(lambda: api.content(f"/api/v1/trials/{wide}/report.pdf/"), 2, 0) / 1000, 15, "s"),
    ]
    return [*rows, _ratio()]


def _decision() -> Row:
    """The decision on twelve treatments."""
    counted = [CountedTreatment(f"t{i}", tuple(CountedDish(4 + i, 25) for _ in range(8))) for i in range(12)]
    shares = final_shares(counted)
    candidates = [Candidate(t.id, t.share, t.n_eff, float(i), hazard=False) for i, t in enumerate(shares.treatments)]
    return Row("Decision on 12 treatments", median_ms(lambda: decide(candidates, shares.critical), 20, 2), 15, "ms")


def _trial(size: str, demo: DemoServer) -> int:
    command = [sys.executable, "-m", "scripts.long_trial", size]
    made = subprocess.run(command, env=demo.environment, check=True, capture_output=True, text=True)
    return int(made.stdout)


def _ratio() -> Row:
    """How many times as long a general minimiser with numerical gradients takes for the same tops, in one run."""
    trial = large_trial(3)
    own = median_ms(lambda: [fit_course(course_of(t), CurveFamily.LOGLOGISTIC) for t in trial], 3, 1)
    general = median_ms(lambda: [_general(t) for t in trial], 1, 0)
    worse = max(_general(t) + f.loglik for t in trial if isinstance(f := fit_course(course_of(t), CurveFamily.LOGLOGISTIC), CourseFit))
    print(f"the fit's log-likelihood lies at most {max(0.0, -worse):.1e} below what a general minimiser finds")
    return Row("a general minimiser takes so many times as long", general / own, float("inf"), "×")


def _general(dishes: list[CountRecord]) -> float:
    """The smallest minus log-likelihood that scipy finds from the same start."""
    came = sum(d.germinated for d in dishes) / sum(d.sown for d in dishes)
    middle = np.log(np.mean([i.t for d in dishes for i in d.inspections if i.germinated]))

    def minus(x: np.ndarray) -> float:
        ready, shape, scale = 1 / (1 + np.exp(-x[0])), np.exp(min(x[1], 6)), np.exp(x[2])
        return -course_loglik(dishes, CurveFamily.LOGLOGISTIC, float(ready), float(shape), float(scale))

    start = [np.log(came / max(1e-3, 1 - came)), 1.0, middle]
    return float(optimize.minimize(minus, start, method="BFGS").fun)
