"""Calls of the addresses that are about people, backups and practice: for tests that go through all there are."""

import tempfile
from pathlib import Path
from uuid import uuid4

from django.test import override_settings
from django.utils import timezone

from core.vocabulary import Role, ThingKind
from server.backups.services.making import BY_HAND, make_backup
from server.changes.services import delete
from server.lots.models import Lot
from server.people.services import add_person
from server.people.services.invitations import invite
from server.practice.files import on_bench
from server.practice.services.tries import begin as begin_try
from server.tests.builders import PASSWORD, make_lot, make_person, now
from server.trials.services.layout import lay_out_trial
from server.trials.services.new_treatments import NewTreatment


class OwnAddresses:
    """The records that the calls need, each made for who calls."""

    # who calls, where an address is each person's own
    who = Role.GROWER

    def keep_backups_apart(self):
        """A folder of backups for this test alone, with one in it and a file that is none."""
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        apart = override_settings(BACKUPS=Path(folder.name))
        apart.enable()
        self.addCleanup(apart.disable)
        self.backup = make_backup(BY_HAND)
        self.no_backup = Path(folder.name) / "awake-furrow_20260101-000000_by-hand.furrow.zip"
        self.no_backup.write_bytes(b"no zip")

    def change_reads(self):
        return {
            "history/": f"history/?kind=lot&id={make_lot(f'H-{uuid4().hex[:6]}').pk}",
            "changes/": "changes/",
            "deletions/": "deletions/",
        }

    def change_writes(self):
        """One that is there, and one that is deleted."""
        gone, there = (make_lot(f"G-{uuid4().hex[:6]}").pk for _ in range(2))
        delete(by=make_person(Role.LEAD), kind=ThingKind.LOT, pk=gone)
        return {
            "deletions/": ("post", "deletions/", {"kind": "lot", "id": there}),
            "deletions/undo/": ("post", "deletions/undo/", {"kind": "lot", "id": gone}),
        }

    def backup_writes(self):
        return {
            "backups/": ("post", "backups/", {}),
            "backups/restore/": ("post", "backups/restore/", {"name": self.no_backup.name}),
            "backups/restore-file/": ("archive", "backups/restore-file/", {}),
        }

    def attempt(self):
        """A try of who calls, with a trial laid out on it."""
        begun = begin_try(by=make_person(self.who), brief="is-it-alive")
        with on_bench(begun) as by:
            trial = lay_out_trial(
                by=by, lot=Lot.objects.get(), question="?", treatments=[NewTreatment("as it is")],
                dishes_per_treatment=2, seeds_per_dish=5, sow_on=now().date(), at=timezone.now(),
            )  # fmt: skip
        return begun, trial.pk

    def practice_reads(self):
        begun, trial = self.attempt()
        path = f"practice/{begun.pk}/"
        return {"practice/{pk}/": path, "practice/{pk}/dishes/": f"{path}dishes/?trial={trial}", "practice/{pk}/group/": f"{path}group/"}

    def practice_writes(self):
        """In the order in which a try goes on."""
        begun, trial = self.attempt()
        path, of = f"practice/{begun.pk}/", {"trial": trial}
        return {
            "practice/": ("post", "practice/", {"brief": "is-it-alive"}),
            "practice/explore/": ("post", "practice/explore/", {}),
            "practice/{pk}/treat-and-sow/": ("post", f"{path}treat-and-sow/", of),
            "practice/{pk}/go-on/": ("post", f"{path}go-on/", {"days": 8}),
            "practice/{pk}/count-round/": ("post", f"{path}count-round/", of),
            "practice/{pk}/cut-all/": ("post", f"{path}cut-all/", of),
            "practice/{pk}/conclude/": ("post", f"{path}conclude/", of),
            "practice/{pk}/": ("delete", path, {}),
        }

    def account_writes(self):
        """What is done about people; each time to somebody else."""
        someone = add_person(username=f"p{uuid4().hex[:8]}", initials=uuid4().hex[:5], role=Role.READER, password=PASSWORD)
        lead = make_person(Role.LEAD)
        invitation, _ = invite(by=lead, role=Role.READER)
        return {
            "session/password/": ("post", "session/password/", {"old": PASSWORD, "new": PASSWORD}),
            "session/devices/": ("delete", "session/devices/", {}),
            "people/{pk}/": ("patch", f"people/{someone.pk}/", {"role": "grower"}),
            "people/{pk}/sign-out/": ("post", f"people/{someone.pk}/sign-out/", {}),
            "invitations/": ("post", "invitations/", {"role": "reader"}),
            "invitations/{pk}/withdraw/": ("post", f"invitations/{invitation.pk}/withdraw/", {}),
        }
