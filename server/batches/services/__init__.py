"""Every write to batches.

``batches``   putting seed in, planning, moving, splitting, taking out.
``steps``     steps begun and ended, with what is confirmed before.
``looks``     looks on a round, once each.
``supplies``  solutions and other things that are used many times; turns.
"""
