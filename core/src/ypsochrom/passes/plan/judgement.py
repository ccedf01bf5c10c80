"""What the passes show about the plan that areas and mixes do not: rule 15 of the judgement."""

from collections.abc import Iterator, Mapping, Sequence

import numpy as np

from ...areas.area import Area
from ...colour.munsell import lab_to_value
from ...kit.advice import Advice
from ...materials.brushes import BrushKind, at_most, for_opaque
from ..films.ground import Ground
from ..films.nearness import AS_IT_IS
from ..scene import GroundTone, Scene
from ..step import Draft, PaintPass

LARGE_FROM_SHARE = 0.08
PALE_FROM, DARK_BELOW = 7.0, 5.0
"""Munsell values of a passage that is pale, and of a ground that is dark against it."""

FEW_COATS = 2


OUT_OF_REACH_STEPS, REACH_SHARE = 0.3, 0.08
"""Paint that stays so far from the photo's value shows in a stage; where it does on so much of the surface it is told."""


BESIDE_THE_PHOTO = ("passes.N023",)
"""What a plan advises about the finished painting beside the photo; it is told with the nearness of the two."""


def out_of_reach(areas: Sequence[Area]) -> Iterator[Advice]:
    """Where the last stage will stay lighter or darker than the photo, because dry paint goes no further.

    Values of parts are bent into the range of dry paint (the painter's own, where it was measured); colours are the photo's.
    """
    parts = [part for area in areas if area.handling != "bare" for part in area.parts]
    whole = sum(part.area_cm2 for part in parts)
    bent = [(part.value - float(lab_to_value(np.array(part.lab))), part.area_cm2) for part in parts]
    for too, sign in (("lighter", 1.0), ("darker", -1.0)):
        off = [(sign * steps, cm2) for steps, cm2 in bent]
        far = [(steps, cm2) for steps, cm2 in off if steps >= OUT_OF_REACH_STEPS]
        share = sum(cm2 for _, cm2 in far) / max(whole, 1e-9)
        if share >= REACH_SHARE:
            steps = sum(steps * cm2 for steps, cm2 in far) / sum(cm2 for _, cm2 in far)
            yield Advice(
                "passes.N023",
                "note",
                f"Over {share:.0%} of the surface the photo goes beyond dry paint: the finished painting stays about "
                f"{steps:.1f} value steps {too} there.",
                f"{AS_IT_IS} Varnish takes the darks down again." if too == "lighter" else AS_IT_IS,
            )


_MUCH_NARROWER = 0.6
_INSTEAD: Mapping[BrushKind, str] = {
    "rigger": "a narrow round will have to do",
    "knife": "lay it with a stiff flat",
    "rake": "spread the hairs of a nearly dry flat between finger and thumb",
}


def missing_brushes(scene: Scene, drafts: Sequence[Draft], passes: Sequence[PaintPass]) -> Iterator[Advice]:
    """Brushes that would suit a pass and that the painter has not: suggested, never assumed; nothing where none were entered."""
    if not scene.brushes:
        return
    short_side = min(scene.support.width_mm, scene.support.height_mm)
    share = {draft.at.key: draft.at.brush_share for draft in drafts}
    there = {one.kind for one in scene.brushes if one.count > 0}
    for one in passes:
        wanted = at_most(short_side * share[one.role])
        if one.brush_mm < _MUCH_NARROWER * wanted:
            words = f"a {for_opaque(wanted)} of about {wanted:g} mm would do the work of your {one.brush_mm:g} mm in less time."
        else:
            kinds = {unit.brush.kind for unit in one.units} & {*_INSTEAD}
            missing = sorted(kind for kind in kinds if kind not in there)
            if not missing:
                continue
            words = f"a {missing[0]} would suit it, and the shelf has none: {_INSTEAD[missing[0]]}."
        yield Advice(
            "passes.N024",
            "note",
            f"Pass {one.number}, {one.title}: {words}",
            "Put it on the shelf if you have one; the plan goes on with what is there.",
        )


def ground_is_there(scene: Scene, ground: Ground, wanted: GroundTone) -> Iterator[Advice]:
    """A toned support that is near enough to the ground that the method wants: none needed."""
    if scene.face.lab is None or ground.mix is not None or wanted == "as it is":
        return
    value = float(lab_to_value(np.array(scene.face.lab)))
    yield Advice(
        "passes.N028",
        "note",
        f"No ground is needed: the support itself (value {value:.1f}) is as near to a {wanted} tone as a ground would be.",
        "Wash or dust it, and begin. Choose another ground to paint one all the same.",
    )


def pale_over_dark(areas: Sequence[Area], ground: Ground, passes: Sequence[PaintPass]) -> Iterator[Advice]:
    """Rule 15: pale paint covers badly; over a dark ground a large pale area takes coat after coat (common practice)."""
    if ground.mix is None:
        return
    tone = float(lab_to_value(np.array(ground.mix.match.lab_dry)))
    if tone >= DARK_BELOW:
        return
    coats: dict[str, int] = {}
    for paint_pass in passes[1:]:
        for step in paint_pass.steps:
            if step.family is None:
                coats[step.area] = coats.get(step.area, 0) + step.coats
    for area in areas:
        if area.share >= LARGE_FROM_SHARE and area.value >= PALE_FROM and coats.get(area.id, 0) > FEW_COATS:
            yield Advice(
                "passes.W015",
                "warning",
                f"“{area.name}” is large and pale: over this ground (value {tone:.1f}) it takes "
                f"{coats[area.id]} coats.",
                "Choose a lighter ground, or lay white under this area first.",
                area.id,
            )
