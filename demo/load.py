"""Load the demo: a shelf of sixteen tubes and a planned painting. `python -m demo.load`; `--once` only the first time.

Loading again adds what is missing and doubles nothing; `--once` leaves a studio alone that has had the demo before, so
that what the painter changed or removed stays so.
"""

import os
import sys
from pathlib import Path

HERE = Path(__file__).parent
TITLE = "Kettle and lemons on the sill"
SIZE = "400x300mm"


def load() -> None:
    """Put the demo's shelf and painting into the local painter's studio."""
    from server.materials.services import add_tubes, tubes_of
    from server.passes.services import compute
    from server.site.middleware import local_painter
    from server.subject.services import new_painting, paintings_of
    from ypsochrom.kit.progress import silent
    from ypsochrom.materials.shelf import read_csv

    painter = local_painter()
    there = {tube.key for tube in tubes_of(painter)}
    add_tubes(painter, [tube for tube in read_csv((HERE / "shelf.csv").read_text()) if tube.key not in there])
    if TITLE not in {painting.title for painting in paintings_of(painter)}:
        painting = new_painting(painter, TITLE, SIZE, (HERE / "pictures/kettle.jpg").read_bytes())
        compute(painting, silent)


def main() -> None:
    """Load, or with `--once` only if it has not been loaded before."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.site.settings")
    import django

    django.setup()
    from django.conf import settings

    marker = Path(settings.DATA) / "demo-loaded"
    if "--once" in sys.argv and marker.exists():
        return
    load()
    marker.touch()


if __name__ == "__main__":
    main()
