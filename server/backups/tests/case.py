"""What every test of backups stands on."""

import tempfile
import zipfile
from pathlib import Path

from django.test import override_settings

from core.vocabulary import Role
from server.tests.builders import CommittedApiCase


class Backups(CommittedApiCase):
    def setUp(self):
        self.client = self.as_role(Role.LEAD)
        self.folder = tempfile.TemporaryDirectory()
        self.addCleanup(self.folder.cleanup)
        wanted = override_settings(BACKUPS=Path(self.folder.name))
        wanted.enable()
        self.addCleanup(wanted.disable)

    def made(self):
        answer = self.client.post("/api/v1/backups/")
        self.assertEqual(answer.status_code, 201, answer.content)
        return answer.json()["name"]

    def restore(self, name):
        return self.client.post("/api/v1/backups/restore/", {"name": name})

    def files(self):
        return sorted(p.name for p in Path(self.folder.name).iterdir())

    def rewritten(self, name, change):
        """The same backup with its parts changed by hand, as a file in the folder."""
        path = Path(self.folder.name) / name
        with zipfile.ZipFile(path) as box:
            parts, comment = {n: box.read(n) for n in box.namelist()}, box.comment
        change(parts)
        with zipfile.ZipFile(path, "w") as box:
            for part, content in parts.items():
                box.writestr(part, content)
            box.comment = comment
        return name
