"""Open formats of the field, each written and read: GPX, GeoJSON, passport descriptors, Darwin Core.

``records``     stands, visits and lots as all of these formats can say them, and what is lost on the way.
``lists``       the terms and codes of the standards.
``out``         the nursery's records as such; one module for each format writes and reads them.
``services``    what was read becomes records.
"""
