"""Take one picture of each main view from freshly made demo data: ``python -m scripts.screenshots FOLDER [NAME …]``."""

import json
import os
import socket
import subprocess
import sys
import tempfile
import time
import urllib.request
from http.cookiejar import CookieJar
from pathlib import Path
from typing import Any

from journeys.browser import DESK, PHONE, Browser

VIEWS = {
    "today": ("/", DESK),
    "lots": ("/lots", DESK),
    "trial": ("/trials/{balsamroot}", DESK),
    "count": ("/trials/{balsamroot}/count", PHONE),
    "compare": ("/trials/{balsamroot}/compare", DESK),
    "new-trial": ("/trials/new?lot=1", DESK),
    "recipes": ("/recipes", DESK),
    "trials": ("/trials", DESK),
    "lot": ("/lots/22", DESK),
}
KEPT = ["today", "lots", "trial", "count", "compare", "new-trial"]


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
        env = os.environ | {"AWAKE_FURROW_DATA": self._folder.name, "AWAKE_FURROW_PORT": str(port)}
        for command in (["migrate", "-v0"], ["load_demo"]):
            subprocess.run([sys.executable, "manage.py", *command], env=env, check=True, stdout=subprocess.DEVNULL)
        self._server = subprocess.Popen([sys.executable, "-m", "scripts.serve"], env=env)
        address = f"http://127.0.0.1:{port}"
        wait_for(address)
        return address

    def __exit__(self, *_: object) -> None:
        self._server.terminate()
        self._server.wait(10)
        self._folder.cleanup()


def wait_for(address: str, seconds: float = 30) -> None:
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
        body = json.dumps({"username": "rk", "password": "awake-rk"}).encode()
        request = urllib.request.Request(f"{address}/api/v1/session/", data=body, headers={"Content-Type": "application/json"})
        request.add_header("X-CSRFToken", self.cookies["csrftoken"])
        self._opener.open(request).read()

    @property
    def cookies(self) -> dict[str, str]:
        """Name and value of each cookie."""
        return {c.name: c.value or "" for c in self._jar}

    def get(self, path: str) -> Any:
        """The JSON at a path."""
        return json.loads(self._opener.open(self.address + path).read())

    def trial(self, lot_code: str) -> int:
        """Id of the newest trial of a lot."""
        return next(t["id"] for t in self.get("/api/v1/trials/?page_size=200")["results"] if t["lot_code"] == lot_code)


def main(folder: Path, names: list[str]) -> None:
    """Take the pictures named into the folder."""
    folder.mkdir(parents=True, exist_ok=True)
    with DemoServer() as address:
        api = Api(address)
        ids = {"balsamroot": api.trial("HR-114"), "whispering": api.trial("EP-006"), "mallow": api.trial("SM-052")}
        browser = Browser()
        try:
            browser.driver.get(address + "/sign-in")
            for name, value in api.cookies.items():
                browser.driver.add_cookie({"name": name, "value": value, "path": "/"})
            for name in names:
                view, _, width = name.partition("@")
                path, size = VIEWS.get(view, (view, DESK))
                browser.size(*((int(width), 844) if width else size))
                browser.driver.get(address + path.format(**ids))
                time.sleep(1.2)
                target = folder / f"{name.strip('/').replace('/', '-').replace('@', '-')}.png"
                browser.picture(target)
                print(target, *browser.console_errors())
        finally:
            browser.quit()


if __name__ == "__main__":
    main(Path(sys.argv[1]), sys.argv[2:] or KEPT)
