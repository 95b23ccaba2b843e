"""Stopping the server hard between two requests loses no look that was acknowledged."""

import json
import os
import signal
import subprocess
import sys
import tempfile
from datetime import UTC, datetime
from unittest import TestCase
from uuid import uuid4

from scripts.demo_server import Api, free_port, wait_for


class PowerCut(TestCase):
    def setUp(self):
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.port = free_port()
        # the real settings, not the tests': what is proven here is how the real database keeps its promise
        self.env = {k: v for k, v in os.environ.items() if k != "AWAKE_FURROW_TESTING"}
        self.env |= {"AWAKE_FURROW_DATA": folder.name, "AWAKE_FURROW_PORT": str(self.port)}

    def start(self):
        server = subprocess.Popen([sys.executable, "-m", "scripts.serve", "--demo"], env=self.env, stdout=subprocess.DEVNULL)
        self.addCleanup(self.stop, server)
        address = f"http://127.0.0.1:{self.port}"
        wait_for(address)
        return server, Api(address)

    def stop(self, server):
        server.kill()
        server.wait()

    def test_an_acknowledged_look_is_there_after_a_kill(self):
        server, api = self.start()
        trial = api.trial("HR-114")
        dishes = api.get(f"/api/v1/trials/{trial}/count-sheet/")["dishes"]
        kept = {}
        for dish in dishes[:5]:
            look = {"client_id": str(uuid4()), "dish": dish["id"], "at": datetime.now(UTC).isoformat(), "new_germinated": 0, "note": "kept"}
            kept[dish["id"]] = api.post("/api/v1/looks/", look)["client_id"]
        server.send_signal(signal.SIGKILL)
        server.wait()
        _, api = self.start()
        for dish, client_id in kept.items():
            found = [row["client_id"] for row in api.get(f"/api/v1/dishes/{dish}/looks/") if row["note"] == "kept"]
            self.assertEqual(found, [client_id], json.dumps(found))
