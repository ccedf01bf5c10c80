"""What `dry`, `light` and `schedule` print, and a plan.json read as far as the clock is concerned; docs/plan-schema describes
them."""

import json
import math
from datetime import datetime
from typing import Any

from ...kit import codec
from ...kit.codec import OldDocument
from ...kit.errors import BadSetting
from ...paint.drying import DryingTimes, Span
from ...passes.step import Job, PaintPass, Pair
from ...sittings.calendar import zone_of
from ...sittings.on_site import SittingLight
from ...sittings.schedule import Schedule
from ...sittings.tasks import Painted, Pile

Json = dict[str, Any]

DRYING_VERSION, LIGHT_VERSION, SCHEDULE_VERSION = 1, 1, 1

_PLACES = 4


def drying_json(times: DryingTimes) -> Json:
    """Minutes as [low, mid, high]; null where it does not dry."""
    spans = {"open_min": times.open, "tacky_min": times.tacky, "overcoat_min": times.overcoat, "glaze_min": times.glaze}
    found: Json = {name: _span(span) for name, span in {**spans, "through_min": times.through}.items()}
    if math.isinf(times.open.mid):
        found["note"] = "The air is saturated and takes no water: the paint does not dry."
    return found


def _span(span: Span) -> list[float | None]:
    return [round(x, _PLACES) if math.isfinite(x) else None for x in (span.low, span.mid, span.high)]


def light_json(light: SittingLight, zone: str) -> Json:
    """The light through a sitting, times in its zone."""

    def said(time: datetime | None) -> str | None:
        return None if time is None else time.astimezone(zone_of(zone)).isoformat(timespec="seconds")

    return {
        "sunrise": said(light.day.sunrise),
        "sunset": said(light.day.sunset),
        "polar": light.day.polar,
        "samples": [
            {
                "time": said(one.time),
                "altitude_deg": one.altitude_deg,
                "azimuth_deg": one.azimuth_deg,
                "from_view_deg": one.from_view_deg,
                "shadow_ratio": one.shadow_ratio,
                "shadow_turn_deg": one.shadow_turn_deg,
                "look": one.look,
            }
            for one in light.samples
        ],
        "holds_until": said(light.holds.until),
        "why": light.holds.why,
        "advice": [{"id": a.id, "severity": a.severity, "message": a.message, "hint": a.hint} for a in light.advice],
    }


def schedule_json(schedule: Schedule) -> Json:
    """The schedule; minutes count from its begin. A unit of several coats is several tasks: `id` tells them apart."""
    return {
        "status": schedule.status,
        "fits": schedule.fits,
        "begins": schedule.begins.astimezone(zone_of(schedule.zone)).isoformat(timespec="minutes"),
        "makespan_min": schedule.makespan_min,
        "bound_min": schedule.bound_min,
        "hands_on_min": schedule.hands_on_min,
        "tasks": [
            {
                "id": one.id,
                "kind": one.kind,
                "unit": one.subject,
                "coat": one.coat,
                "start_min": one.begins_min,
                "end_min": one.ends_min,
                "sitting": one.sitting,
                "piles": list(one.piles),
                "title": one.title,
            }
            for one in schedule.tasks
        ],
        "waits": [
            {
                "before": one.before,
                "after": one.after,
                "min_min": one.least_min,
                "max_min": one.most_min,
                "kind": one.kind,
            }
            for one in schedule.waits
        ],
        "piles": [
            {
                "mix": one.pile,
                "mixed_min": one.mixed_min,
                "used_until_min": one.used_until_min,
                "sittings": list(one.sittings),
                "keeping": one.keeping,
            }
            for one in schedule.piles
        ],
        "sittings": [
            {
                "id": one.id,
                "begins": one.begins.isoformat(timespec="minutes"),
                "ends": one.ends.isoformat(timespec="minutes"),
                "stretches": [list(span) for span in one.stretches],
            }
            for one in schedule.sittings
        ],
        "finish": {
            "early": schedule.finish.early.isoformat(timespec="minutes"),
            "likely": schedule.finish.likely.isoformat(timespec="minutes"),
            "late": schedule.finish.late.isoformat(timespec="minutes"),
        },
        "basis": schedule.basis,
        "advice": [{"id": a.id, "severity": a.severity, "message": a.message, "hint": a.hint} for a in schedule.advice],
    }


def painted_from(text: str) -> Painted:
    """A plan.json as what is put on the clock; `BadSetting` where it is none or was written by another version."""
    try:
        plan = json.loads(text)
    except ValueError as error:
        raise BadSetting("The plan is not JSON.", "Give a plan.json as `ypsochrom plan` writes it.") from error
    if not isinstance(plan, dict) or not all(isinstance(plan.get(key), list) for key in ("passes", "mixes", "jobs")):
        raise BadSetting("This is no plan.", "Give a plan.json as `ypsochrom plan` writes it.")
    try:
        ids = {mix["id"] for mix in plan["mixes"]}
        piles = {
            mix["id"]: Pile(
                mix["id"],
                mix["name"],
                tuple(dose["source"] for dose in mix["made_from"] if dose["source"] in ids),
                mix["volume_ml"],
            )
            for mix in plan["mixes"]
        }
        return Painted(
            passes=codec.read(plan["passes"], tuple[PaintPass, ...]),
            jobs=codec.read(plan["jobs"], tuple[Job, ...]),
            pairs=codec.read(plan.get("order", []), tuple[Pair, ...]),
            piles=piles,
        )
    except (KeyError, TypeError, OldDocument) as error:
        raise BadSetting(
            f"The plan cannot be read: {error}.", "It was written by another version; plan the photo again."
        ) from error
