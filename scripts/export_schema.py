"""Write the JSON Schema of an exported trial: ``python -m scripts.export_schema FILE``."""

import json
import os
import sys
from pathlib import Path


def main(file: Path) -> None:
    """Write it as it is served."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.config.settings")
    import django

    django.setup()
    from server.exchange.formats.record import schema

    file.write_text(json.dumps(schema(), indent=1, ensure_ascii=False) + "\n", encoding="utf-8")


if __name__ == "__main__":
    main(Path(sys.argv[1]))
