"""A way to the server that fails as networks and servers do: refused, answers dropped, requests that arrive twice."""

import random
import threading
import time
from http.client import HTTPConnection
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from typing import Any
from urllib.parse import urlsplit

STOPPED_SECONDS = (0.2, 0.9)
# looks from one stop of the server to the next
DOWN_EVERY = 20


class FaultyProxy:
    """Passes everything on to `server`; POSTs to looks meet faults drawn from `seed`, and now and then the server is down."""

    def __init__(self, server: str, seed: int) -> None:
        self.faults = {"refused": 0, "dropped": 0, "twice": 0, "down": 0}
        self._draw = random.Random(seed)
        self._down_until = 0.0
        self._looks = 0
        self._lock = threading.Lock()
        proxy, host = self, urlsplit(server).netloc

        class Handler(BaseHTTPRequestHandler):
            protocol_version = "HTTP/1.1"

            def handle_one(self) -> None:
                body = self.rfile.read(int(self.headers.get("Content-Length") or 0))
                fault = proxy.fault_of(self.command, self.path)
                if fault in ("refused", "down"):
                    self.close_connection = True
                    return
                answer = self.ask(body)
                if fault == "twice":
                    answer = self.ask(body)
                if fault == "dropped":
                    self.close_connection = True
                    return
                status, headers, content = answer
                self.send_response_only(status)
                for name, value in headers:
                    if name.lower() not in ("connection", "transfer-encoding", "content-length"):
                        self.send_header(name, value)
                self.send_header("Content-Length", str(len(content)))
                self.end_headers()
                self.wfile.write(content)

            do_GET = do_POST = do_PATCH = do_DELETE = do_HEAD = handle_one  # noqa: N815  # the names the library calls

            def ask(self, body: bytes) -> tuple[int, list[tuple[str, str]], bytes]:
                upstream = HTTPConnection(host, timeout=30)
                headers = {k: v for k, v in self.headers.items() if k.lower() not in ("connection", "accept-encoding")}
                upstream.request(self.command, self.path, body, headers | {"Connection": "close"})
                answer = upstream.getresponse()
                content = answer.read()
                upstream.close()
                return answer.status, answer.getheaders(), content

            def log_message(self, format: str, *args: Any) -> None:  # noqa: A002  # the library's name
                """Say nothing."""

        self._server = ThreadingHTTPServer(("localhost", 0), Handler)
        self._server.daemon_threads = True
        threading.Thread(target=self._server.serve_forever, daemon=True).start()

    @property
    def address(self) -> str:
        """Where the browser goes."""
        return f"http://localhost:{self._server.server_port}"

    def fault_of(self, method: str, path: str) -> str:
        """What befalls this request; nothing but looks is troubled, so that the page itself opens."""
        if method != "POST" or not path.endswith("/looks/"):
            return ""
        with self._lock:
            now = time.monotonic()
            drawn = self._draw.random()
            fault = "down" if now < self._down_until else "refused" if drawn < 0.08 else "dropped" if drawn < 0.18 else ""
            fault = fault or ("twice" if drawn < 0.3 else "")
            self._looks += 1
            if self._looks % DOWN_EVERY == 0:
                self._down_until = now + self._draw.uniform(*STOPPED_SECONDS)
            if fault:
                self.faults[fault] += 1
            return fault

    def close(self) -> None:
        """Stop."""
        self._server.shutdown()
        self._server.server_close()
