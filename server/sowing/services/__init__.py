"""Writing sowings.

``plans``  planning, treating, sowing.
``trays``  what comes of the trays.
"""
