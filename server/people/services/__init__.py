"""Writes about people.

``api_tokens``   secrets by which programs act in a person's name.
``accounts``     who there is, and as what; passwords.
``invitations``  one-time links to join, or to choose a new password.
``sign_ins``     devices that are signed in, and signing them out.
``work_year``    when the nursery works.
"""

from server.people.services.accounts import add_person, change_own_settings
from server.people.services.work_year import change_work_year

__all__ = ["add_person", "change_own_settings", "change_work_year"]
