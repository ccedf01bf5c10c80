"""The areas as the page shows them, with what the rules find and what the painter has set aside."""

from collections.abc import Iterable, Mapping
from typing import Any

import numpy as np

from server.records import pictures
from server.work import desk
from ypsochrom.areas.area import Area, above
from ypsochrom.areas.background import offers
from ypsochrom.areas.facts import AS_FOUND, Decision, Facts
from ypsochrom.areas.found import FoundAreas
from ypsochrom.areas.gradations import Gradation
from ypsochrom.areas.judgement.standing import state_of
from ypsochrom.areas.names import advice_in_words
from ypsochrom.areas.partition import AreaTree
from ypsochrom.areas.strokes import SURFACE_WORDS, Flow
from ypsochrom.colour.cielab import lab_to_hex
from ypsochrom.colour.munsell import lab_to_value
from ypsochrom.kit.advice import Advice
from ypsochrom.materials.support import Support
from ypsochrom.work.area_nodes import AreaSummary, Decided, decided
from ypsochrom.work.brief import Brief
from ypsochrom.work.graph import Work
from ypsochrom.work.planned import names_of, things_in
from ypsochrom.work.stroke_node import Strokes, gradations_of
from ypsochrom.work.waiting import waiting

from .schemas import (
    AreaOut,
    AreasOut,
    BackgroundOut,
    BorderOut,
    FamilyOut,
    FindingOut,
    FlowOut,
    GradationOut,
    LostOut,
    MarkOut,
    ThingOut,
    WaitingOut,
)
from .services import edits_out, found_areas_of

NOTHING = AreasOut(
    areas=[], things=[], borders=[], detail=None, found_detail=0, edits=[], lost=[], advice=[], waiting=[], labels_url=None,
    surfaces=SURFACE_WORDS,
    up_to_date=False,
)  # fmt: skip


def findings(work: Work, found: FoundAreas, advices: Iterable[Advice]) -> list[FindingOut]:
    """Advice on areas for the page, with what the painter has set aside."""
    brief = work.inputs.brief
    set_aside = {(one.advice, one.state): one.reason for one in brief.set_aside}
    wanted = {area.id: area for area in decided(found, work).wanted.areas}
    names = names_of(found, brief)
    listed = []
    for advice in advices:
        state = state_of(advice, wanted)
        (said,) = advice_in_words([advice], names)
        listed.append(
            FindingOut(
                key=f"{advice.id} {state}",
                id=advice.id,
                severity=advice.severity,
                message=said.message,
                hint=said.hint,
                areas=[area for area in (advice.subject or "").split() if area in wanted],
                dismissed=set_aside.get((advice.id, state)),
            )
        )
    return listed


def out(work: Work) -> AreasOut:
    """The areas for the page."""
    found: FoundAreas | None = work.last("areas")
    if found is None:
        return NOTHING
    brief = work.inputs.brief
    have, names = decided(found, work), names_of(found, brief)
    facts = {one.id: one for one in found.facts}
    said = {area for one in brief.things for area in one.areas}
    beneath: dict[str, list[str]] = {area.id: [] for area in found.map.areas}
    for border in have.borders:
        beneath[border.under].append(border.over)
    tree: AreaTree | None = work.last("pieces")
    strokes: Strokes = work.last("strokes") or Strokes()
    gradations = gradations_of(found, strokes)
    return AreasOut(
        areas=[
            AreaOut(
                **_area_facts(area, facts[area.id], brief.decisions.get(area.id, AS_FOUND)),
                **_strokes(area.id, gradations.get(area.id), strokes, brief),
                name=names[area.id],
                may_mirror=_may_mirror(area, found.map.areas, brief),
                named=bool(brief.decisions.get(area.id, AS_FOUND).name),
                plane=have.planes[area.id],
                outline=found.outlines[area.id],
                beneath=beneath[area.id],
                locked=area.id in found.locked,
            )
            for area in found.map.areas
        ],
        things=[
            ThingOut(id=one.id, name=one.name, areas=list(one.areas), said=one.id in said)
            for one in things_in(found, brief)
        ],
        borders=_borders(work, found, have),
        detail=brief.areas.detail,
        found_detail=len(found.map.areas) if tree is None else tree.usual,
        edits=edits_out(work),
        lost=[LostOut(edit=int(one.subject or 0), message=one.message, hint=one.hint) for one in found.lost],
        advice=findings(work, found, work.last("judgement") or ()),
        waiting=[WaitingOut(**vars(one)) for one in waiting(work)],
        surfaces=SURFACE_WORDS,
        labels_url=pictures.url(desk.facts_of(work, "areas", AreaSummary).labels),
        up_to_date=work.state("areas") == "current",
    )


def _borders(work: Work, found: FoundAreas, have: Decided) -> list[BorderOut]:
    said = {frozenset((one.a, one.b)) for one in work.inputs.brief.edges}
    return [
        BorderOut(**vars(border), found_softness=as_found.softness, own=frozenset((border.a, border.b)) in said)
        for border, as_found in zip(have.borders, found.borders, strict=True)
    ]


def _hex(lab: tuple[float, float, float] | None) -> str | None:
    return None if lab is None else lab_to_hex(np.array(lab))


def _may_mirror(area: Area, areas: Iterable[Area], brief: Brief) -> str | None:
    things = [one for one in areas if one.id != area.id and brief.decisions.get(one.id, AS_FOUND).mirrors is None]
    found = above(area, things)
    return None if found is None else found.id


def _strokes(area: str, gradation: Gradation | None, strokes: Strokes, brief: Brief) -> dict[str, Any]:
    """Which way the brush runs in an area."""
    run, flow, support = strokes.runs.get(area), strokes.flows.get(area), brief.support
    return {
        "gradation": None if gradation is None else _gradation(gradation, support, drawn=area in strokes.gradations),
        "way": None if run is None else run.words,
        "flow": None if flow is None else _flow(flow, support),
    }


def _flow(flow: Flow, support: Support) -> FlowOut:
    marks = [MarkOut(x=x / support.width_mm, y=y / support.height_mm, degrees=angle) for x, y, angle in flow.marks]
    return FlowOut(spacing=flow.spacing_mm / support.width_mm, marks=marks)


def _gradation(found: Gradation, support: Support, *, drawn: bool) -> GradationOut:
    start, end = ([x / support.width_mm, y / support.height_mm] for x, y in (found.start, found.end))
    light, dark = (lab_to_hex(np.array(lab)) for lab in (found.start_lab, found.end_lab))
    return GradationOut(start=start, end=end, start_colour=light, end_colour=dark, drawn=drawn)


def _area_facts(area: Area, facts: Facts, decision: Decision) -> dict[str, Any]:
    target = decision.target_lab
    return {
        "id": area.id,
        "index": area.index,
        "area_cm2": area.area_cm2,
        "share": area.share,
        "value": area.value,
        "lab": list(area.lab),
        "centre": list(area.centre),
        "colour": _hex(area.lab),
        "families": [
            FamilyOut(family=part.family, area_cm2=part.area_cm2, value=part.value, colour=_hex(part.lab) or "")
            for part in area.parts
        ],
        "light": _hex(facts.light_lab),
        "shadow": _hex(facts.shadow_lab),
        "texture_mm": facts.texture_mm,
        "found_plane": facts.plane,
        "target": _hex(target),
        "target_value": None if target is None else float(lab_to_value(np.array(target))),
        "handling": decision.handling,
        "flat": decision.flat,
        "growth": decision.growth,
        "mirrors": decision.mirrors,
    }


def backgrounds(work: Work, subject: list[str]) -> list[BackgroundOut]:
    """Backgrounds for these areas, or for all that do not lie in the back."""
    found = found_areas_of(work)
    have = decided(found, work)
    areas: Mapping[str, Area] = {area.id: area for area in have.wanted.areas if area.parts}
    chosen = [area for area in subject if area in areas] or [area for area in areas if have.planes[area] != "back"]
    borders = [border for border in found.borders if border.a in areas and border.b in areas]
    return [
        BackgroundOut(
            colour=lab_to_hex(np.array(offer.lab)),
            name=offer.name,
            lab=list(offer.lab),
            contrast=offer.contrast,
            lost_share=offer.lost_share,
            nearest_de00=offer.nearest_de00,
            now=offer.now,
        )
        for offer in offers(chosen, areas, borders)
    ]
