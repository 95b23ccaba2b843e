"""Writes on the practice bench.

``tries``     beginning one, and letting it go.
``bench``     time, treatments, and what a helper would count.
``conclude``  what was concluded, compared with the truth.
"""
