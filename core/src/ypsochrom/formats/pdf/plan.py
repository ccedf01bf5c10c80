"""plan.pdf: what a painter pins beside the easel. Value map, areas with a legend, mixes with swatches, passes."""

from collections.abc import Mapping, Sequence
from typing import Any

import cv2
import numpy as np
from reportlab.platypus import Flowable, KeepTogether

from ...areas.area import AreaMap
from ...colour.types import Srgb8
from ...imaging.outlines import meeting
from ...mixes.blends import is_of_string
from ...mixes.mix_set import Mix
from ...mixes.told import doses_in_words, told_bands, told_doses
from ...paint.catalogue import paint
from ...passes.plan.whole import Plan
from ...passes.step import Job
from ...passes.unit import Unit
from ..pictures.png import step_greys
from .flow import (
    Chapter,
    Swatches,
    document,
    gap,
    height_of,
    inner_height,
    inner_width,
    picture,
    rows,
    screen,
    small,
    words,
)
from .page import Paper

_BASES = {
    "catalogue": "Colours are predicted dry (satin) from catalogue data, not from your own tubes: expect CIEDE2000 1.5 to 3. ",
    "calibrated": "Colours are predicted dry (satin) from your own tubes as you calibrated them. ",
}
_CAUTION = (
    "Films and losses are common practice. "
    "Follow the paint's label and safety data sheet; do not sand dry or spray cadmium or cobalt paints."
)
_PICTURE, _LARGE_PICTURE, _LEAST_PICTURE = 250.0, 330.0, 150.0
_GAP = 12.0


def plan_pdf(plan: Plan, title: str, paper: Paper = "A4") -> bytes:
    """The plan as a PDF of a few pages; deterministic for the same plan."""
    width = inner_width(paper)
    chapters = (
        Chapter("Subject and values", _values(plan, width)),
        Chapter("Areas", _areas(plan, width, paper)),
        Chapter("Mixes", [*_mixes(plan, width), *_paint_needed(plan)]),
        Chapter("Passes", _passes(plan, width)),
        Chapter("What each area takes", _amounts(plan, width)),
    )
    return document(title, paper, chapters)


def _values(plan: Plan, width: float) -> list[Flowable]:
    support, greys = plan.support, step_greys(plan.values)
    value_map = np.asarray(cv2.cvtColor(np.take(greys, plan.values.labels), cv2.COLOR_GRAY2RGB), dtype=np.uint8)
    steps = [
        [
            Swatches([(grey := float(greys[step.index]) / 255, grey, grey)], 34, 12),
            f"Step {step.index + 1}: value {step.value:.1f}, {step.share:.0%} of the surface, {step.area_cm2:.0f} cm²",
        ]
        for step in reversed(plan.values.steps)
    ]
    return [
        words(
            f"Support {support.width_mm:g} x {support.height_mm:g} mm ({support.area_cm2:.0f} cm²). "
            f"Value map in {len(plan.values.steps)} steps, simplified to a brush of {plan.brush_mm:g} mm.",
            after=6,
        ),
        picture(plan.picture.srgb8, width, _PICTURE),
        gap(10),
        picture(value_map, width, _PICTURE),
        gap(10),
        rows(steps, [44, width - 44]),
        gap(6),
        small(_BASES[plan.mixes.box.source] + _CAUTION),
    ]


def outlined(area_map: AreaMap, picture: Srgb8) -> Srgb8:
    """The picture lightened, with the borders of the areas drawn and each area's number at its centre."""
    pale = np.asarray(cv2.convertScaleAbs(picture, alpha=0.35, beta=255 * 0.65), dtype=np.uint8)
    labels = area_map.labels
    pale[cv2.dilate(meeting(labels).astype(np.uint8), np.ones((2, 2), np.uint8)) > 0] = 60
    scale = labels.shape[1] / 1600
    for area in area_map.areas:
        words = str(area.index + 1)
        (width, height), _ = cv2.getTextSize(words, cv2.FONT_HERSHEY_SIMPLEX, scale, max(1, round(2 * scale)))
        at = (round(area.centre[0] * labels.shape[1] - width / 2), round(area.centre[1] * labels.shape[0] + height / 2))
        cv2.putText(
            pale, words, at, cv2.FONT_HERSHEY_SIMPLEX, scale, (255, 255, 255), max(2, round(6 * scale)), cv2.LINE_AA
        )
        cv2.putText(
            pale, words, at, cv2.FONT_HERSHEY_SIMPLEX, scale, (20, 20, 20), max(1, round(2 * scale)), cv2.LINE_AA
        )
    return pale


def _areas(plan: Plan, width: float, paper: Paper) -> list[Flowable]:
    listed: list[list[Any]] = [
        [
            Swatches([screen(area.lab)], 22, 12),
            words(str(area.index + 1), bold=True),
            area.name,
            f"value {area.value:.1f}",
            f"{area.area_cm2:.1f} cm²",
            small(", ".join(part.family for part in area.parts)),
        ]
        for area in plan.areas.areas
    ]
    table = rows(listed, [28, 22, 190, 60, 56, width - 356])
    free = inner_height(paper) - height_of(table, width) - _GAP
    most = min(_LARGE_PICTURE, max(free, _LEAST_PICTURE))  # the legend is not to leave a few rows on a second page
    return [picture(outlined(plan.areas, plan.picture.srgb8), width, most), gap(_GAP - 2), table]


def _signed(error: float) -> str:
    """A value error to a twentieth of a step, which is more than an eye sees; no sign on zero."""
    rounded = round(error * 20) / 20
    return f"{rounded:+.2f}" if rounded else "0"


def _numbered(areas: Sequence[int]) -> str:
    """As in "areas 1, 12, 24"."""
    return f"area{'s' if len(areas) > 1 else ''} {', '.join(str(number) for number in areas)}"


def _mixes(plan: Plan, width: float) -> list[Flowable]:
    number_of = {area.id: area.index + 1 for area in plan.areas.areas}
    name_of = {mix.id: mix.name for mix in plan.all_mixes}
    listed: list[list[Any]] = []
    for mix in plan.all_mixes:
        if mix.id not in plan.passes.volumes:
            continue
        match = mix.match
        areas = _served(mix, number_of)
        doses = told_doses(mix, plan.passes.volumes[mix.id], name_of, plan.nozzles_mm)
        laid = ", ".join(f"{one.by_hand} {one.name}" for one in doses)
        facts = f"{areas}; {_nearness(mix)}, value {_signed(match.value_error)} steps"
        listed.append(
            [
                Swatches([screen(lab) for lab in (match.target_lab, match.lab_dry, match.lab_wet)], 38, 34),
                [
                    words(f"{mix.id}  {mix.name}", bold=True),
                    words(doses_in_words(mix, name_of)),
                    small(laid, grey=0.1),
                    small(facts),
                ],
                words(f"{plan.passes.volumes[mix.id]:.1f} ml", bold=True),
            ]
        )
    explained = words(
        "Parts by volume, strong tinters last; a mix may be made of one before it. Swatches: photo, mix dry, mix wet.",
        after=8,
    )
    table = [rows(listed, [128, width - 188, 60], 8.0)] if listed else []
    return [explained, *table, *_blends(plan, width, number_of), *_strings(plan, width, name_of)]


def _blends(plan: Plan, width: float, number_of: dict[str, int]) -> list[Flowable]:
    """What is painted with two piles, mixed on the palette as the brush goes along."""
    listed: list[list[Any]] = [
        [Swatches([screen(lab) for lab in (mix.match.target_lab, mix.match.lab_dry, mix.match.lab_wet)], 38, 20),
         [words(mix.name), small(_served(mix, number_of))]]
        for mix in plan.passes.blends
        if not is_of_string(mix.id)
    ]  # fmt: skip
    if not listed:
        return []
    return [
        gap(8),
        words("Mixed on the palette of two piles", bold=True, after=4),
        rows(listed, [128, width - 128], 4.0),
    ]


def _strings(plan: Plan, width: float, name_of: dict[str, str]) -> list[Flowable]:
    """The strings of piles for gradations, each from its light end to its dark end."""
    found: list[Flowable] = []
    areas = {area.id: area.name for area in plan.areas.areas}
    for string in plan.passes.strings:
        in_all = plan.passes.string_ml(string.area)
        listed: list[list[Any]] = [
            [Swatches([screen(lab) for lab in (band.match.target_lab, band.match.lab_dry)], 38, 20),
             [words(band.words), small(band.name)],
             words(_ml(band.share * in_all), bold=True)]
            for band in told_bands(string, name_of)
        ]  # fmt: skip
        title = f"Gradation of {areas[string.area]}: mixed with the knife, then joined wet"
        found += [gap(8), words(title, bold=True, after=4), rows(listed, [92, width - 152, 60], 4.0)]
    return found


def _ml(volume: float) -> str:
    return f"{volume:.1f} ml" if volume >= 0.05 else "under 0.1 ml"


def _served(mix: Mix, number_of: dict[str, int]) -> str:
    served = sorted({number_of[area] for area, _ in mix.serves})
    if not served:
        return "goes into other piles"
    return "all areas" if len(served) == len(number_of) else _numbered(served)


def _nearness(mix: Mix) -> str:
    """How near a hand comes, or exact doses of a recipe of the painter's own."""
    if mix.expected_de00 is None or mix.likely_worst_de00 is None:
        return f"colour difference {mix.match.de00:.1f}"
    return f"colour difference by hand about {mix.expected_de00:.1f}, at worst {mix.likely_worst_de00:.1f}"


def _paint_needed(plan: Plan) -> list[Flowable]:
    needed: list[list[Any]] = [
        [
            f"{paint(need.key).name} ({need.key})",
            f"{need.volume_ml:.1f} ml",
            f"{need.mass_g:.0f} g",
            f"{need.bead_cm:.0f} cm from the tube",
            words("not enough left" if need.volume_ml > need.left_ml else "", bold=True),
        ]
        for need in plan.passes.paint
    ]
    if not needed:
        return []
    return [gap(8), words("Paint needed", bold=True, after=4), rows(needed, [220, 70, 50, 110, 80], 1.0)]


def _passes(plan: Plan, width: float) -> list[Flowable]:
    story: list[Flowable] = []
    for paint_pass in plan.passes.passes:
        story += _jobs(plan, paint_pass.number)
        volume = sum(unit.volume_ml for unit in paint_pass.units)
        minutes = sum(unit.total_minutes for unit in paint_pass.units)
        told = [
            words(f"{paint_pass.number}. {paint_pass.title}", bold=True, size=12),
            words(f"medium: {paint_pass.medium}, {volume:.1f} ml in all, about {minutes:.0f} min"),
            words(paint_pass.why, grey=0.3, after=4),
        ]
        begins = paint_pass.begins
        laid = [_unit(plan, number, unit, begins.get(unit.id)) for number, unit in enumerate(paint_pass.units, start=1)]
        story += [KeepTogether([*told, rows(laid[:1], _unit_widths(width))])]
        story += [rows(laid[1:], _unit_widths(width)), gap(8)] if laid[1:] else [gap(8)]
    return story + _jobs(plan, len(plan.passes.passes) + 1)


def _unit_widths(width: float) -> list[float]:
    return [42, width - 182, 44, 44, 52]


def _unit(plan: Plan, number: int, unit: Unit, begins: str | None) -> list[Any]:
    """A unit of work as a row: its pile or the string of its gradation, where and with what, minutes and millilitres.

    `begins` is the part of its pass that begins with it.
    """
    mix, string = plan.passes.mix_of[unit.mix], plan.passes.string_in(unit)
    dry = [mix.match.lab_dry] if string is None else [band.match.lab_dry for band in told_bands(string, {})]
    beside = f", with {', '.join(unit.beside)}" if unit.beside else ""
    pile = f"{mix.id} {mix.name}{beside}" if string is None else f"string of {len(dry)} piles, light to dark"
    return [
        Swatches([screen(lab) for lab in dry], 34.1 / len(dry), 34.1, between=0),
        [
            *([words(begins.capitalize(), bold=True, grey=0.3)] if begins else []),
            words(f"{number}. {pile}", bold=True),
            small(f"{unit.words} · {unit.brush.words}", grey=0.1),
        ],
        f"{unit.coats} coat{'s' if unit.coats > 1 else ''}",
        f"{unit.minutes:.0f} min",
        f"{unit.volume_ml:.2f} ml",
    ]


def _amounts(plan: Plan, width: float) -> list[Flowable]:
    """What every area takes, and what no area takes; it adds up to the piles."""
    amounts = plan.amounts
    listed: list[list[Any]] = [
        [
            words(str(area.index + 1), bold=True),
            [words(area.name), small(_piles_in_words(need.by_pile), grey=0.1)],
            f"{need.volume_ml:.2f} ml",
            f"{need.mass_g:.1f} g",
            f"{need.coats:.1f} coats",
            f"{need.minutes:.0f} min",
        ]
        for area, need in zip(plan.areas.areas, amounts.areas, strict=True)
        if need.paint
    ]
    beside = [
        ["", title, f"{sum(by_pile.values()):.2f} ml", "", "", ""]
        for title, (by_pile, _) in amounts.beside.items()
        if sum(by_pile.values()) > 0
    ]
    minutes = sum(need.minutes for need in amounts.areas)
    whole = [
        "",
        words("all piles", bold=True),
        words(f"{sum(amounts.piles.values()):.2f} ml", bold=True),
        "",
        "",
        words(f"{minutes:.0f} min", bold=True),
    ]
    explained = "Paint with what stays in brush and palette; then what no area takes. amounts.csv has it pile by pile."
    return [
        words(explained, after=8),
        rows([*listed, *beside, whole], [24, width - 274, 64, 56, 66, 64], 4.0),
    ]


def _piles_in_words(by_pile: Mapping[str, float]) -> str:
    return ", ".join(f"{mix} {ml:.2f}" for mix, ml in sorted(by_pile.items()))


def _jobs(plan: Plan, before_pass: int) -> list[Flowable]:
    jobs: list[Job] = [job for job in plan.passes.jobs if job.before_pass == before_pass]
    return [
        part
        for job in jobs
        for part in (words(job.title, bold=True), small(f"{job.why} {job.caution}".strip(), after=6))
    ]
