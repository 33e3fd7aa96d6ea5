"""Entry point for gunicorn and other WSGI servers."""

import os
import sys

from django.core.wsgi import get_wsgi_application

from maplestep.server.slow_queries import watch_queries

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "maplestep.server.settings")
application = get_wsgi_application()
watch_queries()

# A short request beside a long one gets the interpreter after a thousandth of a second, not five.
sys.setswitchinterval(0.001)
