"""What a backup carries, who can read it, and what must not work again after a restore."""

import io
import stat
import zipfile
from pathlib import Path
from unittest import mock

import pyrage
from django.contrib.sessions.models import Session
from django.core.management import CommandError, call_command
from django.test import tag
from rest_framework.test import APIClient

from core.vocabulary import Role
from server.backups.form import DATABASE
from server.backups.services import making, restoring
from server.backups.services.locking import is_locked
from server.backups.tests.case import Backups
from server.lots.models import Lot
from server.people.tokens import digest_of
from server.rounds.models import CalendarFeed
from server.tests.builders import PASSWORD, make_lot, make_person

PASSPHRASE = "four words in a row"


class Secrets(Backups):
    """A nursery where somebody is signed in, a link is open, and a calendar reads along."""

    def setUp(self):
        super().setUp()
        self.lead = make_person(Role.LEAD)
        self.browser = APIClient()
        self.sign_in(self.browser)
        self.link = self.link_for_a_counter()
        self.calendar = self.client.post("/api/v1/calendar-feed/").json()["path"]

    def sign_in(self, browser):
        answer = browser.post("/api/v1/session/", {"username": self.lead.username, "password": PASSWORD})
        self.assertEqual(answer.status_code, 200, answer.content)

    def link_for_a_counter(self):
        return self.client.post("/api/v1/invitations/", {"role": "counter", "initials": "CC"}).json()["token"]

    def database_of(self, name):
        with zipfile.ZipFile(Path(self.folder.name) / name) as box:
            return box.read(DATABASE)

    def assert_nothing_works_any_more(self):
        self.assertEqual(self.browser.get("/api/v1/lots/").status_code, 401)
        self.assertEqual(self.browser.get(self.calendar).status_code, 404)
        self.assertProblem(self.browser.post("/api/v1/invitations/look/", {"token": self.link}), 409, "no_such_invitation")

    def test_no_key_link_or_calendar_address_is_in_the_file(self):
        make_lot("KEEP-1")
        keys = [s.session_key for s in Session.objects.all()]
        ended = APIClient()
        self.sign_in(ended)
        keys.append(ended.session.session_key)
        # a deleted row stays in its page until the file is rewritten
        ended.delete("/api/v1/session/")
        secrets = [*keys, digest_of(self.link), CalendarFeed.objects.get().token_digest]
        content = self.database_of(self.made())
        self.assertIn(b"KEEP-1", content)
        self.assertEqual([s for s in secrets if s.encode() in content], [])
        # the nursery itself goes on as it was
        self.assertEqual(self.browser.get("/api/v1/lots/").status_code, 200)
        self.assertEqual(self.browser.get(self.calendar).status_code, 200)

    def test_after_a_restore_everybody_signs_in_again_and_open_links_are_closed(self):
        name = self.made()
        self.assertEqual(self.restore(name).status_code, 200)
        self.assert_nothing_works_any_more()
        self.sign_in(self.browser)

    def test_a_backup_of_the_first_edition_lets_nobody_in_either(self):
        with mock.patch.object(making, "scrub"):
            name = self.made()
        self.assertIn(self.browser.session.session_key.encode(), self.database_of(name))
        restoring.restore(Path(self.folder.name) / name)
        self.assert_nothing_works_any_more()

    def test_only_the_owner_reads_the_file(self):
        names = [self.made(), making.make_backup("nightly").name, making.make_backup("by-hand", PASSPHRASE).name]
        modes = {stat.S_IMODE((Path(self.folder.name) / n).stat().st_mode) for n in names}
        self.assertEqual(modes, {0o600})


@tag("long")
class Locked(Backups):
    # to lock takes seconds on purpose: all tests try to open the same one
    _kept: tuple[str, bytes] | None = None

    def setUp(self):
        super().setUp()
        make_lot("KEEP-1")

    def locked(self):
        if Locked._kept is None:
            answer = self.client.post("/api/v1/backups/", {"passphrase": PASSPHRASE})
            self.assertEqual(answer.status_code, 201, answer.content)
            name = answer.json()["name"]
            Locked._kept = name, (Path(self.folder.name) / name).read_bytes()
        name, content = Locked._kept
        (Path(self.folder.name) / name).write_bytes(content)
        return name

    def with_passphrase(self, name, passphrase):
        return self.client.post("/api/v1/backups/restore/", {"name": name, "passphrase": passphrase})

    def test_it_opens_with_its_passphrase_and_says_in_the_list_that_it_is_locked(self):
        name = self.locked()
        make_lot("LATER-1")
        row = self.client.get("/api/v1/backups/").json()["backups"][0]
        self.assertEqual((row["name"], row["locked"], row["why"]), (name, True, "by-hand"))
        self.assertEqual(self.with_passphrase(name, PASSPHRASE).status_code, 200)
        self.assertEqual([x.code for x in Lot.objects.all()], ["KEEP-1"])

    def test_nothing_can_be_read_without_it(self):
        content = (Path(self.folder.name) / self.locked()).read_bytes()
        self.assertNotIn(b"KEEP-1", content)
        self.assertNotIn(b"SQLite", content)

    def test_another_passphrase_or_none_is_said_at_its_field_and_nothing_changes(self):
        name = self.locked()
        for given, code in (("", "passphrase_needed"), ("four words in a roW", "wrong_passphrase")):
            self.assertProblem(self.with_passphrase(name, given), 422, code, "/passphrase")
        self.assertEqual(self.files(), [name])

    def test_a_short_passphrase_is_refused(self):
        self.assertProblem(self.client.post("/api/v1/backups/", {"passphrase": "short"}), 422, "short_passphrase", "/passphrase")
        self.assertEqual(self.files(), [])

    def test_a_damaged_one_says_so(self):
        name = self.locked()
        path = Path(self.folder.name) / name
        whole = path.read_bytes()
        for damaged in (whole[: len(whole) // 2], whole[: len(whole) // 2] + b"xx" + whole[len(whole) // 2 + 2 :]):
            path.write_bytes(damaged)
            self.assertProblem(self.with_passphrase(name, PASSPHRASE), 422, "damaged_backup")
        self.assertEqual(self.files(), [name])

    def test_a_lock_that_seems_too_much_work_is_tried_again_and_then_it_is_said(self):
        name = self.locked()
        real, busy = pyrage.passphrase.decrypt, pyrage.DecryptError("Excessive work parameter for passphrase.")
        with mock.patch("pyrage.passphrase.decrypt", side_effect=busy):
            self.assertProblem(self.with_passphrase(name, PASSPHRASE), 422, "too_much_work", "/passphrase")
        answers = iter([busy, busy])

        def at_last(page, passphrase):
            if error := next(answers, None):
                raise error
            return real(page, passphrase)

        with mock.patch("pyrage.passphrase.decrypt", side_effect=at_last):
            self.assertEqual(self.with_passphrase(name, PASSPHRASE).status_code, 200)

    def test_a_lock_of_far_more_work_is_not_worked_on(self):
        name = self.locked()
        path = Path(self.folder.name) / name
        with zipfile.ZipFile(path) as box:
            key, content = box.read("key.age"), box.read("backup.zip.age")
        head, line, rest = key.split(b"\n", 2)
        with zipfile.ZipFile(path, "w") as box:
            box.writestr("key.age", b"\n".join([head, line.rsplit(b" ", 1)[0] + b" 40", rest]))
            box.writestr("backup.zip.age", content)
        self.assertProblem(self.with_passphrase(name, PASSPHRASE), 422, "too_much_work", "/passphrase")

    def test_from_elsewhere_and_from_the_command_line(self):
        path = Path(self.folder.name) / self.locked()
        Lot.objects.update(note="changed")
        with path.open("rb") as file:
            form = {"file": file, "passphrase": PASSPHRASE}
            self.assertEqual(self.client.post("/api/v1/backups/restore-file/", form, format="multipart").status_code, 200)
        self.assertEqual(Lot.objects.get().note, "")
        Lot.objects.update(note="changed")
        with mock.patch("server.backups.management.commands.restore.getpass", return_value=PASSPHRASE):
            call_command("restore", str(path), stdout=io.StringIO())
        self.assertEqual(Lot.objects.get().note, "")

    def test_the_command_asks_twice(self):
        asked = "server.backups.management.commands.backup.getpass"
        with mock.patch(asked, side_effect=[PASSPHRASE, PASSPHRASE + "s"]), self.assertRaises(CommandError):
            call_command("backup", "--lock", stdout=io.StringIO())
        out = io.StringIO()
        with mock.patch(asked, return_value=PASSPHRASE):
            call_command("backup", "--lock", stdout=out)
        self.assertTrue(is_locked(Path(out.getvalue().strip())))
