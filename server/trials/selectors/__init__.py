"""Reading trials.

``courses``  dishes with what was seen in them, as core's count records.
``state``    where a trial stands, and when its dishes want a look.
``sheets``   what the count page shows: dishes in place order, without their treatments.
"""
