"""The files that data leaves in: CSV, a spreadsheet, JSON with its schema, and a tabular data package."""
