"""Settings for the tests: a file database (parallel requests lock an in-memory one) and tasks run at once."""

import tempfile
from pathlib import Path

from server.site.settings import *  # noqa: F403
from server.site.settings import DATABASES as _DATABASES

_PLACE = Path(tempfile.mkdtemp(prefix="ypsochrom-test-"))
DATABASES = {"default": {**_DATABASES["default"], "TEST": {"NAME": _PLACE / "test.sqlite3"}}}
MEDIA_ROOT = _PLACE / "pictures"
TASKS = {"default": {"BACKEND": "django_tasks.backends.immediate.ImmediateBackend"}}
PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
