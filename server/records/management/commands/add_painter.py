"""A painter who may log in at a hosted site."""

import getpass
import os
from typing import Any

from django.contrib.auth.models import User
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.core.management.base import BaseCommand, CommandError, CommandParser


class Command(BaseCommand):
    """`python manage.py add_painter NAME`: no superuser, and no more rights than any other."""

    help = "Add a painter; the password is asked for, or taken from YPSOCHROM_NEW_PASSWORD."

    def add_arguments(self, parser: CommandParser) -> None:
        """Their name."""
        parser.add_argument("name")

    def handle(self, *_: Any, name: str, **__: Any) -> None:
        """Add them."""
        password = os.environ.get("YPSOCHROM_NEW_PASSWORD") or getpass.getpass(f"Password for {name}: ")
        painter = User(username=name)
        try:
            painter.full_clean(exclude=["password"])
            validate_password(password, painter)
        except ValidationError as problem:
            raise CommandError(" ".join(problem.messages)) from problem
        painter.set_password(password)
        painter.save()
        self.stdout.write(f"{name} may log in.")
