"""The mixes as a Django application."""

from django.apps import AppConfig
from django.conf import settings

from ypsochrom.mixes import table_folder


class MixesConfig(AppConfig):
    """Lets all processes of the studio share their tables of recipes."""

    name = "server.mixes"
    default_auto_field = "django.db.models.BigAutoField"

    def ready(self) -> None:
        """Say where."""
        table_folder.share_in(settings.TABLES)
