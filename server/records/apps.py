"""The records as a Django application."""

import logging
from typing import Any

from django.apps import AppConfig
from django.conf import settings
from django.db.models.signals import post_migrate

log = logging.getLogger(__name__)


class RecordsConfig(AppConfig):
    """Makes the local painter with the database: requests that only read write nothing, not even the first."""

    name = "server.records"
    default_auto_field = "django.db.models.BigAutoField"

    def ready(self) -> None:
        """Follow the migrations."""
        post_migrate.connect(_make_local_painter, sender=self)


def _make_local_painter(**_: Any) -> None:
    from server.site.middleware import local_painter

    if not settings.HOSTED:
        local_painter()
