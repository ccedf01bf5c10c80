"""Load the demo: a shelf of sixteen tubes and a planned painting. `python -m demo.load`; `--once` only the first time,
`--painter NAME` at a hosted site for one painter.

Loading again adds what is missing and doubles nothing; `--once` leaves a studio alone that has had the demo before, so
that what the painter changed or removed stays so.
"""

import os
import sys
from dataclasses import replace
from pathlib import Path
from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from ypsochrom.materials.supplies import Supply, What
    from ypsochrom.work.brief import Brief
    from ypsochrom.work.graph import Work

HERE = Path(__file__).parent
TITLE = "Kettle and lemons on the sill"
SIZE = "400x300mm"


PALETTE = ("Kettle palette", ["PW6", "PY35l", "PY42", "PBr7bs", "PBr7bu", "PB29", "PBk9"])
RIGHT_LEMON = (0.515, 0.64)
"""A place on it, in shares of the picture."""

MEASURED = "PB29"
"""The tube that the demo's painter has calibrated with the simulated colorimeter."""


def load(name: str | None = None) -> None:
    """Put the demo's shelf and paintings into the local painter's studio, or at a hosted site into a painter's."""
    from django.contrib.auth.models import User
    from django.utils import timezone

    from server.materials import calibrations, palettes
    from server.materials.schemas import CalibrationIn, PaletteIn, ReadingIn
    from server.materials.services import (
        add_supplies,
        add_tubes,
        calibrate_tube,
        list_supplies,
        list_tubes,
        tube_row,
        tubes_of,
    )
    from server.records.models import Painting
    from server.site.middleware import local_painter
    from server.sittings.services import change as change_sittings
    from server.subject.schemas import NewObservation
    from server.subject.services import change_observation, new_observation, new_painting
    from server.work import desk
    from server.work.planning import compute
    from ypsochrom.kit.progress import silent
    from ypsochrom.materials.shelf import read_csv

    from . import closer, earlier, sittings, slipway

    painter = local_painter() if name is None else User.objects.get(username=name)
    there = {tube.key for tube in tubes_of(painter)}
    add_tubes(painter, [tube for tube in read_csv((HERE / "shelf.csv").read_text()) if tube.key not in there])
    if not list_supplies(painter):
        add_supplies(painter, _supplies())
    if not palettes.listed(painter):
        palettes.add(painter, PaletteIn(name=PALETTE[0], keys=PALETTE[1]))
    for tube in list_tubes(painter):
        if tube.key == MEASURED and tube.source == "catalogue":
            read = calibrations.read_instrument(tube_row(painter, tube.id)).readings
            readings = [ReadingIn(kind=one.kind, lab=one.lab) for one in read]
            calibrate_tube(painter, tube.id, CalibrationIn(readings=readings, how="colorimeter", keep=True))
    there_already = set(Painting.objects.of(painter).values_list("title", flat=True))
    if TITLE not in there_already:
        painting = new_painting(painter, TITLE, SIZE, (HERE / "pictures/kettle.jpg").read_bytes())
        painting, _ = change_sittings(painter, painting.pk, sittings.at_home(timezone.now()))
        painting, _ = desk.changed(painter, painting.pk, "Split an area", _parted)
        compute(painting, silent)
    if slipway.TITLE not in there_already:
        begun = new_observation(painter, NewObservation(title=slipway.TITLE, size=slipway.SIZE, notes=slipway.NOTES))
        laid, _ = change_observation(painter, begun.pk, slipway.observed())
        laid, _ = change_sittings(painter, laid.pk, sittings.on_the_slip(timezone.now()))
        compute(laid, silent)
    earlier.load(painter, timezone.now())
    if closer.TITLE not in there_already:
        painting_id = closer.load(painter, timezone.now())
        earlier.written(painter, painting_id, timezone.now())


def _parted(work: "Work") -> "Brief":
    """The right lemon split from the cloth beside it, as the areas advise."""
    from ypsochrom.areas.edits import Split
    from ypsochrom.work.brief import AreaSettings

    return replace(work.inputs.brief, areas=AreaSettings(edits=(Split(RIGHT_LEMON, "colour"),)))


def _supplies() -> "list[tuple[What, Supply]]":
    """Bottles, panels and brushes of a painter in a small boat-repair town."""
    from ypsochrom.materials.supplies import Brush, Medium, StockSupport

    bottles = [
        Medium("matt medium", 250, 180, 9.5),
        Medium("glazing liquid", 250, 35, 14.0, "for the copper"),
        Medium("retarder", 75, 60, 6.5),
        Medium("white gesso", 500, 320, 11.0),
        Medium("isolation coat", 250, 210, 13.0),
        Medium("varnish", 250, 12, 16.0, "satin"),
    ]
    panels = [
        StockSupport(400, 300, "smooth", "low", 4, 3, 8.0, "marine plywood, primed"),
        StockSupport(500, 400, "medium", "medium", 38, 1, 19.0),
    ]
    brushes = [Brush("flat", w) for w in (50, 25, 12, 6)] + [
        Brush("round", 3, 2),
        Brush("round", 2),
        Brush("rigger", 1),
    ]
    return [
        *(("medium", one) for one in bottles),
        *(("support", one) for one in panels),
        *(("brush", one) for one in brushes),
    ]


def main() -> None:
    """Load, or with `--once` only if it has not been loaded before."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.site.settings")
    import django

    django.setup()
    from django.conf import settings

    marker = Path(settings.DATA) / "demo-loaded"
    if "--once" in sys.argv and marker.exists():
        return
    load(sys.argv[sys.argv.index("--painter") + 1] if "--painter" in sys.argv else None)
    marker.touch()


if __name__ == "__main__":
    main()
