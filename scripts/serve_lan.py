"""Serve to phones on the same network, over a secure address: ``python -m scripts.serve_lan``.

A phone's browser keeps the app on the device, and lends its camera, on a secure address only. A small authority is made
once in var/lan and signs a certificate for this machine's addresses; docs/phone.md says how a phone comes to trust it.
"""

import asyncio
import ipaddress
import os
import resource
import socket
import sys
from collections.abc import Awaitable, Callable
from concurrent.futures import ThreadPoolExecutor
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

import segno
from cryptography import x509
from cryptography.hazmat.primitives import hashes, serialization
from cryptography.hazmat.primitives.asymmetric import ec
from cryptography.x509.oid import ExtendedKeyUsageOID, NameOID
from hypercorn.asyncio import serve
from hypercorn.config import Config

from scripts.prepare import prepare

FOLDER = Path(os.environ.get("AWAKE_FURROW_DATA", "var")) / "lan"
YEARS_OF_AUTHORITY, DAYS_OF_CERTIFICATE = 10, 390
RENEW_WITHIN = timedelta(days=30)
HANDSHAKE_SECONDS, READ_SECONDS, KEEP_ALIVE_SECONDS = 10, 30, 20
# a body lies in memory whole; a larger backup is restored on the machine itself, with `make restore`
LARGEST_BODY = 100 * 2**20
BACKLOG, THREADS = 1000, 8
Stop = Callable[[], Awaitable[None]]


def own_addresses() -> list[str]:
    """Addresses of this machine on its networks, the way out first; no packet is sent to find them."""
    found = []
    for family, outside in ((socket.AF_INET, "192.0.2.1"), (socket.AF_INET6, "2001:db8::1")):
        with socket.socket(family, socket.SOCK_DGRAM) as probe:
            try:
                probe.connect((outside, 9))
            except OSError:
                # no network of this kind
                continue
            found.append(str(probe.getsockname()[0]).split("%")[0])
    return list(dict.fromkeys([*found, "127.0.0.1"]))


def certificate(folder: Path, addresses: list[str], now: datetime) -> tuple[Path, Path]:
    """The files of a certificate for these addresses and its key; made again when an address is new or its time runs out."""
    folder.mkdir(parents=True, exist_ok=True)
    authority, authority_key = _authority(folder, now)
    cert_file, key_file = folder / "server.crt", folder / "server.key"
    if cert_file.exists() and _fits(x509.load_pem_x509_certificate(cert_file.read_bytes()), addresses, now):
        return cert_file, key_file
    key = ec.generate_private_key(ec.SECP256R1())
    names: list[x509.GeneralName] = [x509.DNSName("localhost"), x509.DNSName(socket.gethostname())]
    names += [x509.IPAddress(ipaddress.ip_address(a)) for a in addresses]
    made = (
        _builder("Awake Furrow on this network", authority.subject, key.public_key(), now, timedelta(days=DAYS_OF_CERTIFICATE))
        .add_extension(x509.SubjectAlternativeName(names), critical=False)
        .add_extension(x509.BasicConstraints(ca=False, path_length=None), critical=True)
        .add_extension(x509.ExtendedKeyUsage([ExtendedKeyUsageOID.SERVER_AUTH]), critical=False)
        .sign(authority_key, hashes.SHA256())
    )
    _keep_secret(key_file, key)
    cert_file.write_bytes(made.public_bytes(serialization.Encoding.PEM))
    return cert_file, key_file


def _authority(folder: Path, now: datetime) -> tuple[x509.Certificate, ec.EllipticCurvePrivateKey]:
    cert_file, key_file = folder / "authority.crt", folder / "authority.key"
    if cert_file.exists() and key_file.exists():
        known = serialization.load_pem_private_key(key_file.read_bytes(), password=None)
        if not isinstance(known, ec.EllipticCurvePrivateKey):
            raise SystemExit(f"{key_file} is no key that this program made: move it away and start again.")
        return x509.load_pem_x509_certificate(cert_file.read_bytes()), known
    key = ec.generate_private_key(ec.SECP256R1())
    name = x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, f"Awake Furrow on {socket.gethostname()}")])
    made = (
        _builder(f"Awake Furrow on {socket.gethostname()}", name, key.public_key(), now, timedelta(days=365 * YEARS_OF_AUTHORITY))
        .add_extension(x509.BasicConstraints(ca=True, path_length=0), critical=True)
        .sign(key, hashes.SHA256())
    )
    _keep_secret(key_file, key)
    cert_file.write_bytes(made.public_bytes(serialization.Encoding.PEM))
    return made, key


def _builder(name: str, issuer: x509.Name, key: ec.EllipticCurvePublicKey, now: datetime, lasts: timedelta) -> x509.CertificateBuilder:
    return (
        x509.CertificateBuilder()
        .subject_name(x509.Name([x509.NameAttribute(NameOID.COMMON_NAME, name)]))
        .issuer_name(issuer)
        .public_key(key)
        .serial_number(x509.random_serial_number())
        .not_valid_before(now - timedelta(days=1))
        .not_valid_after(now + lasts)
    )


def _fits(known: x509.Certificate, addresses: list[str], now: datetime) -> bool:
    named = known.extensions.get_extension_for_class(x509.SubjectAlternativeName).value.get_values_for_type(x509.IPAddress)
    return {str(a) for a in named} >= set(addresses) and known.not_valid_after_utc > now + RENEW_WITHIN


def _keep_secret(file: Path, key: ec.EllipticCurvePrivateKey) -> None:
    """Nobody but the owner reads a key."""
    pem = key.private_bytes(serialization.Encoding.PEM, serialization.PrivateFormat.PKCS8, serialization.NoEncryption())
    with os.fdopen(os.open(file, os.O_WRONLY | os.O_CREAT | os.O_TRUNC, 0o600), "wb") as out:
        out.write(pem)


async def listen(application: Any, port: int, cert: Path, key: Path, host: str = "0.0.0.0", until: Stop | None = None) -> None:
    """Serve a WSGI application over TLS until the process is told to end, or `until` returns.

    Requests and answers are buffered here, so a connection that sends nothing, or little, keeps no thread waiting: it costs a
    file handle until its time is over.
    """
    config = Config()
    config.bind, config.certfile, config.keyfile = [f"{host}:{port}"], str(cert), str(key)
    config.alpn_protocols = ["http/1.1"]
    config.ssl_handshake_timeout, config.read_timeout, config.keep_alive_timeout = HANDSHAKE_SECONDS, READ_SECONDS, KEEP_ALIVE_SECONDS
    config.wsgi_max_body_size, config.backlog = LARGEST_BODY, BACKLOG
    config.loglevel, config.include_server_header = "WARNING", False
    asyncio.get_running_loop().set_default_executor(ThreadPoolExecutor(THREADS))
    await serve(application, config, mode="wsgi", shutdown_trigger=until)


def more_connections() -> None:
    """Let this process hold as many connections as the machine allows."""
    _, most = resource.getrlimit(resource.RLIMIT_NOFILE)
    resource.setrlimit(resource.RLIMIT_NOFILE, (most, most))


def main() -> None:
    """Serve until stopped."""
    addresses = own_addresses()
    cert, key = certificate(FOLDER, addresses, datetime.now(UTC))
    port = int(os.environ.get("AWAKE_FURROW_PORT", "8443"))
    os.environ["AWAKE_FURROW_HOSTS"] = ",".join(["localhost", "127.0.0.1", "[::1]", socket.gethostname(), *addresses])
    os.environ.setdefault("AWAKE_FURROW_SECURE", "1")
    os.environ["AWAKE_FURROW_AUTHORITY"] = str((FOLDER / "authority.crt").resolve())
    host = f"[{addresses[0]}]" if ":" in addresses[0] else addresses[0]
    address = f"https://{host}:{port}"
    prepare(demo="--demo" in sys.argv)
    more_connections()
    from server.config.memory import search_seldom
    from server.config.wsgi import application

    search_seldom()
    segno.make(address, error="m", micro=False).terminal(compact=True)
    print(f"Awake Furrow answers on {address}\nOnce on each phone: {address}/authority.crt, then docs/phone.md", flush=True)
    asyncio.run(listen(application, port, cert, key))


if __name__ == "__main__":
    main()
