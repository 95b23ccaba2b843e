import asyncio
import contextlib
import socket
import ssl
import stat
import tempfile
import threading
import urllib.request
from datetime import UTC, datetime, timedelta
from pathlib import Path
from unittest import TestCase

from cryptography import x509

from scripts.demo_server import free_port
from scripts.serve_lan import certificate, listen, own_addresses

NOW = datetime(2026, 3, 1, tzinfo=UTC)


class LocallyMadeCertificate(TestCase):
    def setUp(self):
        self.folder = Path(self.enterContext(tempfile.TemporaryDirectory()))

    def made(self, addresses=("192.168.1.20", "127.0.0.1"), now=NOW):
        file, _ = certificate(self.folder, list(addresses), now)
        return x509.load_pem_x509_certificate(file.read_bytes())

    def test_it_names_the_machine_and_is_signed_by_its_own_authority(self):
        made = self.made()
        named = made.extensions.get_extension_for_class(x509.SubjectAlternativeName).value
        self.assertEqual({str(a) for a in named.get_values_for_type(x509.IPAddress)}, {"192.168.1.20", "127.0.0.1"})
        authority = x509.load_pem_x509_certificate((self.folder / "authority.crt").read_bytes())
        made.verify_directly_issued_by(authority)
        context = ssl.create_default_context(cafile=str(self.folder / "authority.crt"))
        self.assertEqual(len(context.get_ca_certs()), 1)

    def test_it_is_kept_until_an_address_is_new_or_its_time_runs_out_and_the_authority_stays(self):
        first, authority = self.made(), (self.folder / "authority.crt").read_bytes()
        self.assertEqual(self.made().serial_number, first.serial_number)
        self.assertNotEqual(self.made(["10.0.0.7", "127.0.0.1"]).serial_number, first.serial_number)
        second = self.made(["10.0.0.7", "127.0.0.1"])
        self.assertNotEqual(self.made(["10.0.0.7", "127.0.0.1"], NOW + timedelta(days=380)).serial_number, second.serial_number)
        self.assertEqual((self.folder / "authority.crt").read_bytes(), authority)

    def test_keys_are_read_by_their_owner_only(self):
        self.made()
        for name in ("authority.key", "server.key"):
            self.assertEqual(stat.S_IMODE((self.folder / name).stat().st_mode), 0o600, name)

    def test_this_machine_has_an_address(self):
        self.assertIn("127.0.0.1", own_addresses())


def answers_with_its_path(environ, start_response):
    start_response("200 OK", [("Content-Type", "text/plain")])
    return [environ["PATH_INFO"].encode()]


class SilentConnections(TestCase):
    """Whoever opens connections and says nothing on them stops nobody."""

    SILENT = 60

    def setUp(self):
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        cert, key = certificate(folder, ["127.0.0.1"], datetime.now(UTC))
        self.trusting = ssl.create_default_context(cafile=str(folder / "authority.crt"))
        self.port, self.ended = free_port(), threading.Event()

        async def until():
            await asyncio.to_thread(self.ended.wait)

        def run():
            asyncio.run(listen(answers_with_its_path, self.port, cert, key, host="127.0.0.1", until=until))

        server = threading.Thread(target=run, daemon=True)
        server.start()
        self.addCleanup(server.join, 10)
        self.addCleanup(self.ended.set)

    def ask(self):
        with urllib.request.urlopen(f"https://127.0.0.1:{self.port}/today", context=self.trusting, timeout=20) as answer:
            return answer.read()

    def connected(self):
        for _ in range(200):
            try:
                return socket.create_connection(("127.0.0.1", self.port), timeout=20)
            except ConnectionRefusedError:
                self.ended.wait(0.05)
        raise AssertionError("the server never listened")

    def test_before_during_and_after_the_handshake(self):
        with contextlib.ExitStack() as held:
            for _ in range(self.SILENT):
                held.enter_context(self.connected())
            for _ in range(self.SILENT):
                held.enter_context(self.trusting.wrap_socket(self.connected(), server_hostname="127.0.0.1"))
            for _ in range(self.SILENT):
                slow = held.enter_context(self.trusting.wrap_socket(self.connected(), server_hostname="127.0.0.1"))
                slow.sendall(b"POST /looks HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 1000\r\n\r\n{")
            self.assertEqual([self.ask() for _ in range(3)], [b"/today"] * 3)
