"""Measure sowing and reading in: a plan while it is typed, the plants' pages, fifty thousand cells from a spreadsheet."""

import io
import json
import time
from datetime import date, timedelta
from uuid import uuid4

from openpyxl import Workbook

from scripts.bench_row import Row, median_ms
from scripts.demo_server import Api

DISHES, LOOKS = 500, 100


def old_sheet() -> bytes:
    """A wide sheet of 500 dishes and 100 looks."""
    book = Workbook(write_only=True)
    page = book.create_sheet("counts")
    first = date(2024, 3, 1)
    page.append(["treatment", "dish", "seeds", "sown", *(first + timedelta(days=n + 1) for n in range(LOOKS))])
    for n in range(DISHES):
        page.append([f"treatment {n % 5}", f"D{n}", 100, first, *(1 if (n + k) % 4 == 0 else 0 for k in range(LOOKS))])
    out = io.BytesIO()
    book.save(out)
    return out.getvalue()


def sowing(api: Api) -> list[Row]:
    """What sowing and knowing cost, and the large sheet imported and undone."""
    lot = api.get("/api/v1/lots/?search=SM-052")["results"][0]
    treatment = api.get(f"/api/v1/lots/{lot['id']}/sowing-bases/")[0]["treatment"]
    wanted = (date.today() + timedelta(days=150)).isoformat()  # noqa: DTZ011  # the day the person sees
    wish = {"lot": lot["id"], "treatment": treatment, "plants_wanted": 300, "wanted_on": wanted}
    plan = api.get("/api/v1/sowing-plans/")[0]["id"]
    plant = next(r["taxon"] for r in api.get("/api/v1/knowledge/") if r["common_name"] == "Lewis flax")
    pages = {"Plants": "/api/v1/knowledge/", "Plant": f"/api/v1/taxa/{plant}/knowledge/", "Sowing": f"/api/v1/sowing-plans/{plan}/page/"}
    rows = [Row(f"GET {name}, median", median_ms(lambda path=path: api.get(path), 20), 150, "ms") for name, path in pages.items()]  # type: ignore[misc]
    rows.append(Row("a sowing worked out while typed", median_ms(lambda: api.post("/api/v1/sowing-plans/preview/", wish), 20), 150, "ms"))
    sheet, settled = old_sheet(), json.dumps({"lot": lot["id"], "control": "treatment 0"})
    start = time.perf_counter()
    seen = json.loads(api.upload("/api/v1/files/look-into/", {"settled": settled}, "old.xlsx", sheet))
    looked = time.perf_counter() - start
    assert seen["problem_count"] == 0, seen["problems"][:3]
    start = time.perf_counter()
    lines = api.upload("/api/v1/files/", {"settled": settled, "client_id": str(uuid4())}, "old.xlsx", sheet).splitlines()
    read = time.perf_counter() - start
    reading = json.loads(lines[-1])["reading"]
    start = time.perf_counter()
    api.post(f"/api/v1/files/{reading['id']}/undo/", {})
    undone = time.perf_counter() - start
    return [
        *rows,
        Row("50,000 count cells looked into", looked, 20, "s"),
        Row(f"50,000 count cells imported, {len(lines)} lines told", read, 20, "s"),
        Row("the same undone", undone, 20, "s"),
    ]
