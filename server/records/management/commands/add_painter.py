"""A painter who may log in at a hosted site."""

import getpass
import os
from typing import Any

from django.contrib.auth.models import User
from django.core.management.base import BaseCommand, CommandError, CommandParser

from server.school.models import Role
from server.school.people import new, set_role
from ypsochrom.kit.errors import BadSetting


class Command(BaseCommand):
    """`manage.py add_painter NAME`: no superuser. A site's first owner is added with `--role owner`, and invites the others."""

    help = "Add a painter, or give one another role; a password is asked for, or taken from YPSOCHROM_NEW_PASSWORD."

    def add_arguments(self, parser: CommandParser) -> None:
        """Their name and role."""
        parser.add_argument("name")
        parser.add_argument("--role", choices=Role.values, help="painter, teacher or owner")

    def handle(self, *_: Any, name: str, role: str | None, **__: Any) -> None:
        """Add them."""
        known = User.objects.filter(username=name).first()
        if known is not None and role is not None:
            set_role(known, Role(role))
            self.stdout.write(f"{name} is {role} now.")
            return
        password = os.environ.get("YPSOCHROM_NEW_PASSWORD") or getpass.getpass(f"Password for {name}: ")
        try:
            who = new(name, password)
        except BadSetting as problem:
            raise CommandError(problem.message) from problem
        who.save()
        set_role(who, Role(role or Role.PAINTER))
        self.stdout.write(f"{name} may log in.")
