"""Reading sowings.

``tested``     results a sowing can rest on.
``preview``    what a wish takes and gives.
``plans``      plans with their days and trays.
``trays``      trays, and the share of the germinated that becomes a plant.
``knowledge``  what is known of a plant.
"""
