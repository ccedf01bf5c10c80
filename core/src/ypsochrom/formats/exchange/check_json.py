"""What a check found, as JSON: `check` on the command line; docs/plan-schema/check-1.schema.json describes it."""

import json
from typing import Any

from ...checks.landmarks import Place
from ...checks.report import Report
from ...kit import codec
from ...kit.errors import BadSetting
from ...materials.support import Support
from .plan_json import advice_json

CHECK_VERSION = 1

Json = dict[str, Any]


def check_json(report: Report, width_px: int, height_px: int) -> Json:
    """A report on a photo of this size; its corners in px, clockwise from the painting's upper left."""
    return {
        "schema_version": CHECK_VERSION,
        "pass": report.number,
        "corners": [[x * width_px, y * height_px] for x, y in report.panel.corners],
        "panel": {
            "lens": report.panel.lens,
            "rim": report.panel.rim,
            "upside_down": report.panel.upside_down,
            "by_hand": report.panel.by_hand,
        },
        "trust": {**codec.written(report.trust), "mirrored": report.mirrored},
        "areas": [_area_json(one) for one in codec.written(report.areas)],
        "turned_values": [codec.written(one) for one in report.turned],
        "edges": [codec.written(one) for one in report.edges],
        "pose": codec.written(report.pose),
        "landmarks": [codec.written(one) for one in report.landmarks],
        "leaning": [codec.written(one) for one in report.leaning],
        "distances": [codec.written(one) for one in report.distances],
        "mend": [{"area": one.areas[0] if one.areas else None, **codec.written(one)} for one in report.verdict.mend],
        "offers": [codec.written(one) for one in report.offers],
        "accents": [codec.written(one) for one in report.accents],
        "done": report.verdict.done,
        "verdict": report.verdict.words,
        "advice": advice_json(report.advice),
    }


def _area_json(written: Json) -> Json:
    return {"id": written.pop("area"), **written}


def places_from(text: str, support: Support) -> tuple[Place, ...]:
    """Landmarks from a JSON list of {name, x_mm, y_mm}, places of the plan in mm from the upper left corner."""
    try:
        listed = json.loads(text)
        found = tuple(Place(str(one["name"]), (float(one["x_mm"]), float(one["y_mm"])), "by hand") for one in listed)
    except (ValueError, TypeError, KeyError) as error:
        raise BadSetting(
            "The landmarks cannot be read.", 'Write a JSON list like [{"name": "lip", "x_mm": 120, "y_mm": 85}].'
        ) from error
    names = [one.name for one in found]
    if len(set(names)) < len(names):
        raise BadSetting("Two landmarks have one name.", "Give each a name of its own.")
    outside = [
        one.name
        for one in found
        if not (0 <= one.at_mm[0] <= support.width_mm and 0 <= one.at_mm[1] <= support.height_mm)
    ]
    if outside:
        raise BadSetting(f"{outside[0]!r} lies outside the painting.", "Give places in mm from its upper left corner.")
    return found
