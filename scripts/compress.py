"""Put a .gz and a .br beside each built file that gains by it: ``python -m scripts.compress FOLDER``."""

import sys

from whitenoise.compress import main

if __name__ == "__main__":
    sys.exit(main(["--quiet", *sys.argv[1:]]))
