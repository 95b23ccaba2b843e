"""Measure what must be fast and print a table: ``python -m scripts.bench``. Limits are guides for the machine it was written on."""

import gzip
import re
import subprocess
import sys
import time
from collections.abc import Callable
from datetime import UTC, datetime, timedelta
from pathlib import Path
from urllib.parse import quote

import numpy as np

from core.temperature import chill, log_csv, read_log
from scripts.bench_browser import in_the_browser
from scripts.bench_evidence import evidence
from scripts.bench_photos import photos
from scripts.bench_promises import promises
from scripts.bench_row import ROUNDS, Row, median_ms
from scripts.bench_sowing import sowing
from scripts.bench_ten_years import ten_years
from scripts.demo_server import Api, DemoServer

YEAR_OF_READINGS = 105_120
WEB = Path("web/dist")


def first_page_kb() -> float:
    """Compressed JavaScript that Today loads: its entry, and all that the entry and the page import before charts."""
    seen: set[str] = set()
    queue = re.findall(r'assets/([\w.-]+\.js)"', (WEB / "index.html").read_text())
    queue += [p.name for p in (WEB / "assets").glob("TodayPage-*.js")]
    while queue:
        name = queue.pop()
        if name in seen:
            continue
        seen.add(name)
        queue += re.findall(r'(?:from|import)\s*"\./([\w.-]+\.js)"', (WEB / "assets" / name).read_text())
    return sum(len(gzip.compress((WEB / "assets" / n).read_bytes())) for n in seen) / 1000


def reads(api: Api, pages: dict[str, str], note: str, limit: float, rounds: int = ROUNDS) -> list[Row]:
    """Median times of some reads over HTTP."""

    def read(path: str) -> Callable[[], object]:
        return lambda: api.get(path)

    return [Row(f"GET {name}, {note}", median_ms(read(path), rounds), limit, "ms") for name, path in pages.items()]


def requests(api: Api) -> list[Row]:
    """The pages' reads over HTTP."""
    trial = api.trial("HR-114")
    paths = {
        "Today": "/api/v1/today/",
        "Lots": "/api/v1/lots/?page_size=200",
        "Trials": "/api/v1/trials/?page_size=200",
        "Trial": f"/api/v1/trials/{trial}/overview/",
        "Count sheet": f"/api/v1/trials/{trial}/count-sheet/",
        "Compare": f"/api/v1/trials/{trial}/comparison/",
        "Bags": "/api/v1/bag-rounds/",
        "Batch": f"/api/v1/batches/{api.get('/api/v1/bag-rounds/')[-1]['bags'][0]['batch']}/page/",
        "Timers": "/api/v1/timers/",
    }
    return reads(api, paths, "median", 100)


def logs() -> list[Row]:
    """A year of temperatures at five minutes: reading the file, and the cold in it."""
    temps = np.round(3 + 2 * np.sin(np.arange(YEAR_OF_READINGS) / 40), 1)
    start = datetime(2025, 1, 1, tzinfo=UTC)
    text = log_csv(start, temps, timedelta(minutes=5))
    hours = np.arange(YEAR_OF_READINGS) / 12
    return [
        Row("a year's log at 5 minutes, read", median_ms(lambda: read_log(text, UTC), 3) / 1000, 5, "s"),
        Row("its cold, computed", median_ms(lambda: chill(hours, temps), 10), 50, "ms"),
    ]


def many_lots(api: Api, demo: DemoServer) -> list[Row]:
    """The lots' pages with 5,000 lots and 50,000 lines of ledgers beside the demo's, filtered letter by letter."""
    subprocess.run([sys.executable, "-m", "scripts.many_lots"], env=demo.environment, check=True, stdout=subprocess.DEVNULL)
    lot = api.get("/api/v1/lots/?search=HR-114")["results"][0]["id"]
    one = api.get("/api/v1/lots/?search=M-04321")["results"][0]["id"]
    typed = ["m", "me", "measured", "measured plant 12", "scree", "scree creek 7", "M-0432"]
    pages = {
        "Lots": "/api/v1/lots/?page_size=200",
        "Lot page": f"/api/v1/lots/{lot}/page/",
        "Lot ledger": f"/api/v1/lots/{one}/ledger/",
        "Stands": "/api/v1/stands/?page_size=500",
        "Today": "/api/v1/today/",
    }
    rows = reads(api, pages, "5,000 lots, 50,000 lines", 150)
    letters = [median_ms(lambda words=words: api.get(f"/api/v1/lots/?page_size=200&search={quote(words)}"), 10) for words in typed]  # type: ignore[misc]
    return [*rows, Row("filter as you type, slowest of seven", max(letters), 150, "ms")]


def counting(api: Api, demo: DemoServer) -> list[Row]:
    """A tap until it is drawn, and a trial of 90 looks × 32 dishes over fourteen months."""
    made = subprocess.run([sys.executable, "-m", "scripts.long_trial"], env=demo.environment, check=True, capture_output=True, text=True)
    trial = int(made.stdout)
    pages = {"Trial": f"/api/v1/trials/{trial}/overview/", "Count sheet": f"/api/v1/trials/{trial}/count-sheet/"}
    rows = reads(api, pages, "90 looks × 32 dishes", 200, 10)
    tap, drawn = in_the_browser(api, api.trial("HR-114"), trial)
    return [*rows, Row("a tap until it is drawn, median", tap, 50, "ms"), Row("that trial drawn after its answer", drawn, 300, "ms")]


def main() -> None:
    """Measure and print."""
    start = time.perf_counter()
    demo = DemoServer()
    with demo as address:
        started = time.perf_counter() - start
        api = Api(address)
        rows = [
            Row("set-up checkout to answering", started, 10, "s"),
            *requests(api),
            *logs(),
            *evidence(api, demo),
            *sowing(api),
            *photos(),
            Row("JavaScript of the first page, gzip", first_page_kb(), 300, "kB"),
            *counting(api, demo),
            *many_lots(api, demo),
            *ten_years(api, demo),
        ]
    for row in rows:
        print(f"{row.what:48}{row.got:>9.1f} {row.unit:3} of {row.limit:>5.0f}{'' if row.got <= row.limit else '   OVER'}")
    for line in promises():
        print(line)


if __name__ == "__main__":
    main()
