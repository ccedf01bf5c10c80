"""Delete stored pictures that nothing mentions any more, such as value maps that were tried and left."""

from typing import Any

from django.contrib.auth.models import User
from django.core.management.base import BaseCommand

from server.site.pictures import forget_old


class Command(BaseCommand):
    """Run at every start of the studio."""

    help = "Delete stored pictures that nothing mentions any more."

    def handle(self, *_: Any, **options: Any) -> None:
        """Tidy up for every painter."""
        forgotten = sum(forget_old(owner) for owner in User.objects.all())
        if options["verbosity"] > 0:
            self.stdout.write(f"{forgotten} pictures deleted")
