"""The demo on a database of its own, and a signed-in client of it: for pictures, measurements and tests."""

import json
import os
import socket
import subprocess
import sys
import tempfile
import time
import urllib.request
from http.cookiejar import CookieJar
from typing import Any
from uuid import uuid4


def free_port() -> int:
    """A port nobody uses at the moment."""
    with socket.socket() as s:
        s.bind(("127.0.0.1", 0))
        return int(s.getsockname()[1])


class DemoServer:
    """The demo on a database of its own, for as long as the block lasts."""

    def __enter__(self) -> str:
        self._folder = tempfile.TemporaryDirectory()
        port = free_port()
        self.environment = os.environ | {
            "AWAKE_FURROW_DATA": self._folder.name,
            "AWAKE_FURROW_PORT": str(port),
            "AWAKE_FURROW_RATE": "100000/min",
        }
        command = [sys.executable, "-m", "scripts.serve", "--demo"]
        self._server = subprocess.Popen(command, env=self.environment, stdout=subprocess.DEVNULL)
        address = f"http://127.0.0.1:{port}"
        wait_for(address)
        return address

    def __exit__(self, *_: object) -> None:
        self._server.terminate()
        self._server.wait(10)
        self._folder.cleanup()


def wait_for(address: str, seconds: float = 120) -> None:
    """Wait until the server answers."""
    end = time.monotonic() + seconds
    while time.monotonic() < end:
        try:
            urllib.request.urlopen(f"{address}/api/v1/session/", timeout=2).read()
            return
        except OSError:
            time.sleep(0.1)
    raise TimeoutError(f"{address} did not answer within {seconds:.0f} s.")


class Api:
    """A signed-in client of the demo."""

    def __init__(self, address: str) -> None:
        self.address = address
        self._jar = CookieJar()
        self._opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(self._jar))
        self.get("/api/v1/session/")
        self.post("/api/v1/session/", {"username": "rk", "password": "awake-rk"})

    @property
    def cookies(self) -> dict[str, str]:
        """Name and value of each cookie."""
        return {c.name: c.value or "" for c in self._jar}

    def get(self, path: str) -> Any:
        """The JSON at a path."""
        return json.loads(self.content(path))

    def content(self, path: str) -> bytes:
        """What is at a path, whatever it is."""
        found: bytes = self._opener.open(self.address + path).read()
        return found

    def post(self, path: str, body: dict[str, Any]) -> Any:
        """The JSON that answers a write."""
        headers = {"Content-Type": "application/json", "X-CSRFToken": self.cookies["csrftoken"]}
        request = urllib.request.Request(self.address + path, data=json.dumps(body).encode(), headers=headers)
        answer = self._opener.open(request).read()
        return json.loads(answer) if answer else None

    def upload(self, path: str, fields: dict[str, str], name: str, content: bytes, field: str = "file") -> bytes:
        """What answers a form with a file."""
        edge = uuid4().hex
        parts = [f'--{edge}\r\nContent-Disposition: form-data; name="{k}"\r\n\r\n{v}\r\n'.encode() for k, v in fields.items()]
        parts.append(f'--{edge}\r\nContent-Disposition: form-data; name="{field}"; filename="{name}"\r\n\r\n'.encode())
        body = b"".join([*parts, content, f"\r\n--{edge}--\r\n".encode()])
        headers = {"Content-Type": f"multipart/form-data; boundary={edge}", "X-CSRFToken": self.cookies["csrftoken"]}
        answer: bytes = self._opener.open(urllib.request.Request(self.address + path, data=body, headers=headers)).read()
        return answer

    def trial(self, lot_code: str) -> int:
        """Id of the newest trial of a lot."""
        return int(next(t["id"] for t in self.get("/api/v1/trials/?page_size=200")["results"] if t["lot_code"] == lot_code))
