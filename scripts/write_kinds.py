"""Write the tables of kinds for the front end, so that it has them without asking: ``python -m scripts.write_kinds FILE``."""

import json
import os
import sys
from pathlib import Path

import django


def text() -> str:
    """The tables as the API answers them."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.config.settings")
    django.setup()
    from server.record_kinds.api.serializers import KindsSerializer
    from server.record_kinds.registries import kinds

    return json.dumps(KindsSerializer(kinds()).data, indent=2, ensure_ascii=False) + "\n"


if __name__ == "__main__":
    Path(sys.argv[1]).write_text(text(), encoding="utf-8")
