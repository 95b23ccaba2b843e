"""Make the fonts of papers from those of the front end: ``python -m scripts.make_fonts web/node_modules build/fonts``.

A PDF needs whole TrueType fonts of one weight; the front end ships variable ones, compressed and in parts. Each is set to its
weight, its parts are put together, and signs that it lacks (Greek letters, ≈, arrows) come from DejaVu Sans.
"""

import logging
import sys
from dataclasses import dataclass
from pathlib import Path
from tempfile import TemporaryDirectory

from fontTools.merge import Merger
from fontTools.subset import Options, Subsetter
from fontTools.ttLib import TTFont
from fontTools.ttLib.scaleUpem import scale_upem
from fontTools.varLib.instancer import instantiateVariableFont

SIGNS = "φρχστλμµνπ\u0302ΔΣαβ₀₁₂→←⇒≈≤≥−√∞✓□"
ATKINSON = "@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-{part}-wght-{style}.woff2"
BITTER = "@fontsource-variable/bitter/files/bitter-{part}-wght-{style}.woff2"
PLEX = "@fontsource/ibm-plex-mono/files/ibm-plex-mono-{part}-500-{style}.woff2"
DEJAVU = "dejavu-fonts-ttf/ttf/DejaVu{face}.ttf"
PARTS = ("latin", "latin-ext")
# layout, hints and what belongs to variable fonts: a PDF uses none of it
DROPPED = ("GSUB", "GPOS", "GDEF", "kern", "STAT", "avar", "HVAR", "MVAR", "DSIG", "FFTM")
HINTS = ("gasp", "fpgm", "prep", "cvt ", "hdmx", "VDMX", "LTSH")


@dataclass(frozen=True)
class Face:
    """One font of the papers: which shipped files it is made from, at which weight, and where its missing signs come from."""

    name: str
    files: str
    style: str
    weight: int
    signs: str


FACES = (
    Face("Text", ATKINSON, "normal", 400, "Sans"),
    Face("TextBold", ATKINSON, "normal", 700, "Sans-Bold"),
    Face("TextItalic", ATKINSON, "italic", 400, "Sans-Oblique"),
    Face("Heading", BITTER, "normal", 600, "Serif-Bold"),
    Face("Code", PLEX, "normal", 500, "SansMono"),
)


def make_face(face: Face, modules: Path) -> TTFont:
    """One font, whole."""
    parts = [_part(modules / face.files.format(part=part, style=face.style), face.weight) for part in PARTS]
    upem = parts[0]["head"].unitsPerEm
    there = {sign for part in parts for sign in part.getBestCmap()}
    signs = _only(TTFont(modules / DEJAVU.format(face=face.signs)), {ord(s) for s in SIGNS} - there)
    scale_upem(signs, upem)
    # each letter once, from the first part that has it
    second = _only(parts[1], set(parts[1].getBestCmap()) - set(parts[0].getBestCmap()))
    return _together([parts[0], second, signs], face.name)


def _part(file: Path, weight: int) -> TTFont:
    font = TTFont(file)
    if "fvar" in font:
        font = instantiateVariableFont(font, {"wght": weight}, inplace=True)
    return font


def _only(font: TTFont, letters: set[int]) -> TTFont:
    options = Options(layout_features=[], notdef_outline=True, hinting=False, name_IDs=[], glyph_names=False)
    subsetter = Subsetter(options)
    subsetter.populate(unicodes=letters)
    subsetter.subset(font)
    return font


def _together(fonts: list[TTFont], name: str) -> TTFont:
    with TemporaryDirectory() as folder:
        files = []
        for n, font in enumerate(fonts):
            for table in (*DROPPED, *HINTS):
                if table in font:
                    del font[table]
            font.flavor = None
            files.append(str(Path(folder) / f"{n}.ttf"))
            font.save(files[-1])
        whole = Merger().merge(files)
    for kind, words in ((1, name), (2, "Regular"), (4, name), (6, name)):
        whole["name"].setName(words, kind, 3, 1, 0x409)
    return whole


def main(modules: Path, out: Path) -> None:
    """Write all fonts."""
    # what it leaves out is left out on purpose
    logging.getLogger("fontTools").setLevel(logging.ERROR)
    out.mkdir(parents=True, exist_ok=True)
    for face in FACES:
        make_face(face, modules).save(out / f"{face.name}.ttf")


if __name__ == "__main__":
    main(Path(sys.argv[1]), Path(sys.argv[2]))
