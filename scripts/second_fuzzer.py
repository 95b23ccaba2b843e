"""Ask a demo of its own from its OpenAPI file, by a fuzzer that knows nothing of ours: ``python -m scripts.second_fuzzer ST [SEED]``.

`ST` is the program. Left out is what would end the asking (the session, people who may sign in), and backups: where they are
locked they are slow on purpose.
"""

import os
import subprocess
import sys
from pathlib import Path

from scripts.demo_server import Api, DemoServer

SCHEMA = Path("docs/api/openapi.yaml")
LEFT_OUT = r"^/api/v1/(session|people|invitations/accept|backups|balance|schema|docs)"
# of some 190 operations, so that there are 3,000 requests and more
EXAMPLES = 20
LONGEST_SECONDS = 2.0
CHECKS = "not_a_server_error,errors_are_problems"


def main() -> int:
    """Run it; what it returns is what the program returned."""
    program, *seed = sys.argv[1:]
    with DemoServer() as address:
        cookies = Api(address).cookies
        command = [
            program, "run", str(SCHEMA), "--url", address, "--phases", "fuzzing", "--mode", "all",
            "--max-examples", str(EXAMPLES), "--seed", seed[0] if seed else "8",
            "--checks", CHECKS, "--max-response-time", str(LONGEST_SECONDS), "--continue-on-failure",
            "--exclude-path-regex", LEFT_OUT, "--warnings", "off",
            "--header", "Cookie: " + "; ".join(f"{k}={v}" for k, v in cookies.items()), "--header", f"X-CSRFToken: {cookies['csrftoken']}",
        ]  # fmt: skip
        environment = os.environ | {"SCHEMATHESIS_HOOKS": "scripts.fuzz_checks", "PYTHONPATH": "."}
        return subprocess.run(command, env=environment, check=False).returncode


if __name__ == "__main__":
    sys.exit(main())
