"""Eight small paintings of the demo's painter from before the application, and what stands in the logbook of the third."""

from dataclasses import dataclass
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any

PICTURES = Path(__file__).parent / "pictures"
HUES = ["PW6", "PY35l", "PY42", "PBr7bs", "PBr7bu", "PB29", "PBk9"]
EARTHS = ["PW6", "PY42", "PBr7bs", "PBr7bu", "PB29"]
GREYS = ["PW6", "PBr7bu", "PB29"]


@dataclass(frozen=True)
class Earlier:
    """One painting: the thing (label) that it shows, size, hours, and how many weeks ago it was finished."""

    title: str
    thing: int
    size: str
    hours: float
    school: str
    palette: list[str]
    tags: list[str]
    mark: int
    weeks: int
    ml: float | None = None
    notes: str = ""


EARLIER = (
    Earlier("One lemon", 3, "150x150mm", 2.2, "direct", HUES, ["still life", "fruit"], 3, 62, 9),
    Earlier("Blue bowl", 5, "200x150mm", 3.1, "direct", HUES, ["still life"], 3, 57, 14, "The rim was drawn three times."),
    Earlier("Cloth study in greys", 6, "240x180mm", 3.4, "monochrome", GREYS, ["study", "cloth"], 4, 51),
    Earlier("Sprig in a pot", 8, "150x200mm", 4.0, "direct", HUES, ["still life", "plant"], 2, 46, 16),
    Earlier("Coil of rope", 9, "200x150mm", 3.6, "direct", EARTHS, ["still life", "boatyard"], 4, 40, 15),
    Earlier("The pot", 7, "180x240mm", 6.2, "glazes", EARTHS, ["still life"], 5, 31, 24, "Slow, and worth it."),
    Earlier("Two lemons", 4, "240x180mm", 4.3, "direct", HUES, ["still life", "fruit"], 4, 22, 19),
    Earlier("Kettle, first try", 2, "300x240mm", 11.5, "glazes", HUES, ["still life", "metal"], 3, 12, 46, "Copper too red."),
)  # fmt: skip


def load(painter: Any, now: datetime) -> None:
    """Enter those that are not there yet."""
    from server.logbook import pages
    from server.logbook.models import Page
    from server.logbook.schemas import NewPageIn
    from ypsochrom.passes.schools import school_of

    there = set(Page.objects.of(painter).values_list("title", flat=True))
    for one in EARLIER:
        if one.title in there:
            continue
        given = NewPageIn(
            title=one.title,
            size=one.size,
            minutes=one.hours * 60,
            ml=one.ml,
            cost=None if one.ml is None else round(0.16 * one.ml, 2),
            method=school_of(one.school).title,
            palette=one.palette,
            tags=one.tags,
            mark=one.mark,
            notes=one.notes,
            finished=(now - timedelta(weeks=one.weeks)).date(),
        )
        pages.put_photo(painter, pages.add(painter, given).ref, _photo(one))


def _photo(one: Earlier) -> bytes:
    """The thing cut out of the demo's kettle with the panel's proportion, in flat touches as a small study has them."""
    import cv2
    import numpy as np
    from PIL import Image

    from ypsochrom.formats.pictures import png

    whole = Image.open(PICTURES / "kettle.jpg").convert("RGB")
    labels = np.asarray(Image.open(PICTURES / "kettle-labels.png").resize(whole.size, Image.Resampling.NEAREST))
    ys, xs = np.nonzero(labels == one.thing)
    wide, high = (float(side) for side in one.size.removesuffix("mm").split("x"))
    height = min(1.35 * max(np.ptp(ys), np.ptp(xs) * high / wide), whole.height, whole.width * high / wide)
    width = height * wide / high
    left = float(np.clip((xs.min() + xs.max() - width) / 2, 0, whole.width - width))
    top = float(np.clip((ys.min() + ys.max() - height) / 2, 0, whole.height - height))
    small = whole.resize((420, round(420 * high / wide)), Image.Resampling.BOX, (left, top, left + width, top + height))
    painted = Image.fromarray(np.asarray(cv2.pyrMeanShiftFiltering(np.asarray(small), 9, 22), dtype=np.uint8))
    shown = painted.convert("L").convert("RGB") if one.palette == GREYS else painted
    return png.picture_jpeg(np.asarray(shown))


def written(painter: Any, painting_id: int, now: datetime) -> None:
    """What the painter wrote about the third painting, which of its piles they read when dry, and what they say of it."""
    from server.logbook import diaries, pages, swatches
    from server.logbook.gathering import gather
    from server.logbook.models import Swatch
    from server.logbook.schemas import LineIn, PageIn

    gather(painter)
    line = LineIn(
        at=now - timedelta(hours=14), text="Dry this morning: the bowl's shadow is lighter than I meant.", mark=3
    )
    diaries.write(painter, painting_id, line)
    pages.change(painter, f"p{painting_id}", PageIn(tags=["still life", "metal"]))
    piles = Swatch.objects.of(painter).filter(painting=painting_id).order_by("at", "id")
    for row in piles[: max(len(piles) - 2, 0)]:
        swatches.read_instrument(painter, row.pk)
