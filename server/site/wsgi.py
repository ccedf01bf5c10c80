"""The WSGI application that gunicorn serves: with every module loaded before it answers, and with --preload before it parts
into processes, so that nobody's first request waits for that and the processes share what was loaded.
"""

import os
from importlib import import_module

from django.conf import settings
from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.site.settings")
application = get_wsgi_application()
import_module(settings.ROOT_URLCONF)
