"""Every write to stands.

``stands``    adding and changing them.
``visits``    what was seen on a visit.
``harvests``  what was taken, with its leave and its limits.
"""
