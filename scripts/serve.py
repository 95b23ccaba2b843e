"""Serve the application on loopback: ``python -m scripts.serve [--demo]``.

The port is AWAKE_FURROW_PORT, 8000 if it is not set. The database is brought up to date first and, with ``--demo``, the demo
data laid out, in this one process: each start of Python costs a second.
"""

import os
import sys

import waitress

from scripts.prepare import prepare

HOST = "127.0.0.1"


def main(arguments: list[str]) -> None:
    """Serve until stopped."""
    prepare(demo="--demo" in arguments)
    from server.config.memory import search_seldom
    from server.config.wsgi import application

    search_seldom()
    port = int(os.environ.get("AWAKE_FURROW_PORT", "8000"))
    print(f"Awake Furrow answers on http://{HOST}:{port}", flush=True)
    waitress.serve(application, host=HOST, port=port, threads=8, ident="")


if __name__ == "__main__":
    main(sys.argv[1:])
