"""Take one picture of each main view from freshly made demo data: ``python -m scripts.screenshots FOLDER [NAME …]``."""

import sys
import time
from pathlib import Path

from selenium.webdriver.support.wait import WebDriverWait

from journeys.browser import DESK, PHONE, Browser
from scripts.demo_server import Api, DemoServer
from scripts.practised import practised

VIEWS = {
    "today": ("/", DESK),
    "lots": ("/lots", DESK),
    "trial": ("/trials/{balsamroot}", DESK),
    "count": ("/trials/{balsamroot}/count", PHONE),
    "compare": ("/trials/{balsamroot}/compare", DESK),
    "question": ("/trials/new?lot={lot_balsamroot}&asks=dose", DESK),
    "decide": ("/trials/{bitterbrush}/decide", DESK),
    "report": ("/trials/{mallow}/report", DESK),
    "closing": ("/trials/{tobacco}/close", DESK),
    "packet-day": ("/trials/{packets}/packets", DESK),
    "new-packet-day": ("/packet-day", DESK),
    "packet-round": ("/trials/{packets}/round", PHONE),
    "set-up": ("/trials/{balsamroot}/set-up", DESK),
    "bench-sheet": ("/trials/{balsamroot}/sheet", DESK),
    "waiting": ("/waiting", DESK),
    "recipes": ("/recipes/{recipe_cold}/change", DESK),
    "trials": ("/trials", DESK),
    "lot": ("/lots/{lot_balsamroot}", DESK),
    "stands": ("/stands", DESK),
    "stand": ("/stands/{stand_rabbitbrush}", DESK),
    "visit": ("/stands/{stand_rabbitbrush}", PHONE),
    "photo-count": ("/lots/{lot_flax}/photo-count", DESK),
    "places": ("/places", DESK),
    "plan": ("/plan?lot={lot_sumac}&place={place_shelf}&recipe={recipe_cold}&recipe={recipe_acid}&recipe={recipe_hot}", DESK),
    "round": ("/rounds", PHONE),
    "batch": ("/batches/{batch_balsamroot}", DESK),
    "timers": ("/timers", DESK),
    "supplies": ("/supplies", DESK),
    "work-year": ("/work-year", DESK),
    "round-list": ("/rounds/list", DESK),
    "log": ("/places/{place_fridge}/temperature", DESK),
    "sowing": ("/sowing/new?lot={lot_mallow}", DESK),
    "sowings": ("/sowing", DESK),
    "sown": ("/sowing/{sowing_mallow}", DESK),
    "know": ("/plants/{plant_bitterbrush}", DESK),
    "plants": ("/plants", DESK),
    "import": ("/import", DESK),
    "label": ("/lots/new", DESK),
    "glossary": ("/glossary", DESK),
    "practice": ("/practice/{practised}", DESK),
    "briefs": ("/practice", DESK),
    "people": ("/people", DESK),
    "account": ("/account", DESK),
    "backups": ("/backups", DESK),
    "changes": ("/changes", DESK),
    "bench": ("/practice/bench", DESK),
    "bench-count": ("/trials/1/count", PHONE),
}
# pages of a practice bench: a tab that is on one
ON_BENCH = {"bench", "bench-count"}
# what is pressed before a picture is taken
PRESSED = {"import": "a sample sheet", "label": "garden", "photo-count": "Look at an example"}
# what is typed into the field that is first on a page, after that
TYPED = {"label": "Lewis flax, Display garden, 12 Aug, about 40 plants, 18 g, box 1, still a bit damp"}
TRIALS = {
    "balsamroot": "HR-114",
    "mallow": "SM-052",
    "sumac": "RT-021",
    "cottonwood": "PO-003",
    "biscuitroot": "LD-027",
    "tobacco": "NA-019",
    "bitterbrush": "PT-040",
}
LOTS = {
    "lot_balsamroot": "HR-114",
    "lot_flax": "LL-015",
    "lot_drying": "EN-047",
    "lot_weevils": "AF-008",
    "lot_cherry": "PV-017",
    "lot_sumac": "RT-021",
    "lot_mallow": "SM-052",
}
RECIPES = {
    "recipe_four": "4 weeks cold, damp sand",
    "recipe_cold": "8 weeks cold, damp sand",
    "recipe_twelve": "12 weeks cold, damp sand",
    "recipe_acid": "acid 30 min, then 8 weeks cold",
    "recipe_hot": "hot water, then 12 weeks cold",
}
KEPT = [
    *("today", "trial", "count", "compare", "question", "packet-day", "stand", "photo-count", "lot"),
    *("recipes", "plan", "round", "batch"),
    *("decide", "report"),
    *("sowing", "know", "label", "practice"),
]


def wait_until_done(browser: Browser) -> None:
    """Wait until the page shows what it has; a page that is not done in time is no picture."""
    busy = "main div.waiting[role=status], .page-progress, main progress"
    done = f"return document.querySelector('main') && !document.querySelector('{busy}')"
    WebDriverWait(browser.driver, 30).until(lambda driver: driver.execute_script(done), "the page is still loading")
    # drawings follow their figures
    time.sleep(0.5)


def main(folder: Path, names: list[str]) -> None:
    """Take the pictures named into the folder."""
    folder.mkdir(parents=True, exist_ok=True)
    with DemoServer() as address:
        api = Api(address)
        ids = {name: api.trial(lot) for name, lot in TRIALS.items()}
        ids |= {name: api.get(f"/api/v1/lots/?search={code}")["results"][0]["id"] for name, code in LOTS.items()}
        ids["packets"] = api.get("/api/v1/trials/?kind=packet_day")["results"][0]["id"]
        ids["stand_rabbitbrush"] = api.get("/api/v1/stands/?search=rabbitbrush")["results"][0]["id"]
        recipes = {r["name"]: r["id"] for r in api.get("/api/v1/recipes/?page_size=500")["results"]}
        ids |= {name: recipes[title] for name, title in RECIPES.items()}
        places = api.get("/api/v1/places/?page_size=500")["results"]
        ids["place_shelf"] = next(p["id"] for p in places if p["name"] == "upper shelf")
        ids["place_fridge"] = next(p["id"] for p in places if p["name"] == "Fridge")
        bags = {b["lot_code"]: b["batch"] for p in api.get("/api/v1/bag-rounds/") for b in p["bags"]}
        ids |= {"batch_balsamroot": bags["HR-114"], "batch_elderberry": bags["SC-011"], "batch_sumac": bags["RT-021"]}
        ids["sowing_mallow"] = next(p["id"] for p in api.get("/api/v1/sowing-plans/") if p["lot_code"] == "SM-052")
        ids["plant_bitterbrush"] = next(p["taxon"] for p in api.get("/api/v1/knowledge/") if p["common_name"] == "antelope bitterbrush")
        if {"practice", "briefs", *ON_BENCH} & {n.partition("@")[0] for n in names}:
            ids["practised"], ids["bench"] = practised(api)
        browser = Browser()
        try:
            browser.driver.get(address + "/sign-in")
            for name, value in api.cookies.items():
                browser.driver.add_cookie({"name": name, "value": value, "path": "/"})
            for name in names:
                view, _, width = name.partition("@")
                path, size = VIEWS.get(view, (view, DESK))
                target = folder / f"{name.strip('/').replace('/', '-').replace('@', '-').format(**ids)}.png"
                browser.size(*((int(width), 844) if width else size))
                kept = f"setItem('awake-furrow-bench', '{ids['bench']}')" if view in ON_BENCH else "removeItem('awake-furrow-bench')"
                browser.driver.execute_script(f"sessionStorage.{kept}")
                browser.driver.get(address + path.format(**ids))
                wait_until_done(browser)
                if name in PRESSED:
                    browser.driver.find_element("xpath", f"//button[contains(., '{PRESSED[name]}')]").click()
                    time.sleep(2)
                    wait_until_done(browser)
                if name in TYPED:
                    browser.driver.find_element("css selector", "form input").send_keys(TYPED[name])
                    time.sleep(2)
                browser.picture(target)
                print(target, *browser.console_errors())
        finally:
            browser.quit()


if __name__ == "__main__":
    main(Path(sys.argv[1]), sys.argv[2:] or KEPT)
