"""What the counts say, arranged for a page.

``shares``      a trial's treatments as core compares them, set-aside dishes left out.
``overview``    the trial page: furrows, dishes on their places, what comes next.
``comparison``  the compare page: how many, how fast, each against the control.
"""
