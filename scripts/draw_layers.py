"""Draw docs/layers.svg from the contracts that CI checks: ``python -m scripts.draw_layers``."""

import json
import re
import tomllib
from pathlib import Path
from xml.sax.saxutils import escape

ROOT = Path(__file__).resolve().parents[1]
OUT = ROOT / "docs" / "layers.svg"
TALL, GAP, LEFT, TOP, LINE = 26, 6, 20, 66, 17
LEAST_WIDE, LETTER = 220, 6.8
FONT = 'font-family="sans-serif" font-size="12"'

JOIN = " · "

Layers = list[list[str]]


def contracts() -> list[tuple[str, str, Layers]]:
    """Title, note and layers of each part, the highest layer first; what shares a line shares a layer."""
    found = tomllib.loads((ROOT / "pyproject.toml").read_text(encoding="utf-8"))["tool"]["importlinter"]["contracts"]
    of = {tuple(c.get("containers", ())): [re.split(r" [|:] ", layer) for layer in c["layers"]] for c in found if c["type"] == "layers"}
    features = json.loads((ROOT / "web" / "src" / "features" / "order.json").read_text(encoding="utf-8"))
    web = [["app"], *([name] for name in reversed(features)), ["shared"]]
    return [
        ("server", "journeys above it, core below it", of["server",]),
        ("core", "knows no framework and no clock", of["core",]),
        ("web", "asks the server, imports none of it", web),
    ]


def drawn() -> str:
    """The picture: a column for each part, a line for each layer. Each imports only from what lies below it."""
    columns = contracts()
    tallest = max(len(layers) for _, _, layers in columns)
    wide = [max(LEAST_WIDE, round(LETTER * max(len(JOIN.join(names)) for names in layers)) + LEFT) for _, _, layers in columns]
    width, height = LEFT + sum(w + LEFT for w in wide), TOP + tallest * (TALL + GAP) + LEFT
    parts = [
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{width}" height="{height}" viewBox="0 0 {width} {height}" role="img" '
        f'aria-label="Layers of server, core and web: each imports only from what lies below it">',
        f'<rect width="{width}" height="{height}" fill="#f5eee2"/>',
    ]
    for n, (title, note, layers) in enumerate(columns):
        x = LEFT + sum(w + LEFT for w in wide[:n])
        parts.append(f'<text x="{x}" y="28" font-family="serif" font-size="18" fill="#1f2a22">{escape(title)}</text>')
        parts.append(f'<text x="{x}" y="48" {FONT} fill="#5b5347">{escape(note)}</text>')
        for row, names in enumerate(layers):
            y = TOP + row * (TALL + GAP)
            parts.append(f'<rect x="{x}" y="{y}" width="{wide[n]}" height="{TALL}" rx="4" fill="#fffaf0" stroke="#2d5a3d"/>')
            parts.append(f'<text x="{x + 10}" y="{y + LINE}" {FONT} fill="#1f2a22">{escape(JOIN.join(names))}</text>')
    return "\n".join([*parts, "</svg>"]) + "\n"


if __name__ == "__main__":
    OUT.write_text(drawn(), encoding="utf-8")
