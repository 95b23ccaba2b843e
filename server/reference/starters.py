"""Starter plants: notes from common horticultural practice, offered when somebody names such a plant; starting points, not tested here."""

from dataclasses import dataclass

from core.vocabulary import (
    EmbryoSize,
    Hazard,
    LightNeed,
    SeedSize,
    Shedding,
    SowSeason,
    StepKind,
    StorageBehaviour,
    StorageClass,
)


@dataclass(frozen=True)
class StarterPlant:
    """What is usually said of a plant: how it sheds, keeps, is sown, what breaks its dormancy, and its hazards."""

    scientific_name: str
    common_name: str
    note: str
    caution: str = ""
    hazards: tuple[Hazard, ...] = ()
    woken_by: tuple[StepKind, ...] = ()
    shedding: Shedding = Shedding.HOLDS
    storage_behaviour: StorageBehaviour = StorageBehaviour.ORTHODOX
    storage_class: StorageClass = StorageClass.MEDIUM
    chaffy: bool = False
    embryo: EmbryoSize | None = None
    sow_season: SowSeason = SowSeason.AUTUMN
    seed_size: SeedSize = SeedSize.MIDDLING
    light_need: LightNeed = LightNeed.EITHER
    woody: bool = False
    years_to_flower: int | None = None


STARTER_PLANTS = (
    StarterPlant(
        "Balsamorhiza sagittata",
        "arrowleaf balsamroot",
        "Needs long cold stratification, then germinates at cool temperatures.",
        woken_by=(StepKind.COLD_MOIST,),
        shedding=Shedding.SHATTERS,
        seed_size=SeedSize.LARGE,
        years_to_flower=3,
    ),
    StarterPlant(
        "Penstemon palmeri",
        "Palmer's penstemon",
        "May or may not need cold; light may matter.",
        woken_by=(StepKind.COLD_MOIST,),
        storage_class=StorageClass.LONG,
        seed_size=SeedSize.FINE,
        light_need=LightNeed.LIGHT,
        years_to_flower=2,
    ),
    StarterPlant(
        "Sphaeralcea munroana",
        "Munro's globemallow",
        "Hard coat: nick, sandpaper or hot water.",
        woken_by=(
            StepKind.NICK,
            StepKind.SANDPAPER,
            StepKind.HOT_WATER,
        ),
        shedding=Shedding.SHATTERS,
        storage_class=StorageClass.LONG,
        sow_season=SowSeason.SPRING,
        seed_size=SeedSize.MIDDLING,
        years_to_flower=1,
    ),
    StarterPlant(
        "Astragalus filipes",
        "basalt milkvetch",
        "Hard coat; seed is scarce.",
        woken_by=(StepKind.NICK,),
        storage_class=StorageClass.LONG,
        seed_size=SeedSize.MIDDLING,
        years_to_flower=2,
    ),
    StarterPlant(
        "Rhus trilobata",
        "skunkbush sumac",
        "Hard coat, then cold.",
        woken_by=(
            StepKind.ACID,
            StepKind.COLD_MOIST,
        ),
        shedding=Shedding.FLESHY,
        storage_class=StorageClass.LONG,
        seed_size=SeedSize.LARGE,
        woody=True,
        years_to_flower=4,
    ),
    StarterPlant(
        "Nicotiana attenuata",
        "coyote tobacco",
        "Smoke breaks its dormancy.",
        caution="Poisonous. Wear gloves. Keep it away from food and children. Ask a trained person.",
        hazards=(Hazard.POISONOUS,),
        woken_by=(StepKind.SMOKE_WATER,),
        shedding=Shedding.BURSTS,
        sow_season=SowSeason.SPRING,
        seed_size=SeedSize.FINE,
        light_need=LightNeed.LIGHT,
        years_to_flower=1,
    ),
    StarterPlant(
        "Emmenanthe penduliflora",
        "whispering bells",
        "Smoke water for some hours; too long harms.",
        woken_by=(StepKind.SMOKE_WATER,),
        shedding=Shedding.SHATTERS,
        seed_size=SeedSize.FINE,
        light_need=LightNeed.DARK,
        years_to_flower=1,
    ),
    StarterPlant(
        "Ceanothus velutinus",
        "snowbrush",
        "Hot water, then months of cold: in that order.",
        woken_by=(
            StepKind.HOT_WATER,
            StepKind.COLD_MOIST,
        ),
        shedding=Shedding.BURSTS,
        storage_class=StorageClass.LONG,
        seed_size=SeedSize.MIDDLING,
        woody=True,
        years_to_flower=5,
    ),
    StarterPlant(
        "Lomatium dissectum",
        "fernleaf biscuitroot",
        "Needs months of cold, and germinates in the cold itself.",
        woken_by=(StepKind.COLD_MOIST,),
        embryo=EmbryoSize.SMALL,
        seed_size=SeedSize.LARGE,
        years_to_flower=4,
    ),
    StarterPlant(
        "Purshia tridentata",
        "antelope bitterbrush",
        "Some weeks of cold; sprouts in the bag when left longer.",
        woken_by=(StepKind.COLD_MOIST,),
        shedding=Shedding.SHATTERS,
        seed_size=SeedSize.LARGE,
        woody=True,
        years_to_flower=6,
    ),
    StarterPlant(
        "Sambucus cerulea",
        "blue elderberry",
        "Warm, then cold. Clean off the pulp.",
        woken_by=(
            StepKind.WARM_MOIST,
            StepKind.COLD_MOIST,
        ),
        shedding=Shedding.FLESHY,
        seed_size=SeedSize.MIDDLING,
        woody=True,
        years_to_flower=3,
    ),
    StarterPlant(
        "Prunus virginiana",
        "chokecherry",
        "Needs months of cold. Clean off the pulp.",
        caution="The stones are poisonous. Do not eat or burn them.",
        hazards=(Hazard.POISONOUS,),
        woken_by=(StepKind.COLD_MOIST,),
        shedding=Shedding.FLESHY,
        seed_size=SeedSize.LARGE,
        woody=True,
        years_to_flower=5,
    ),
    StarterPlant(
        "Populus trichocarpa",
        "black cottonwood",
        "Fluffy seed that lives for days to weeks. Sow it at once.",
        shedding=Shedding.FLIES,
        storage_behaviour=StorageBehaviour.SHORT_LIVED,
        storage_class=StorageClass.SHORT,
        seed_size=SeedSize.FINE,
        light_need=LightNeed.LIGHT,
        woody=True,
        years_to_flower=10,
    ),
    StarterPlant(
        "Ericameria nauseosa",
        "rubber rabbitbrush",
        "Not dormant; much of the seed is empty.",
        shedding=Shedding.FLIES,
        storage_class=StorageClass.SHORT,
        chaffy=True,
        seed_size=SeedSize.MIDDLING,
        light_need=LightNeed.LIGHT,
        woody=True,
        years_to_flower=2,
    ),
    StarterPlant(
        "Toxicoscordion venenosum",
        "meadow deathcamas",
        "Needs cold stratification.",
        caution="All parts are deadly poisonous. Always wear gloves.",
        hazards=(Hazard.POISONOUS,),
        woken_by=(StepKind.COLD_MOIST,),
        embryo=EmbryoSize.SMALL,
        seed_size=SeedSize.MIDDLING,
        years_to_flower=4,
    ),
    StarterPlant(
        "Linum lewisii",
        "Lewis flax",
        "No dormancy; ages slowly.",
        sow_season=SowSeason.SPRING,
        seed_size=SeedSize.MIDDLING,
        years_to_flower=2,
    ),
)
BY_NAME = {p.scientific_name: p for p in STARTER_PLANTS}
