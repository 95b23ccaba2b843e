"""Reading data in.

``imports``     a file read in as one, undone as one, read in again.
``tables``      what a table makes.
``trial``       a trial that this application wrote.
``everything``  an installation that this application wrote.
"""
