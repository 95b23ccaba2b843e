"""The computation of Awake Furrow: seeds, dishes, counts and what they say.

Pure functions over typed values. Nothing in here knows Django, HTTP, a clock or global randomness: the caller passes
times and seeds. Read ``records`` first, then ``germination``.
"""
