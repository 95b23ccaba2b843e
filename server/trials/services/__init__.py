"""Every write to trials.

``layout``   laying out a trial: treatments, dishes, codes, places, and the seed it draws.
``looks``    sowing, looks and their corrections; ``new_look`` is what is asked of a look.
``closings`` closing a dish, setting one aside, sending what is left on, opening a blind trial.
``bags``     bags for the treatments of a planned trial.
``deviations``    deviations and photos.
"""
