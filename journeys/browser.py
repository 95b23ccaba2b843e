"""A headless Chromium that reaches nothing but this machine."""

import json
import shutil
import tempfile
from pathlib import Path
from urllib.request import urlopen

import websocket
from selenium import webdriver
from selenium.webdriver.chrome.options import Options
from selenium.webdriver.chrome.service import Service
from selenium.webdriver.support.wait import WebDriverWait

FLAGS = [
    "--headless=new",
    "--no-sandbox",
    "--disable-dev-shm-usage",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--no-default-browser-check",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--disable-extensions",
    "--disable-breakpad",
    # one site only: pages need no process each, and none is kept ready
    "--disable-site-isolation-trials",
    "--disable-features=IsolateOrigins,site-per-process",
    "--force-device-scale-factor=1",
    "--hide-scrollbars",
    # nothing fades or slides while it is looked at
    "--force-prefers-reduced-motion",
]
NO_OUTSIDE = "--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE localhost, EXCLUDE 127.0.0.1"
# in what the console says of a request without signal
OFFLINE = "INTERNET_DISCONNECTED"
DESK = (1280, 800)
PHONE = (390, 844)


class Browser:
    """A driver with its own empty profile; `quit` removes it."""

    def __init__(self, *more_flags: str) -> None:
        binary, driver = (shutil.which(name) for name in ("chromium", "chromedriver"))
        if not binary or not driver:
            raise RuntimeError("Chromium is missing: install Debian's packages chromium and chromium-driver.")
        self._profile = tempfile.mkdtemp(prefix="awake-furrow-")
        options = Options()
        options.binary_location = binary
        for flag in [*FLAGS, *more_flags, NO_OUTSIDE, f"--user-data-dir={self._profile}"]:
            options.add_argument(flag)
        options.set_capability("goog:loggingPrefs", {"browser": "ALL"})
        self.driver = webdriver.Chrome(options=options, service=Service(driver))
        self._workers: list[websocket.WebSocket] = []
        self._without_worker = ""
        self.size(*DESK)

    def size(self, width: int, height: int) -> None:
        """Set the page's size, free of the window's frame."""
        self.driver.execute_cdp_cmd(
            "Emulation.setDeviceMetricsOverride", {"width": width, "height": height, "deviceScaleFactor": 1, "mobile": width < 600}
        )

    def network(self, *, offline: bool) -> None:
        """Cut the page off from the server, or let it back; its worker has a network of its own and is cut off too."""
        conditions = {"offline": offline, "latency": 0, "downloadThroughput": -1, "uploadThroughput": -1}
        self.driver.execute_cdp_cmd("Network.enable", {})
        self.driver.execute_cdp_cmd("Network.emulateNetworkConditions", conditions)
        if offline:
            self._workers = [websocket.create_connection(url, suppress_origin=True) for url in self._worker_addresses()]
        for worker in self._workers:
            for number, (method, params) in enumerate((("Network.enable", {}), ("Network.emulateNetworkConditions", conditions)), 1):
                worker.send(json.dumps({"id": number, "method": method, "params": params}))
                while json.loads(worker.recv()).get("id") != number:
                    pass
        if not offline:
            for worker in self._workers:
                worker.close()
            self._workers = []

    def in_the_worker(self, script: str) -> None:
        """Run a script in the page's service worker."""
        for url in self._worker_addresses():
            worker = websocket.create_connection(url, suppress_origin=True)
            worker.send(json.dumps({"id": 1, "method": "Runtime.evaluate", "params": {"expression": script}}))
            while json.loads(worker.recv()).get("id") != 1:
                pass
            worker.close()

    def _worker_addresses(self) -> list[str]:
        address = self.driver.capabilities["goog:chromeOptions"]["debuggerAddress"]
        with urlopen(f"http://{address}/json/list") as answer:
            targets = json.load(answer)
        return [t["webSocketDebuggerUrl"] for t in targets if t["type"] == "service_worker"]

    def forget_device(self, address: str) -> None:
        """Empty what pages keep on the device; each story begins with a new one."""
        kinds = "indexeddb,local_storage,cache_storage,service_workers"
        self.driver.execute_cdp_cmd("Storage.clearDataForOrigin", {"origin": address, "storageTypes": kinds})

    def begin(self, *, service_worker: bool) -> None:
        """One empty page at the desk's size, with signal, without cookies; pages find a service worker to install, or none."""
        self.only_window()
        if service_worker and self._without_worker:
            self.driver.execute_cdp_cmd("Page.removeScriptToEvaluateOnNewDocument", {"identifier": self._without_worker})
            self._without_worker = ""
        elif not service_worker and not self._without_worker:
            script = {"source": "delete Navigator.prototype.serviceWorker"}
            self._without_worker = self.driver.execute_cdp_cmd("Page.addScriptToEvaluateOnNewDocument", script)["identifier"]
        self.driver.get("about:blank")
        self.network(offline=False)
        self.driver.execute_cdp_cmd("Network.clearBrowserCookies", {})
        self.size(*DESK)

    def close_what_opens(self) -> None:
        """Wait for the window that the page is opening, and close it."""
        WebDriverWait(self.driver, 30, poll_frequency=0.05).until(lambda driver: len(driver.window_handles) > 1, "no window opened")
        self.only_window()

    def only_window(self) -> None:
        """Close what opened beside the first window, and go back to that."""
        first, *others = self.driver.window_handles
        for other in others:
            self.driver.switch_to.window(other)
            self.driver.close()
        self.driver.switch_to.window(first)
        # a page behind another window animates nothing: its lists would never open
        self.driver.execute_cdp_cmd("Page.bringToFront", {})

    def console_errors(self) -> list[str]:
        """Errors the pages wrote to the console since the last call."""
        entries = self.driver.get_log("browser")  # type: ignore[no-untyped-call]
        return [str(e["message"]) for e in entries if e["level"] == "SEVERE"]

    def picture(self, path: Path) -> None:
        """Save what the window shows."""
        self.driver.save_screenshot(str(path))

    def quit(self) -> None:
        """Close the browser and remove its profile."""
        self.driver.quit()
        shutil.rmtree(self._profile, ignore_errors=True)
