import csv
from contextlib import redirect_stdout
from io import StringIO
from pathlib import Path
from tempfile import TemporaryDirectory
from unittest import TestCase

from PIL import Image

from core.simulate.pictures import Scene, render
from scripts.photo_counts import main


class PhotoCounts(TestCase):
    def test_each_picture_of_a_folder_has_a_line(self):
        with TemporaryDirectory() as folder:
            pixels = render(Scene(seeds=30, width=700, height=600, touching=0, chaff=0), 1).pixels
            Image.fromarray(pixels).save(Path(folder) / "a.png")
            Image.new("RGB", (600, 600), "white").save(Path(folder) / "empty.jpg")
            (Path(folder) / "broken.jpg").write_bytes(b"\xff\xd8\xff")
            (Path(folder) / "notes.txt").write_text("no picture")
            out = Path(folder) / "counts.csv"
            with redirect_stdout(StringIO()):
                main(folder, str(out))
            lines = {x["name"]: x for x in csv.DictReader(out.open(encoding="utf-8"))}
        self.assertEqual(sorted(lines), ["a.png", "broken.jpg", "empty.jpg"])
        self.assertEqual((lines["a.png"]["count"], lines["a.png"]["refused"]), ("30", ""))
        self.assertIn("Nothing was found", lines["empty.jpg"]["refused"])
        self.assertIn("cannot be read", lines["broken.jpg"]["refused"])

    def test_a_folder_without_pictures_is_said(self):
        with TemporaryDirectory() as folder, self.assertRaises(SystemExit) as left:
            main(folder, str(Path(folder) / "x.csv"))
        self.assertIn("no picture", str(left.exception))
