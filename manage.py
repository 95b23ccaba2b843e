"""Django's command line."""

import os
import sys


def main() -> None:
    """Run a management command; tests get their own database settings."""
    if len(sys.argv) > 1 and sys.argv[1] == "test":
        os.environ["AWAKE_FURROW_TESTING"] = "1"
        if os.environ.get("AWAKE_FURROW_COVERAGE"):
            # before anything is imported that is to be measured
            from scripts.reached import begin

            begin()
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.config.settings")
    from django.core.management import execute_from_command_line

    execute_from_command_line(sys.argv)


if __name__ == "__main__":
    main()
