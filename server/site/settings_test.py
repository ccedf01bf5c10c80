"""Settings for the tests: a file database (parallel requests lock an in-memory one) and tasks run at once."""

import atexit
import os
import shutil
import tempfile
from pathlib import Path

_PLACE = Path(tempfile.mkdtemp(prefix="ypsochrom-test-"))
atexit.register(shutil.rmtree, _PLACE, ignore_errors=True)
os.environ["YPSOCHROM_DATA"] = str(_PLACE)  # before the settings are read: a painter's own data is never touched

from server.site.settings import *  # noqa: E402, F403
from server.site.settings import DATABASES as _DATABASES  # noqa: E402
from server.site.settings import MIDDLEWARE as _MIDDLEWARE  # noqa: E402

DATABASES = {"default": {**_DATABASES["default"], "CONN_MAX_AGE": 0}}
if DATABASES["default"]["ENGINE"] == "django.db.backends.sqlite3":
    DATABASES["default"]["TEST"] = {"NAME": _PLACE / "test.sqlite3"}
MEDIA_ROOT = _PLACE / "pictures"
TASKS = {"default": {"BACKEND": "django_tasks.backends.immediate.ImmediateBackend"}}
PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
WHITENOISE_AUTOREFRESH = True  # looks for a file when it is asked for, not for all when a client begins
MIDDLEWARE = ["server.site.tests.brief_transactions.BriefTransactions", *_MIDDLEWARE]
