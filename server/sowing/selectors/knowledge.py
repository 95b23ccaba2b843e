"""What is known of a plant: every trial, recipe, lot and outcome over the years, and what is still open."""

from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from django.db.models import Q

from core.germination import PooledShare
from core.seedstock import HazardCare, cares
from core.treatment import TreatmentKey, years_sentence
from core.verdict import NeverTested, RecipeEvidence, best_sentence, best_so_far, never_tested, openness, plant_share_sentence
from core.vocabulary import Hazard, Openness, Question, TrialState
from server.evidence.selectors.conclusions import ConclusionView, of_lots
from server.evidence.selectors.earlier import EarlierLine, Key, ResultsOver, gather, results_over
from server.evidence.selectors.lot_page import LotDecision, decisions_of, forecast_of
from server.evidence.selectors.lot_tests import LotTest, LotTests, lot_tests
from server.evidence.selectors.typical_scatter import typical_scatters
from server.lots.models import Lot
from server.lots.selectors import Stock, stocks
from server.reference.models import Taxon
from server.sowing.models import Tray
from server.sowing.selectors.trays import TrayView, learned_plant_share, tray_views
from server.trials.models import Trial
from server.trials.selectors.lots import PlantKey, lots_of, plant_of
from server.trials.selectors.state import trials, trials_of


@dataclass(frozen=True)
class KnownRecipe:
    """A treatment over all trials of the plant; `openness` says how much its question is still open. `recipe` None: sown as it is."""

    name: str
    recipe: int | None
    lines: list[EarlierLine]
    pooled: PooledShare
    sentence: str
    openness: Openness
    best: bool


@dataclass(frozen=True)
class KnownLot:
    """A lot of the plant with its tests over the years, and how long it is likely to keep."""

    id: int
    code: str
    origin_place: str
    collected_on: date | None
    collected_precision: str
    stock: Stock
    ended: str
    tests: list[LotTest]
    keeps: str


@dataclass(frozen=True)
class KnownTrial:
    """A trial of the plant as a line."""

    id: int
    code: str
    question: str
    asks: Question
    lot_code: str
    sown_on: date
    state: TrialState


@dataclass(frozen=True)
class PlantKnowledge:
    """Everything on one page. `taxon` is None while the species is unknown; then it is of the one lot `lot`."""

    taxon: int | None
    taxon_version: int | None
    lot: int | None
    name: str
    common_name: str
    note: str
    note_source: str
    note_confidence: str
    seed_size: str
    light_need: str
    woody: bool
    years_to_flower: int | None
    growth: str
    cares: list[HazardCare]
    caution: str
    best: str
    recipes: list[KnownRecipe]
    never_tested: NeverTested
    trials: list[KnownTrial]
    lots: list[KnownLot]
    trays: list[TrayView]
    plant_share: str
    conclusions: list[ConclusionView]
    decisions: list[LotDecision]


@dataclass(frozen=True)
class KnowledgeRow:
    """A plant as a line of the list: exactly one of `taxon` and `lot` is set."""

    taxon: int | None
    lot: int | None
    name: str
    common_name: str
    lots: int
    trials: int
    best: str
    best_name: str
    best_share: float | None
    best_lower: float | None
    best_upper: float | None
    openness: Openness
    hazards: list[Hazard]


@dataclass(frozen=True)
class Plant:
    """A plant, or one lot whose species is unknown, with its lots and trials and the lines of its treatments; None without a trial."""

    taxon: Taxon | None
    lots: Sequence[Lot]
    trials: Sequence[Trial]
    told: ResultsOver | None

    @property
    def evidence(self) -> list[tuple[Key, RecipeEvidence]]:
        """Treatments over trials, the one that germinated best first."""
        return _evidence(self.told) if self.told else []


def every_plant() -> list[Plant]:
    """Every plant there is a lot or a trial of, by its common name, in a fixed number of queries."""
    plants: dict[PlantKey, list[Lot]] = defaultdict(list)
    for lot in Lot.objects.select_related("taxon"):
        plants[plant_of(lot)].append(lot)
    of_plant: dict[PlantKey, list[Trial]] = defaultdict(list)
    every = list(trials())
    for trial in every:
        for plant in {plant_of(lot) for lot in trial.lots}:
            of_plant[plant].append(trial)
    typical, gathered = typical_scatters(), gather([t.pk for t in every])
    found = []
    for plant, own in plants.items():
        mine = of_plant[plant]
        found.append(Plant(own[0].taxon, own, mine, results_over(plant, mine, typical, gathered) if mine else None))
    return sorted(found, key=lambda p: (p.lots[0].common_name.lower(), p.lots[0].name))


def knowledge_rows() -> list[KnowledgeRow]:
    """Every plant as a line of the list."""
    return [_row(plant) for plant in every_plant()]


def _row(plant: Plant) -> KnowledgeRow:
    evidence = [e for _, e in plant.evidence]
    best = best_so_far(evidence)
    first = plant.lots[0]
    return KnowledgeRow(
        taxon=plant.taxon.pk if plant.taxon else None,
        lot=None if plant.taxon else first.pk,
        name=first.name,
        common_name=first.common_name,
        lots=len(plant.lots),
        trials=len(plant.trials),
        best=best_sentence(evidence),
        best_name=best.name if best else "",
        best_share=best.pooled.mean.median if best else None,
        best_lower=best.pooled.mean.lower if best else None,
        best_upper=best.pooled.mean.upper if best else None,
        openness=openness(best),
        hazards=first.taxon.hazard_words if first.taxon else first.hazard_words,
    )


def plant_knowledge(taxon: Taxon | None, lot: Lot | None, today: date) -> PlantKnowledge:
    """One plant, or one lot whose species is unknown."""
    mine = Q(taxon=taxon) if taxon is not None else Q(pk=lot.pk if lot else None)
    lots = list(Lot.objects.filter(mine).select_related("taxon", "place__parent__parent__parent").order_by("-collected_on", "code"))
    found = list(trials_of(lots).order_by("-sow_on", "-pk"))
    typical = typical_scatters()
    tests = lot_tests(found, typical)
    told = results_over((taxon.pk, None) if taxon else (None, lot.pk if lot else None), found, typical, tests.gathered)
    keyed = _evidence(told)
    evidence = [e for _, e in keyed]
    best = best_so_far(evidence)
    left = stocks([x.pk for x in lots])
    known_lots = [_lot(x, tests, left[x.pk], today) for x in lots]
    hazards = taxon.hazard_words if taxon else lots[0].hazard_words if lots else []
    return PlantKnowledge(
        taxon=taxon.pk if taxon else None,
        taxon_version=taxon.version if taxon else None,
        lot=lot.pk if lot else None,
        name=taxon.scientific_name if taxon else lot.name if lot else "",
        common_name=(taxon.common_name or taxon.scientific_name) if taxon else lot.common_name if lot else "",
        note=taxon.note if taxon else "",
        note_source=taxon.note_source if taxon else "",
        note_confidence=taxon.note_confidence if taxon else "",
        seed_size=taxon.seed_size if taxon else "",
        light_need=taxon.light_need if taxon else "",
        woody=taxon.woody if taxon else False,
        years_to_flower=taxon.years_to_flower if taxon else None,
        growth=years_sentence(taxon.years_to_flower, tree=taxon.woody) if taxon else "",
        cares=cares(hazards),
        caution=taxon.caution if taxon else "",
        best=best_sentence(evidence),
        recipes=[_recipe(key, e, told, best) for key, e in keyed],
        never_tested=missing_of(taxon, told),
        trials=[
            KnownTrial(t.pk, t.code, t.question, Question(t.asks), lots_of(t)["lot_code"], t.sow_on, tests.standing[t.pk].state)
            for t in found
        ],
        lots=known_lots,
        trays=tray_views(Tray.objects.filter(lot__in=lots).order_by("-pk")),
        plant_share=plant_share_sentence(learned_plant_share(lots[0])) if lots else "",
        conclusions=of_lots(lots),
        decisions=decisions_of(lots, found, tests, typical),
    )


def _lot(lot: Lot, told: LotTests, stock: Stock, today: date) -> KnownLot:
    own = told.of(lot)
    keeps = forecast_of(lot, own, today).sentence if own.tests else ""
    return KnownLot(lot.pk, lot.code, lot.origin_place, lot.collected_on, lot.collected_precision, stock, lot.ended, own.tests, keeps)


def _evidence(told: ResultsOver) -> list[tuple[Key, RecipeEvidence]]:
    """Treatments over trials, the one that germinated best first."""
    found = []
    for key in told.lines:
        pooled = told.view(key).pooled
        if pooled is not None:
            found.append(
                (key, RecipeEvidence(told.names[key], pooled, told.replicated[key], isinstance(key, TreatmentKey) and key.untreated))
            )
    return sorted(found, key=lambda x: (-x[1].pooled.mean.median, x[1].name))


def _recipe(key: Key, e: RecipeEvidence, told: ResultsOver, best: RecipeEvidence | None) -> KnownRecipe:
    view = told.view(key)
    return KnownRecipe(e.name, told.recipes.get(key), view.lines, e.pooled, view.sentence, openness(e), e is best)


def missing_of(taxon: Taxon | None, told: ResultsOver | None) -> NeverTested:
    """What no treatment had that was counted, those first that the notes on the plant name."""
    tried = [key for key in told.lines if isinstance(key, TreatmentKey)] if told else []
    return never_tested(tried, taxon.woken_by_words if taxon else [])
