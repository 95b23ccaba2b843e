"""The files that data comes in by: tables as CSV and xlsx, the application's own trial and its own whole."""
