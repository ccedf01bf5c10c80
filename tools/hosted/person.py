"""`python -m tools.hosted.person NAME ROLE PASSWORD`: a painter of the demo, who is left alone once there."""

import sys

import django


def main() -> None:
    """Add them where they are not there yet."""
    django.setup()
    from django.contrib.auth.models import User

    from server.school.models import Role
    from server.school.people import made, set_role

    name, role, password = sys.argv[1:]
    if not User.objects.filter(username=name).exists():
        set_role(made(name, password), Role(role))


if __name__ == "__main__":
    main()
