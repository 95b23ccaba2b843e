"""Take one picture of each main view from freshly made demo data: ``python -m scripts.screenshots FOLDER [NAME …]``."""

import sys
import time
from pathlib import Path

from journeys.browser import DESK, PHONE, Browser
from scripts.demo_server import Api, DemoServer

VIEWS = {
    "today": ("/", DESK),
    "lots": ("/lots", DESK),
    "trial": ("/trials/{balsamroot}", DESK),
    "count": ("/trials/{balsamroot}/count", PHONE),
    "compare": ("/trials/{balsamroot}/compare", DESK),
    "new-trial": ("/trials/new?lot=1", DESK),
    "recipes": ("/recipes", DESK),
    "trials": ("/trials", DESK),
    "lot": ("/lots/{lot_balsamroot}", DESK),
    "stands": ("/stands", DESK),
    "stand": ("/stands/{stand_rabbitbrush}", DESK),
    "visit": ("/stands/{stand_rabbitbrush}", PHONE),
    "places": ("/places", DESK),
}
TRIALS = {"balsamroot": "HR-114", "mallow": "SM-052", "sumac": "RT-021", "cottonwood": "PO-003", "biscuitroot": "LD-027"}
LOTS = {"lot_balsamroot": "HR-114", "lot_flax": "LL-015", "lot_drying": "EN-047", "lot_weevils": "AF-008", "lot_cherry": "PV-017"}
KEPT = ["today", "lots", "trial", "count", "compare", "new-trial", "stands", "stand", "visit", "lot"]


def main(folder: Path, names: list[str]) -> None:
    """Take the pictures named into the folder."""
    folder.mkdir(parents=True, exist_ok=True)
    with DemoServer() as address:
        api = Api(address)
        ids = {name: api.trial(lot) for name, lot in TRIALS.items()}
        ids |= {name: api.get(f"/api/v1/lots/?search={code}")["results"][0]["id"] for name, code in LOTS.items()}
        ids["stand_rabbitbrush"] = api.get("/api/v1/stands/?search=rabbitbrush")["results"][0]["id"]
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
                browser.driver.get(address + path.format(**ids))
                time.sleep(1.2)
                browser.picture(target)
                print(target, *browser.console_errors())
        finally:
            browser.quit()


if __name__ == "__main__":
    main(Path(sys.argv[1]), sys.argv[2:] or KEPT)
