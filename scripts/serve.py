"""Serve the application on loopback: ``python -m scripts.serve [--demo]``.

The port is AWAKE_FURROW_PORT, 8000 if it is not set. With ``--demo`` the database is brought up to date and the demo data
laid out first, in this one process: each start of Python costs a second.
"""

import os
import sys

import waitress

HOST = "127.0.0.1"


def main(arguments: list[str]) -> None:
    """Serve until stopped."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.config.settings")
    from django.core.management import call_command

    from server.config.wsgi import application

    if "--demo" in arguments:
        call_command("migrate", verbosity=0)
        call_command("load_demo")
    port = int(os.environ.get("AWAKE_FURROW_PORT", "8000"))
    print(f"Awake Furrow answers on http://{HOST}:{port}", flush=True)
    waitress.serve(application, host=HOST, port=port, threads=8, ident="")


if __name__ == "__main__":
    main(sys.argv[1:])
