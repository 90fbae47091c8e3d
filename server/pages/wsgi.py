"""The web process's entry point."""

import os

from django.core.wsgi import get_wsgi_application
from django.urls import get_resolver

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.config.settings")
application = get_wsgi_application()
# Loaded once, before the workers are made: else the first person to ask each of them waits for it.
get_resolver().url_patterns  # noqa: B018
