"""Serve the application on loopback: ``python -m scripts.serve``. Port from AWAKE_FURROW_PORT, 8000 if it is not set."""

import os

import waitress

HOST = "127.0.0.1"


def main() -> None:
    """Serve until stopped."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.config.settings")
    from server.config.wsgi import application

    port = int(os.environ.get("AWAKE_FURROW_PORT", "8000"))
    print(f"Awake Furrow answers on http://{HOST}:{port}", flush=True)
    waitress.serve(application, host=HOST, port=port, threads=8, ident="")


if __name__ == "__main__":
    main()
