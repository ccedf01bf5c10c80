"""A painting as those see it to whom it is shown: picture, values, areas, piles, units and stages, and nothing of the shelf, the
logbook or the studio around it."""

from typing import Any

from server.areas import shown as areas
from server.mixes import services as mixes
from server.passes import services as passes
from server.records import pictures
from server.subject.shown import subject_pictures

from . import services
from .looked import Looked
from .models import Share
from .schemas import SeenArea, SeenMix, SeenOut, SeenStage, SeenUnit


def out(share: Share, looked: Looked, ref: str, who: Any) -> SeenOut:
    """What a share shows; pictures lie at addresses of their own, which the share opens."""
    painting, work = looked.painting, looked.work
    support, shown = work.inputs.brief.support, subject_pictures(work)
    found = areas.out(work) if work.last("areas") is not None else None
    plan = passes.out(painting, work)
    piles = {one.id: one for one in (*mixes.out(work).mixes, *plan.mixes)}

    def at(url: str) -> str:
        return url.replace(pictures.url(""), f"/shown-media/{ref}/", 1)

    return SeenOut(
        title=painting.title,
        by=share.owner.get_username(),
        width_mm=support.width_mm,
        height_mm=support.height_mm,
        width_px=shown.width,
        height_px=shown.height,
        picture_url=at(pictures.url(shown.picture)),
        value_url=at(pictures.url(shown.values)),
        up_to_date=plan.up_to_date,
        may_remark=share.teacher is not None,
        until=share.until,
        stages=[
            SeenStage(number=one.number, role=one.title, url=at(one.stage_url)) for one in plan.passes if one.stage_url
        ],
        areas=[
            SeenArea(
                id=one.id,
                index=one.index,
                name=one.name,
                value=one.value,
                colour=one.colour,
                centre=one.centre,
                outline=one.outline,
            )
            for one in ([] if found is None else found.areas)
        ],
        mixes=[
            SeenMix(id=one.id, name=one.name, dry=one.dry, wet=one.wet, recipe=_recipe(one)) for one in piles.values()
        ],
        units=[
            SeenUnit(
                id=task.subject,
                title=task.title,
                pass_number=task.pass_number,
                minutes=task.minutes,
                words=", ".join(part for part in (task.technique, task.brush) if part),
                mixes=list(task.piles),
                areas=list(task.areas),
            )
            for task in looked.units
        ],
        remarks=services.remarks_of(painting, who) if share.teacher is not None else [],
    )


def _recipe(mix: Any) -> str:
    return ", ".join(f"{dose.parts:g} {dose.name}" for dose in mix.doses)
