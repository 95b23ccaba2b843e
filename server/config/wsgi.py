"""The WSGI entry."""

import os

from django.conf import settings
from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.config.settings")
application = get_wsgi_application()

if settings.NIGHTLY:
    # in the process that serves, and only there: a command that imports this makes no backups
    from server.backups.services.nightly import watch

    watch()
