"""Work on it: the API and the front end with hot reload, on the demo data: ``python -m scripts.dev``.

Pages are at the front end's address, which passes on what belongs to the API. Ctrl-C ends both.
"""

import os
import socket
import subprocess
import sys
import time

from scripts.front_end import VITE, WEB, node
from scripts.prepare import prepare

API, PAGES = ("AWAKE_FURROW_PORT", "8000"), ("AWAKE_FURROW_WEB_PORT", "5173")


def port_of(name: str, usual: str) -> str:
    """A port as it was chosen; ends the process with a sentence where somebody listens on it."""
    port = os.environ.get(name, usual)
    with socket.socket() as probe:
        probe.settimeout(0.5)
        if probe.connect_ex(("127.0.0.1", int(port))) == 0:
            raise SystemExit(f"Port {port} is in use. Stop the program that listens there, or choose another port: {name}=… make dev")
    return port


def main() -> int:
    """Serve both until one of them ends, or somebody stops it."""
    api, pages, runs = port_of(*API), port_of(*PAGES), node()
    os.environ |= {"AWAKE_FURROW_PORT": api, "AWAKE_FURROW_NIGHTLY": "0"}
    prepare(demo=True)
    started = [
        subprocess.Popen([sys.executable, "manage.py", "runserver", f"127.0.0.1:{api}"]),
        subprocess.Popen([runs, str(VITE), "--port", pages, "--strictPort"], cwd=WEB),
    ]
    print(f"Pages with hot reload: http://localhost:{pages} (sign in as rk, password awake-rk)", flush=True)
    try:
        # either is of no use without the other
        while all(process.poll() is None for process in started):
            time.sleep(0.5)
    except KeyboardInterrupt:
        return 0
    finally:
        for process in started:
            process.terminate()
        for process in started:
            process.wait(10)
    return 1


if __name__ == "__main__":
    sys.exit(main())
