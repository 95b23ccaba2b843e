"""A server in a process of its own, with the real settings and a demo of its own, to be treated badly."""

import os
import signal
import subprocess
import sys
import tempfile
from pathlib import Path
from unittest import TestCase

from scripts.demo_server import free_port, wait_for

NOT_PASSED_ON = ("AWAKE_FURROW_TESTING", "AWAKE_FURROW_DATABASE", "AWAKE_FURROW_BACKUPS")


class OwnServer(TestCase):
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

    def start(self):
        self.server = subprocess.Popen([sys.executable, "-m", "scripts.serve", "--demo"], env=self.env, stdout=subprocess.DEVNULL)
        self.addCleanup(self.kill, self.server)
        wait_for(self.address)

    def kill(self, server=None):
        """As a power cut would: nothing is told, nothing is waited for."""
        server = server or self.server
        server.send_signal(signal.SIGKILL)
        server.wait()
