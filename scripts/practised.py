"""A try on the practice bench, run to its end through the API: for the picture of its result."""

from typing import Any

from scripts.demo_server import Api

BRIEF = "two-steps-in-order"
SAYS = {"nick": "same", "8 weeks cold": "better", "nick, then 8 weeks cold": "better"}


def practised(api: Api) -> tuple[int, int]:
    """Ids of a concluded try, and of one that is still open and being counted."""
    return _run(api, conclude=True), _run(api, conclude=False)


def _run(api: Api, *, conclude: bool) -> int:
    pk = int(api.post("/api/v1/practice/", {"brief": BRIEF})["id"])
    there = f"?bench={pk}"
    recipes = {r["name"]: r["id"] for r in api.get(f"/api/v1/recipes/{there}")["results"]}
    treatments: list[dict[str, Any]] = [{"name": "as it is", "recipe": None, "is_control": True}]
    treatments += [{"name": n, "recipe": recipes[n]} for n in SAYS]
    bench = api.get(f"/api/v1/practice/{pk}/")
    body = {
        "lot": bench["lot"],
        "question": "Which step opens the coat, and which breaks dormancy?",
        "treatments": treatments,
        "dishes_per_treatment": 5,
        "seeds_per_dish": 20,
        "sow_on": bench["today"],
    }
    trial = {"trial": api.post(f"/api/v1/trials/{there}", body)["id"]}
    api.post(f"/api/v1/practice/{pk}/treat-and-sow/", trial)
    for days in (5, 4, 4, 5) if conclude else (5, 4):
        api.post(f"/api/v1/practice/{pk}/go-on/", {"days": days})
        if conclude:
            api.post(f"/api/v1/practice/{pk}/count-round/", trial)
    if conclude:
        api.post(f"/api/v1/practice/{pk}/cut-all/", trial)
        said = [{"treatment": name, "says": says} for name, says in SAYS.items()]
        api.post(f"/api/v1/practice/{pk}/conclude/", trial | {"says": said, "of": "nick, then 8 weeks cold", "low": 0.7, "high": 0.95})
    return pk
