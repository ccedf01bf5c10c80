"""The areas as the page shows them, with what the rules find and what the painter has set aside."""

from collections.abc import Iterable
from dataclasses import replace
from typing import Any

import numpy as np
from django.db import transaction

from server.materials.services import smallest_brush_mm, weave_mm
from server.site import pictures
from server.site.fingerprints import fingerprint
from server.subject.models import Painting
from server.subject.services import disagreements_of, painting_of, reach_of, support_of
from ypsochrom.areas.area import Area
from ypsochrom.areas.background import offers
from ypsochrom.areas.borders import Border, in_front
from ypsochrom.areas.facts import AS_FOUND, PLANES, Decision, Facts, Plane, planned
from ypsochrom.areas.judgement.case import Case
from ypsochrom.areas.judgement.judge import judge
from ypsochrom.colour.cielab import lab_to_hex
from ypsochrom.colour.munsell import lab_to_value
from ypsochrom.formats import areas_json
from ypsochrom.formats.plan_read import read_area
from ypsochrom.kit.advice import Advice
from ypsochrom.values.composition import Focal

from . import notes, services
from .models import AreaRow, Dismissal
from .schemas import AreaOut, AreasOut, BackgroundOut, BorderOut, FamilyOut, FindingOut, LostOut


def _planes(facts: dict[str, Facts], decisions: dict[str, Decision]) -> dict[str, Plane]:
    return {area: decisions.get(area, AS_FOUND).plane or one.plane for area, one in facts.items()}


def _borders(row: AreaRow, areas: dict[str, Area], planes: dict[str, Plane]) -> list[BorderOut]:
    """The borders with the painter's planes and words."""
    depth = {area: PLANES.index(plane) for area, plane in planes.items()}
    said = notes.by_border(row)
    found = []
    for border in areas_json.read_borders(row.borders):
        note = said.get((border.a, border.b)) or said.get((border.b, border.a))
        over = in_front(areas[border.a], areas[border.b], depth).id
        if note is not None and note.over is not None:
            pair = (border.a, border.b) if (border.a, border.b) in said else (border.b, border.a)
            over = pair[note.over - 1]
        softness = note.softness if note is not None and note.softness else border.softness
        own = note is not None and (bool(note.softness) or note.over is not None)
        facts = {**vars(border), "softness": softness, "found_softness": border.softness, "over": over, "own": own}
        found.append(BorderOut(**facts))
    return found


def planes_and_borders(row: AreaRow) -> tuple[dict[str, Plane], list[Border]]:
    """The planes and borders of the areas as the painter has them."""
    decisions = notes.decisions(row)
    photo = {area["id"]: read_area(area) for area in row.areas}  # their pixels and names are not asked for
    planes = _planes(areas_json.read_facts(row.facts), decisions)
    return planes, [_border(border) for border in _borders(row, photo, planes)]


def _border(said: BorderOut) -> Border:
    return Border(**{name: getattr(said, name) for name in Border.__dataclass_fields__})


def _case(row: AreaRow, decisions: dict[str, Decision], borders: list[BorderOut]) -> Case:
    painting = row.painting
    photo = services.photo_map_of(row)
    drawn = [_border(said) for said in borders]
    # an edge that the painter wants lost is no accident: the rules do not hear of it
    drawn = [
        replace(border, softness="soft") if said.own and said.softness == "lost" else border
        for border, said in zip(drawn, borders, strict=True)
    ]
    return Case(
        found=photo.areas,
        wanted=planned(photo, decisions).areas,
        facts=areas_json.read_facts(row.facts),
        borders=drawn,
        labels=photo.labels,
        support=support_of(painting),
        decisions=decisions,
        focal=Focal(**painting.focal) if painting.focal else None,
        reach=reach_of(painting),
        smallest_brush_mm=smallest_brush_mm(painting.owner),
        weave_mm=weave_mm(painting.owner, painting.width_mm, painting.height_mm),
        references=disagreements_of(painting),
    )


def _state(advice: Advice, areas: dict[str, Area]) -> str:
    """What the advice is about, so that a dismissal ends when its subject changes: places, sizes and colours, roughly."""
    about = [areas[area] for area in (advice.subject or "").split() if area in areas]
    facts = [
        [round(x, 2) for x in area.centre] + [round(area.share, 2), *(round(x / 3) for x in area.lab)] for area in about
    ]
    return fingerprint(advice.id, facts or advice.message)


def findings(row: AreaRow, advices: Iterable[Advice], areas: Iterable[Area]) -> list[FindingOut]:
    """Advice on areas for the page, with what the painter has set aside."""
    set_aside = {
        (d.advice, d.fingerprint): d.reason for d in Dismissal.objects.of(row.owner).filter(painting=row.painting)
    }
    by_id = {area.id: area for area in areas}
    found = []
    for advice in advices:
        state = _state(advice, by_id)
        found.append(
            FindingOut(
                key=f"{advice.id} {state}",
                id=advice.id,
                severity=advice.severity,
                message=advice.message,
                hint=advice.hint,
                areas=[area for area in (advice.subject or "").split() if area in by_id],
                dismissed=set_aside.get((advice.id, state)),
            )
        )
    return found


def out(painting: Painting) -> AreasOut:
    """The areas for the page."""
    row = services.row_of(painting)
    if row is None:
        return AreasOut(
            areas=[],
            borders=[],
            detail=None,
            found_detail=0,
            edits=[],
            lost=[],
            advice=[],
            labels_url=None,
            up_to_date=False,
        )
    decisions = notes.decisions(row)
    facts = areas_json.read_facts(row.facts)
    photo = {area.id: area for area in services.photo_map_of(row).areas}
    planes = _planes(facts, decisions)
    borders = _borders(row, photo, planes)
    case = _case(row, decisions, borders)
    beneath: dict[str, list[str]] = {area: [] for area in photo}
    for border in borders:
        beneath[border.b if border.over == border.a else border.a].append(border.over)
    return AreasOut(
        areas=[
            AreaOut(
                **_area_facts(area, facts[area["id"]], decisions.get(area["id"], AS_FOUND)),
                name=photo[area["id"]].name,
                plane=planes[area["id"]],
                beneath=beneath[area["id"]],
                locked=area["index"] in row.locked,
            )
            for area in row.areas
        ],
        borders=borders,
        detail=row.detail,
        found_detail=services.found_detail(row),
        edits=services.edits_for_page(row),
        lost=[LostOut(edit=int(one["subject"]), message=one["message"], hint=one["hint"]) for one in row.lost],
        advice=findings(row, judge(case), case.wanted),
        labels_url=pictures.url(row.labels),
        up_to_date=services.is_up_to_date(row, painting),
    )


def _hex(lab: tuple[float, float, float] | None) -> str | None:
    return None if lab is None else lab_to_hex(np.array(lab))


def _area_facts(area: dict[str, Any], facts: Facts, decision: Decision) -> dict[str, Any]:
    target = decision.target_lab
    families = [
        FamilyOut(
            family=part["family"],
            area_cm2=part["area_cm2"],
            value=part["value"],
            colour=lab_to_hex(np.array(part["lab"])),
        )
        for part in area["families"]
    ]
    return {
        **{name: fact for name, fact in area.items() if name != "name"},
        "colour": lab_to_hex(np.array(area["lab"])),
        "families": families,
        "light": _hex(facts.light_lab),
        "shadow": _hex(facts.shadow_lab),
        "texture_mm": facts.texture_mm,
        "found_plane": facts.plane,
        "target": _hex(target),
        "target_value": None if target is None else float(lab_to_value(np.array(target))),
        "handling": decision.handling,
    }


@transaction.atomic
def dismiss(owner: Any, painting_id: int, key: str, reason: str | None) -> Painting:
    """Set advice aside with a reason, or with none bring it back. It returns by itself when its subject changes.

    The key is that of a finding, here or with the passes; the schema checks its form.
    """
    painting = painting_of(owner, painting_id)
    advice, state = key.split(" ")
    if reason is None:
        Dismissal.objects.of(owner).filter(painting=painting, advice=advice, fingerprint=state).delete()
    else:
        Dismissal.objects.update_or_create(
            owner=owner, painting=painting, advice=advice, fingerprint=state, defaults={"reason": reason.strip()}
        )
    return painting


def backgrounds(painting: Painting, subject: list[str]) -> list[BackgroundOut]:
    """Backgrounds for these areas, or for all that do not lie in the back."""
    row = services.found_row(painting)
    decisions = notes.decisions(row)
    areas = {area.id: area for area in services.area_map_of(row).areas if area.parts}
    planes = _planes(areas_json.read_facts(row.facts), decisions)
    chosen = [area for area in subject if area in areas] or [area for area in areas if planes[area] != "back"]
    borders = [b for b in areas_json.read_borders(row.borders) if b.a in areas and b.b in areas]
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
