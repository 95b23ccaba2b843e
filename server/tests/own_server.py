"""A server in a process of its own, with the real settings and a demo of its own, to be treated badly."""

import contextlib
import os
import shutil
import signal
import sqlite3
import subprocess
import sys
import tempfile
from pathlib import Path
from unittest import TestCase

from django.contrib.auth.hashers import Argon2PasswordHasher
from django.test import tag

from scripts.demo_server import free_port, wait_for
from server.tests.demo_snapshot import make_snapshot, snapshot

NOT_PASSED_ON = ("AWAKE_FURROW_TESTING", "AWAKE_FURROW_DATABASE", "AWAKE_FURROW_BACKUPS")


@tag("long")
class OwnServer(TestCase):
    before_all = staticmethod(make_snapshot)
    databases = {"default"}

    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.data = Path(folder.name)
        self.port = free_port()
        self.address = f"http://127.0.0.1:{self.port}"
        # not the tests' settings: what is proven here is how the real database keeps its promise
        self.env = {k: v for k, v in os.environ.items() if k not in NOT_PASSED_ON}
        self.env |= {
            "AWAKE_FURROW_DATA": folder.name,
            "AWAKE_FURROW_PORT": str(self.port),
            "AWAKE_FURROW_RATE": "100000/min",
            # its backups are made by the test, when the test wants them
            "AWAKE_FURROW_NIGHTLY": "0",
        }

        self.lay_out()

    def lay_out(self):
        """The demo as it was laid out for all tests; laying it out again takes ten seconds. Its passwords are those of a test."""
        there = self.data / "awake-furrow.sqlite3"
        shutil.copyfile(snapshot(), there)
        with contextlib.closing(sqlite3.connect(there)) as database, database:
            hashed = Argon2PasswordHasher().encode("awake-rk", "a salt for tests")
            database.execute("UPDATE people_person SET password = ? WHERE username = 'rk'", [hashed])

    def start(self):
        self.server = subprocess.Popen([sys.executable, "-m", "scripts.serve", "--demo"], env=self.env, stdout=subprocess.DEVNULL)
        self.addCleanup(self.kill, self.server)
        wait_for(self.address)

    def kill(self, server=None):
        """As a power cut would: nothing is told, nothing is waited for."""
        server = server or self.server
        server.send_signal(signal.SIGKILL)
        server.wait()
