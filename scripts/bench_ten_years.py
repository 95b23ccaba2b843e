"""Every main read and the count write with ten years of data, and a backup of it while four people count."""

import subprocess
import sys
import threading
import time
import zipfile
from datetime import UTC, datetime
from pathlib import Path
from statistics import median
from tempfile import TemporaryDirectory
from uuid import uuid4

from scripts.bench_row import Row, median_ms
from scripts.demo_server import Api, DemoServer

READ_MS, WRITE_MS = 150, 50
WRITERS = 4


def ten_years(api: Api, demo: DemoServer) -> list[Row]:
    """Rows for 5,000 lots, 1,000 trials, 24,000 dishes and 500,000 looks, after `scripts.many_lots` made the lots."""
    subprocess.run([sys.executable, "-m", "scripts.ten_years"], env=demo.environment, check=True, stdout=subprocess.DEVNULL)
    open_one = _trial(api, "M0999-01")
    closed = _trial(api, "M0500-01")
    lot = api.get(f"/api/v1/lots/{api.get('/api/v1/lots/?search=M-00500')['results'][0]['id']}/")
    pages = {
        "Today": "today/",
        "Lots": "lots/?page_size=200",
        "Lot page": f"lots/{lot['id']}/page/",
        "Trials": "trials/?page_size=200",
        "Trial": f"trials/{open_one}/overview/",
        "Count sheet": f"trials/{open_one}/count-sheet/",
        "Compare": f"trials/{closed}/comparison/",
        "Verdict": f"trials/{closed}/decision/",
        "Report": f"trials/{closed}/report/",
        "Recipes": "recipes/",
        "Stands": "stands/",
        "Season of a stand": f"stands/{api.get('/api/v1/stands/')['results'][0]['id']}/season/",
        "Doses of a plant": f"taxa/{lot['taxon']}/doses/",
        "Worth of another test": f"trials/{closed}/worth/",
        "Bags": "bag-rounds/",
        "Timers": "timers/",
        "Plants": "knowledge/",
        "Plant": f"taxa/{lot['taxon']}/knowledge/",
        "Sowings": "sowing-plans/",
        "Sowing's ground": f"lots/{lot['id']}/sowing-bases/",
        "Seedlings": "seedlings/",
        "History": "changes/",
        "Find, first letter": "find/?q=b",
        "Find, with a slip": "find/?q=blasamroot",
    }
    rows = [_read(api, name, path) for name, path in pages.items()]
    dishes = [d["id"] for d in api.get(f"/api/v1/trials/{open_one}/count-sheet/")["dishes"]]
    rows.append(Row("POST look, ten years", median_ms(lambda: _look(api, dishes[0]), 20), WRITE_MS, "ms"))
    rows.append(Row("GET Today, the first after a count", _after_counts(api, dishes), READ_MS, "ms"))
    return [*rows, *_backup(api, demo, dishes)]


def _trial(api: Api, code: str) -> int:
    return int(api.get(f"/api/v1/trials/?search={code}")["results"][0]["id"])


def _read(api: Api, name: str, path: str) -> Row:
    return Row(f"GET {name}, ten years", median_ms(lambda: api.get(f"/api/v1/{path}"), 10), READ_MS, "ms")


def _look(api: Api, dish: int) -> None:
    api.post("/api/v1/looks/", {"client_id": str(uuid4()), "dish": dish, "at": datetime.now(UTC).isoformat()})


def _after_counts(api: Api, dishes: list[int]) -> float:
    """Median time of Today right after a count, in milliseconds."""
    took = []
    for dish in dishes[:10]:
        _look(api, dish)
        start = time.perf_counter()
        api.get("/api/v1/today/")
        took.append(1000 * (time.perf_counter() - start))
    return median(took)


def _backup(api: Api, demo: DemoServer, dishes: list[int]) -> list[Row]:
    """A backup while four clients count, restored into an installation of its own."""
    done = threading.Event()
    written = [0] * WRITERS

    def write(n: int) -> None:
        client = Api(api.address)
        while not done.is_set():
            _look(client, dishes[n])
            written[n] += 1

    writers = [threading.Thread(target=write, args=(n,)) for n in range(WRITERS)]
    for w in writers:
        w.start()
    start = time.perf_counter()
    name = api.post("/api/v1/backups/", {})["name"]
    took = time.perf_counter() - start
    done.set()
    for w in writers:
        w.join()
    with TemporaryDirectory() as other:
        file = Path(other) / name
        file.write_bytes(api.content(f"/api/v1/backups/{name}/"))
        with zipfile.ZipFile(file) as box:
            size = sum(i.compress_size for i in box.infolist()) / 2**20
        start = time.perf_counter()
        environment = demo.environment | {"AWAKE_FURROW_DATA": other}
        subprocess.run([sys.executable, "manage.py", "restore", str(file)], env=environment, check=True, stdout=subprocess.DEVNULL)
        restored = time.perf_counter() - start
    return [
        Row(f"backup of it while {sum(written)} looks came", took, 60, "s"),
        Row("its file", size, 500, "MB"),
        Row("restored elsewhere, checked", restored, 120, "s"),
    ]
