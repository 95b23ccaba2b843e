"""Reading data in.

``imports``     a file imported as one, undone as one, imported again.
``tables``      what a table makes.
``trial``       a trial that this application wrote.
``everything``  an installation that this application wrote.
"""
