"""Say plainly when this Python is not the one the application is written for."""

import sys

if sys.version_info[:2] != (3, 11):
    sys.exit(f"Awake Furrow wants Python 3.11; this is {sys.version.split()[0]}. Set it by: make PYTHON=/path/to/python3.11 …")
