"""Every write to trials.

``layout``   laying out a trial: treatments, dishes, codes, places, and the seed it draws.
``looks``    sowing, looks and their corrections.
``closings`` closing a dish, setting one aside, opening a blind trial.
"""
