"""What is due.

``today``     everything to look at now, and what is coming.
``bags``      bags on their shelves, with what each wants.
``timers``    steps that run by the clock.
``calendar``  the same list as days in a calendar.
"""
