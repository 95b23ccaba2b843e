"""Reading batches.

``courses``   batches with what was planned, done and found, in a fixed number of queries.
``plans``     recipes laid on the calendar, with what gets in each other's way.
``supplies``  what is used many times, with its uses and its age.
"""
