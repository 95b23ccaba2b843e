import csv
import io
import json
import zipfile
from dataclasses import replace
from datetime import UTC, date, datetime
from uuid import uuid4
from xml.etree import ElementTree as Xml

from django.test import SimpleTestCase, TestCase
from openpyxl import load_workbook

from core.vocabulary import DatePrecision, OriginKind, Role
from server.errors import Refused
from server.exchange.standards import darwin_core, geojson, passport, waypoints
from server.exchange.standards.out import radius_m, said_of_all
from server.exchange.standards.records import LotSaid, PlaceOnEarth, Said, StandSaid, VisitSaid
from server.exchange.standards.terms import darwin_core as dwc_terms
from server.exchange.standards.terms import passport as mcpd_fields
from server.exchange.tests.test_tables_in import FileCase
from server.lots.models import Lot
from server.lots.selectors import stocks
from server.stands.models import Stand, Visit
from server.tests.builders import make_lot, make_stand, make_taxon, make_visit

HERE = PlaceOnEarth(43.41, -119.62, 25.0)
STAND = StandSaid("stand-1", "Coldwell Flat", "Linum lewisii", "Lewis flax", "", HERE, 1310, "gravel & sage", 60, "by the gate")
UNNAMED = StandSaid("stand-2", "Ember Spring", field_name="dune, unnamed")
VISIT = VisitSaid(str(uuid4()), "stand-1", datetime(2026, 7, 3, 9, 30, tzinfo=UTC), 0.4, "RK", "rattles")
WILD = LotSaid(
    *("LL-015", "Linum lewisii var. lewisii", "Lewis flax", "", "wild", "Coldwell Flat", "stand-1", None, None, "2026-08"),
    *("RK", "permit 12; ranger", 40, 2000),
    note="by hand",
)
PACKET = LotSaid("AA-1", field_name="blue thing", origin_kind="bought", origin_place="a catalogue", collected="2025")
ALL = Said([STAND, UNNAMED], [VISIT], [WILD, PACKET])


class RoundTrips(SimpleTestCase):
    """What is written is read again, except for what the format is said to lose."""

    maxDiff = None

    def test_gpx(self):
        back = waypoints.read(waypoints.write(ALL))
        one = back.stands[0]
        self.assertEqual(len(back.stands), 1)
        self.assertEqual(
            (one.place_name, one.scientific_name, one.where, one.elevation_m),
            ("Coldwell Flat", "Linum lewisii", PlaceOnEarth(43.41, -119.62), 1310),
        )
        self.assertIn("gravel & sage", one.note)

    def test_geojson(self):
        back = geojson.read(json.loads(geojson.write(ALL)))
        self.assertEqual(back.stands, [STAND, UNNAMED])
        self.assertEqual(back.lost, [])

    def test_passport_descriptors_as_csv_and_as_a_spreadsheet(self):
        kept = {"key", "scientific_name", "common_name", "field_name", "origin_kind", "origin_place", "collected", "collector", "parents"}
        rows = list(csv.reader(io.StringIO(passport.write_csv(ALL).decode())))
        sheet = load_workbook(io.BytesIO(passport.write_xlsx(ALL)), read_only=True).worksheets[0]
        for table in (rows, [list(r) for r in sheet.iter_rows(values_only=True)]):
            self.assertTrue(passport.is_passport(table[0]))
            back = passport.read(table)
            self.assertEqual(back.lost, [])
            for written, again in zip(ALL.lots, back.lots, strict=True):
                self.assertEqual({k: getattr(again, k) for k in kept}, {k: getattr(written, k) for k in kept})
            self.assertEqual(back.lots[0].leave, "permit 12, ranger")

    def test_darwin_core(self):
        back = darwin_core.read(darwin_core.write(ALL))
        self.assertEqual(back.stands, [STAND, UNNAMED])
        self.assertEqual(back.visits, [VISIT])
        self.assertEqual(back.lost, [])
        lot = back.lots[0]
        self.assertEqual(
            (lot.key, lot.scientific_name, lot.collected, lot.seeds, lot.parents), ("LL-015", WILD.scientific_name, "2026-08", 2000, 40)
        )
        self.assertEqual((lot.origin_kind, lot.stand, lot.leave), ("wild", "stand-1", ""))

    def test_the_place_of_a_material_sample_is_read_so_that_its_loss_is_told(self):
        back = darwin_core.read(darwin_core.write(Said(lots=[replace(PACKET, where=HERE)])))
        self.assertEqual(back.lots[0].where, HERE)


class Standards(SimpleTestCase):
    """Written files use the standard's own terms, order and codes."""

    def test_every_column_of_the_archive_is_a_term_and_is_described(self):
        with zipfile.ZipFile(io.BytesIO(darwin_core.write(ALL))) as box:
            meta = Xml.fromstring(box.read("meta.xml"))
            head, *rows = box.read("occurrence.txt").decode().splitlines()
            about = Xml.fromstring(box.read("eml.xml"))
        core = next(x for x in meta if x.tag.endswith("core"))
        self.assertEqual(core.get("rowType"), "http://rs.tdwg.org/dwc/terms/Occurrence")
        terms = {int(x.get("index")): x.get("term") for x in core if x.tag.endswith("field")}
        self.assertEqual([terms[n].rpartition("/")[2] for n in range(len(terms))], head.split("\t"))
        for address in terms.values():
            name = address.rpartition("/")[2]
            self.assertIn(name, dwc_terms())
            home = darwin_core.METADATA_TERMS if name in darwin_core.OF_METADATA else darwin_core.TERMS
            self.assertEqual(address, home + name)
        self.assertEqual({len(r.split("\t")) for r in rows}, {len(terms)})
        basis = dwc_terms()["basisOfRecord"].meaning
        for row in rows:
            self.assertIn(dict(zip(head.split("\t"), row.split("\t"), strict=True))["basisOfRecord"], basis)
        self.assertTrue(about.tag.endswith("eml"))

    def test_passport_columns_stand_in_the_order_of_the_standard_with_its_codes(self):
        head, wild, packet = csv.reader(io.StringIO(passport.write_csv(ALL).decode()))
        self.assertEqual(head, list(mcpd_fields()))
        for row in (dict(zip(head, wild, strict=True)), dict(zip(head, packet, strict=True))):
            for field in ("SAMPSTAT", "COLLSRC", "STORAGE"):
                self.assertIn(row[field], {c.split()[0] for c in mcpd_fields()[field].of.split("; ")})
            self.assertEqual((row["INSTCODE"], len(row["COLLDATE"])), ("", 8))
        self.assertEqual(dict(zip(head, wild, strict=True))["COLLDATE"], "202608--")
        self.assertEqual(dict(zip(head, wild, strict=True))["SUBTAXA"], "var. lewisii")

    def test_gpx_has_its_namespace_and_the_order_of_its_elements(self):
        root = Xml.fromstring(waypoints.write(ALL))
        self.assertEqual((root.tag, root.get("version")), (f"{{{waypoints.NAMESPACE}}}gpx", "1.1"))
        names = [x.tag.rpartition("}")[2] for x in root[0]]
        self.assertEqual(names, [n for n in waypoints.ORDER if n in names])

    def test_geojson_has_longitude_before_latitude(self):
        found = json.loads(geojson.write(ALL))
        self.assertEqual(found["features"][0]["geometry"], {"type": "Point", "coordinates": [-119.62, 43.41]})
        self.assertIsNone(found["features"][1]["geometry"])


class Unusable(SimpleTestCase):
    """A plain refusal that names the part."""

    def refused(self, read, content, *words):
        with self.assertRaises(Refused) as caught:
            read(content)
        for word in words:
            self.assertIn(word, caught.exception.detail)

    def archive(self, **members):
        out = io.BytesIO()
        with zipfile.ZipFile(io.BytesIO(darwin_core.write(ALL))) as whole, zipfile.ZipFile(out, "w") as box:
            for name in whole.namelist():
                if name not in members:
                    box.writestr(name, whole.read(name))
            for name, content in members.items():
                if content is not None:
                    box.writestr(name, content)
        return out.getvalue()

    def test_broken_gpx(self):
        self.refused(waypoints.read, b"<gpx><wpt lat=", "line 1", "broken")
        self.refused(waypoints.read, b"<kml/>", "no GPX", "kml")
        self.refused(waypoints.read, b'<gpx><wpt lat="95" lon="3"><name>A</name></wpt></gpx>', "waypoint 1, “A”", "latitude of 95°")
        self.refused(waypoints.read, b'<gpx><wpt lat="x" lon="3"/></gpx>', "waypoint 1", "“x, 3”")
        self.refused(waypoints.read, b'<!DOCTYPE g [<!ENTITY a "b">]><gpx>&a;</gpx>', "entities")

    def test_archives_that_climb_out_or_lack_their_table(self):
        self.refused(darwin_core.read, self.archive(**{"../../etc/passwd": "x"}), "../../etc/passwd", "out of the archive")
        self.refused(darwin_core.read, self.archive(**{"occurrence.txt": None}), "meta.xml", "occurrence.txt")
        self.refused(darwin_core.read, self.archive(**{"meta.xml": "<archive"}), "meta.xml", "broken")
        self.refused(darwin_core.read, b"PK\x03\x04 no zip", "damaged")

    def test_rows_name_themselves(self):
        with zipfile.ZipFile(io.BytesIO(darwin_core.write(ALL))) as whole:
            table = whole.read("occurrence.txt").decode()
        self.refused(darwin_core.read, self.archive(**{"occurrence.txt": table.replace("43.41", "143.41")}), "row 2", "143.41°")
        self.refused(darwin_core.read, self.archive(**{"occurrence.txt": table.replace("2026-08\t", "August\t")}), "eventDate", "August")

    def test_passport_rows_name_themselves(self):
        head = ["ACCENUMB", "GENUS", "SPECIES", "COLLDATE"]
        self.refused(passport.read, [head, ["A-1", "Linum", "lewisii", "12.8.2025"]], "row 2, lot A-1", "COLLDATE “12.8.2025”")
        self.refused(passport.read, [head, ["", "Linum", "lewisii", ""]], "row 2", "ACCENUMB")

    def test_unknown_terms_and_kinds_are_named_as_lost(self):
        lost = passport.read([["ACCENUMB", "GENUS", "SPECIES", "COLLNAME", "COLOUR", "BREDNAME"], ["A", "Linum", "", "", "red", "X"]]).lost
        self.assertIn("COLOUR", lost[0])
        self.assertIn("BREDNAME", lost[1])
        line = {"type": "Feature", "geometry": {"type": "LineString", "coordinates": []}, "properties": {"mood": 1}}
        lost = geojson.read({"type": "FeatureCollection", "features": [line]}).lost
        self.assertIn("LineString", lost[0])
        self.assertIn("mood", lost[1])


class Positions(TestCase):
    def test_they_leave_coarse_unless_the_stand_or_the_user_says_so(self):
        make_stand(latitude=43.4123, longitude=-119.6187)
        open_one = make_stand(latitude=43.9123, longitude=-119.1187, show_exact=True, place_name="Open")
        said = {s.place_name: s for s in said_of_all().stands}
        self.assertEqual(said["Coldwell Flat"].where.latitude, 43.4)
        self.assertIn("coarser", said["Coldwell Flat"].withheld)
        self.assertEqual(said["Open"].where.latitude, open_one.latitude)
        exact = {s.place_name: s for s in said_of_all(exact=True).stands}
        self.assertEqual((exact["Coldwell Flat"].where.latitude, exact["Coldwell Flat"].withheld), (43.4123, ""))

    def test_the_radius_holds_every_place_that_is_rounded_there(self):
        for latitude in (0.0, 43.4, 80.0):
            self.assertGreater(radius_m(latitude), 5500)


class OverHttp(FileCase):
    """Out of one nursery and into another, by the page of imports."""

    def setUp(self):
        super().setUp()
        self.flax = make_taxon()

    def get(self, name, client=None):
        return (client or self.client).get(f"/api/v1/standard-files/{name}")

    def test_a_lot_goes_out_as_passport_descriptors_and_comes_back(self):
        lot = make_lot("LL-777", taxon=self.flax, field_name="", collector="RK", parents=40)
        for name in ("mcpd.csv", "mcpd.xlsx"):
            content = self.get(f"{name}/?ids={lot.pk}").content
            Lot.objects.filter(pk=lot.pk).update(code=f"OLD-{name[-3:]}")
            seen = self.look_into(content, name)
            self.assertEqual((seen["kind"], seen["lot_count"]), ("standard", 1))
            self.read_in(content, name)
            back = Lot.objects.get(code="LL-777")
            for field in ("taxon", "origin_kind", "collected_on", "collected_precision", "collector", "leave", "parents"):
                self.assertEqual(getattr(back, field), getattr(lot, field))
            Lot.objects.filter(pk=back.pk).update(code=f"NEW-{name[-3:]}")
            Lot.objects.filter(pk=lot.pk).update(code="LL-777")

    def test_a_nursery_goes_out_as_darwin_core_and_its_import_is_undone_as_one(self):
        stand = make_stand(taxon=self.flax, field_name="", latitude=43.4, longitude=-119.6)
        visit = make_visit(stand, share_ripe=0.3)
        make_lot("LL-777", taxon=self.flax, field_name="", seeds=500)
        content = self.get("darwin-core.zip/?exact=true").content
        Visit.objects.all().delete()
        Lot.objects.filter(code="LL-777").update(code="OLD-1")
        seen = self.look_into(content, "dwc.zip")
        self.assertIn("1 stand, 1 visit, 1 lot", seen["notes"][0])
        self.assertIn("would be there twice", " ".join(seen["notes"]))
        made = self.read_in(content, "dwc.zip")[-1]["reading"]
        twin = Stand.objects.exclude(pk=stand.pk).get()
        self.assertEqual((twin.taxon, twin.latitude), (self.flax, 43.4))
        self.assertEqual((Visit.objects.get().client_id, Visit.objects.get().share_ripe), (visit.client_id, 0.3))
        lot = Lot.objects.get(code="LL-777")
        self.assertEqual(stocks([lot.pk])[lot.pk].seeds, 500)
        self.assertEqual(self.client.post(f"/api/v1/files/{made['id']}/undo/").status_code, 200)
        self.assertEqual((Stand.objects.count(), Visit.objects.count(), Lot.objects.filter(code="LL-777").count()), (1, 0, 0))

    def test_waypoints_become_stands(self):
        gpx = (
            b'<gpx version="1.1"><wpt lat="43.4" lon="-119.6"><ele>1300</ele><name>By the gate</name><desc>Linum lewisii</desc></wpt></gpx>'
        )
        self.read_in(gpx, "walk.gpx")
        stand = Stand.objects.get()
        self.assertEqual((stand.place_name, stand.elevation_m, stand.name), ("By the gate", 1300, "Linum lewisii"))

    def test_what_cannot_be_is_refused_before_anything_is_made(self):
        make_lot("LL-777")
        table = "ACCENUMB,GENUS,SPECIES,COLLNAME\nLL-777,Linum,lewisii,RK\nLL-778,Linum,lewisii,RK\n"
        problem = self.problem(self.read_in(table, "bank.csv"))
        self.assertIn("lot LL-777: 1 codes are taken here already", problem["detail"])
        self.assertEqual(Lot.objects.count(), 1)
        answer = self.client.post("/api/v1/files/look-into/", {"file": io.BytesIO(b"<gpx><wpt"), "settled": "{}"}, format="multipart")
        self.assertIn("broken", self.assertProblem(answer, 422, "unusable_file", "/file")["detail"])

    def test_only_who_changes_stands_asks_for_exact_positions(self):
        reader = self.as_role(Role.READER)
        self.assertEqual(self.get("stands.gpx/", reader).status_code, 200)
        self.assertProblem(self.get("stands.gpx/?exact=true", reader), 403, "not_allowed")
        self.assertEqual(self.get("nothing.kml/").status_code, 404)

    def test_what_each_format_loses_is_said_before_it_is_written(self):
        found = self.client.get("/api/v1/standard-files/").json()
        self.assertEqual([f["name"] for f in found], ["darwin-core.zip", "mcpd.csv", "mcpd.xlsx", "stands.gpx", "stands.geojson"])
        self.assertTrue(all(len(f["lost"]) >= 3 for f in found))

    def test_a_day_known_to_the_month_stays_so(self):
        made = make_lot("LL-777", taxon=self.flax, field_name="", origin_kind=OriginKind.GARDEN, leave="")
        Lot.objects.filter(pk=made.pk).update(collected_on=date(2025, 8, 1), collected_precision=DatePrecision.MONTH)
        content = self.get("mcpd.csv/").content
        Lot.objects.filter(pk=made.pk).update(code="OLD-1")
        self.read_in(content, "bank.csv")
        back = Lot.objects.get(code="LL-777")
        self.assertEqual((back.collected_on, back.collected_precision), (date(2025, 8, 1), "month"))
