"""plan.json and the smaller JSON answers; docs/plan-schema describes them, and tests check them against it."""

from collections.abc import Iterable, Mapping, Sequence
from typing import Any

import numpy as np

from ...areas.area import Area, AreaMap
from ...colour.munsell import lab_to_value
from ...kit import codec
from ...kit.advice import Advice
from ...materials.support import Support
from ...mixes.blends import blend_of, is_of_string, string_id
from ...mixes.hand_recipes import HandRecipe
from ...mixes.mix_set import Mix, PileString
from ...mixes.recipe import Portion, Recipe
from ...mixes.search import Match
from ...paint import appearance, drawdown
from ...paint.catalogue import paintbox
from ...passes.amounts.per_area import AreaNeed
from ...passes.films.ground import GROUND_MIX_ID
from ...passes.plan.pass_plan import PassPlan
from ...passes.plan.whole import Plan
from ...passes.step import PaintPass
from ...values.value_map import ValueMap

PLAN_VERSION, VALUES_VERSION = 2, 1
"""Versions of plan.json and values.json."""

Json = dict[str, Any]

_KINDS = {"m": "mix", "u": "underlayer", "g": "glaze"}


def _lab(lab: Iterable[float]) -> list[float]:
    return [round(float(x), 3) for x in lab]


def support_json(support: Support) -> Json:
    """Width and height in mm."""
    return {"width_mm": support.width_mm, "height_mm": support.height_mm}


def values_json(value_map: ValueMap) -> Json:
    """Steps from dark to light and the thresholds between them."""
    return {
        "thresholds": list(value_map.thresholds),
        "steps": [
            {"index": s.index, "value": s.value, "share": s.share, "area_cm2": s.area_cm2} for s in value_map.steps
        ],
    }


def area_json(area: Area) -> Json:
    """One area; `index` is its number in areas.png."""
    return {
        "id": area.id,
        "index": area.index,
        "name": area.name,
        "area_cm2": area.area_cm2,
        "share": area.share,
        "value": area.value,
        "lab": _lab(area.lab),
        "centre": list(area.centre),
        "families": [
            {"family": p.family, "area_cm2": p.area_cm2, "value": p.value, "lab": _lab(p.lab)} for p in area.parts
        ],
    }


def areas_json(area_map: AreaMap) -> list[Json]:
    """All areas in the order of their index."""
    return [area_json(area) for area in area_map.areas]


def _pile_json(portions: Iterable[Portion]) -> list[Json]:
    return [{"key": p.key, "parts": p.parts, "let_down_with": p.let_down_with} for p in portions]


def match_json(match: Match) -> Json:
    """A recipe in tube paint with its dry and wet colour and its errors against the target."""
    return {
        "parts": match.recipe.mapping,
        "lab_dry": _lab(match.lab_dry),
        "lab_wet": _lab(match.lab_wet),
        "target_lab": _lab(match.target_lab),
        "de00": match.de00,
        "value_error": match.value_error,
    }


def mix_json(mix: Mix, volume_ml: float) -> Json:
    """One mix of a plan; `made_from` are its doses in the order of adding, `parts` the same in tube paint alone.

    `serves` lists area ids, `parts_served` also the value family of each.
    """
    areas = list(dict.fromkeys(area for area, _ in mix.serves))
    return {
        "id": mix.id,
        "name": mix.name,
        "kind": _KINDS[mix.id[0]] if mix.id != GROUND_MIX_ID else "ground",
        "made_from": [
            {"source": d.source, "parts": d.parts, "volume_ml": volume_ml * d.parts / mix.total_parts}
            for d in mix.made_from
        ],
        **match_json(mix.match),
        "expected_de00": mix.expected_de00,
        "likely_worst_de00": mix.likely_worst_de00,
        "worst_part": None if mix.worst_part is None else codec.written(mix.worst_part),
        "serves": areas,
        "parts_served": [{"area": area, "family": family} for area, family in mix.serves],
        "volume_ml": volume_ml,
    }


def advice_json(advice: Sequence[Advice]) -> list[Json]:
    """Advice in the order given."""
    return [
        {"id": a.id, "severity": a.severity, "message": a.message, "hint": a.hint, "subject": a.subject} for a in advice
    ]


def plan_json(plan: Plan) -> Json:
    """The whole plan. Mixes that no step uses are left out: every volume in it is above 0."""
    volumes = plan.passes.volumes
    painted_with = _in_piles(plan.passes)
    return {
        "schema_version": PLAN_VERSION,
        "support": support_json(plan.support),
        "school": plan.passes.school,
        "picture": {"width_px": plan.picture.width, "height_px": plan.picture.height},
        "values": {**values_json(plan.values), "brush_mm": plan.brush_mm},
        "areas": [
            {**area, "surface": codec.written(plan.surfaces.get(area["id"])), **_paint_json(need)}
            for area, need in zip(areas_json(plan.areas), plan.amounts.areas, strict=True)
        ],
        "palette": list(plan.mixes.palette),
        "mixes": [mix_json(mix, volumes[mix.id]) for mix in plan.all_mixes if mix.id in volumes],
        "strings": [_string_json(one, plan.passes) for one in plan.passes.strings],
        "passes": [_pass_json(p, painted_with) for p in plan.passes.passes],
        "order": [codec.written(pair) for pair in plan.passes.pairs],
        "jobs": [codec.written(job) for job in plan.passes.jobs],
        "paint": [codec.written(need) for need in plan.passes.paint],
        "mediums": [codec.written(need) for need in plan.passes.mediums],
        "drawing": codec.written(plan.passes.drawing),
        "pace": codec.written(plan.passes.pace),
        "held_back": plan.passes.held_back,
        "advice": advice_json(plan.advice),
    }


def _paint_json(need: AreaNeed) -> Json:
    """What an area takes, pile by pile and pass by pass, without margin and rounding."""
    return {
        "paint": [{"mix": dab.mix, "pass": dab.pass_number, "volume_ml": dab.volume_ml} for dab in need.paint],
        "volume_ml": need.volume_ml,
        "coats": need.coats,
        "minutes": need.minutes,
    }


def _string_json(one: PileString, passes: PassPlan) -> Json:
    """The string of piles of a gradation, light to dark; `volume_ml` is what each takes, without margin and rounding."""
    in_all = passes.string_ml(one.area)
    return {
        "area": one.area,
        "bands": [
            {
                "at": band.at,
                "volume_ml": in_all * band.share,
                "made_from": [
                    {
                        "source": dose.source,
                        "parts": dose.parts,
                        "volume_ml": in_all * band.share * dose.parts / band.total_parts,
                    }
                    for dose in band.doses
                ],
                **match_json(band.match),
            }
            for band in one.bands
        ],
    }


def _pass_json(one: PaintPass, painted_with: Mapping[str, Json]) -> Json:
    """A pass; what is said of the piles of a step stands in the place of its mix (see `_in_piles`)."""
    written: Json = codec.written(one)
    for step in written["steps"]:
        step.update(painted_with.get(step["mix"], {}))
    return written


def _in_piles(plan: PassPlan) -> dict[str, Json]:
    """What is said of a step by the blend that it is painted with: the pile of the larger share as `mix`, all shares as `blend`.

    On a gradation `mix` and `blend` look like the part as a whole, and `string` is what it takes of the string's piles.
    """
    even = {string_id(one.area, family): doses for one in plan.strings for family, doses in one.even.items()}
    found: dict[str, Json] = {}
    for blend in plan.blends:
        doses = even.get(blend.id, blend.doses)
        whole = sum(dose.parts for dose in doses)
        found[blend.id] = {"mix": doses[0].source}
        if len(doses) > 1:
            found[blend.id]["blend"] = {dose.source: dose.parts / whole for dose in doses}
        if is_of_string(blend.id):
            found[blend.id]["string"] = blend_of(blend)
    return found


def prediction_json(recipe: Recipe) -> Json:
    """What a mix looks like: `mix` on the command line."""
    box = paintbox(recipe.keys)
    parts = appearance.parts_vector(recipe.mapping, box)
    dry, wet = appearance.dry_lab(parts, box), appearance.wet_lab(parts, box)
    return {
        "parts": recipe.mapping,
        "lab_dry": _lab(dry),
        "lab_wet": _lab(wet),
        "value_dry": float(lab_to_value(dry)),
        "value_wet": float(lab_to_value(wet)),
    }


def film_json(recipe: Recipe, over: str, *, wet_um: float, medium_share: float, coats: int, water: bool) -> Json:
    """What a mix looks like laid over a ground: `film` on the command line."""
    box = paintbox(recipe.keys)
    beneath = drawdown.ground(drawdown.ground_lab(over))
    laid = drawdown.drawdown(
        appearance.parts_vector(recipe.mapping, box),
        box,
        beneath,
        wet_um=wet_um,
        medium_share=medium_share,
        coats=coats,
        water=water,
    )
    return {
        "parts": recipe.mapping,
        "lab_dry": list(laid.lab_dry),
        "lab_wet": list(laid.lab_wet),
        "lab_ground": list(laid.lab_ground),
        "contrast_ratio": laid.contrast_ratio,
        "wet_um": wet_um,
        "medium_share": medium_share,
        "coats": coats,
    }


def matches_json(target: np.ndarray, recipes: Sequence[HandRecipe]) -> Json:
    """The best recipes for one target, in small whole parts: `match` on the command line."""
    return {
        "target_lab": _lab(target),
        "recipes": [
            {
                **match_json(one.match),
                "pile": _pile_json(one.match.recipe.portions(let_down=False)),
                "expected_de00": one.expected_de00,
                "likely_worst_de00": one.likely_worst_de00,
                "white_to_base": one.white_to_base,
            }
            for one in recipes
        ],
    }
