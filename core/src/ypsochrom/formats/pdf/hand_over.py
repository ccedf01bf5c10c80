"""The sheet for the buyer or the family, on one page where it fits."""

from reportlab.platypus import Flowable

from ...colour.types import Srgb8
from ...logbook.hand_over import CARE, HandOver, lightfastness_in_words
from . import flow
from .flow import Chapter, gap, rows, small, words
from .page import Paper

_PICTURE = 230.0
_LABEL = 110.0


def hand_over_pdf(sheet: HandOver, photo: Srgb8 | None, paper: Paper = "A4") -> bytes:
    """What the painting is made of, with its photo where there is one."""
    width = flow.inner_width(paper)
    story: list[Flowable] = [] if photo is None else [flow.picture(photo, width, _PICTURE), gap(10)]
    facts = [(label, told) for label, told in _facts(sheet) if told]
    story.append(rows([[words(label, grey=0.3), told] for label, told in facts], [_LABEL, width - _LABEL]))
    if sheet.paints:
        story += [gap(8), words("Paints", bold=True, after=3)]
        cells = [
            [one.name, ", ".join(one.pigments), small(lightfastness_in_words(one))]
            for one in sorted(sheet.paints, key=lambda one: one.name)
        ]
        story.append(rows(cells, [width * 0.34, width * 0.22, width * 0.44], 2.0))
        story.append(small("Pigments by Colour Index name. The labels of the tubes decide.", after=4))
    story += [gap(6), words("Care", bold=True, after=3), *(words(line, after=2) for line in CARE)]
    if sheet.notes:
        story += [gap(6), words(sheet.notes)]
    return flow.document(sheet.title, paper, [Chapter(sheet.title, story)])


def _facts(sheet: HandOver) -> list[tuple[str, str]]:
    inches = f"{sheet.width_mm / 25.4:.1f} × {sheet.height_mm / 25.4:.1f} in"
    varnish = sheet.varnish
    if sheet.varnished is not None:
        varnish = f"{varnish or 'varnished'}, {_day(sheet.varnished)}"
    elif sheet.may_be_varnished is not None:
        told = f"not before {_day(sheet.may_be_varnished)}, when the thickest passage is dry through; the label decides"
        varnish = f"{varnish}, {told}" if varnish else told
    return [
        ("Painted by", sheet.painter),
        ("Size", f"{sheet.width_mm:.0f} × {sheet.height_mm:.0f} mm ({inches})"),
        ("Medium", sheet.medium),
        ("Support", sheet.support),
        ("Ground", sheet.ground),
        ("Finished", "" if sheet.finished is None else _day(sheet.finished)),
        ("Varnish", varnish),
    ]


def _day(day: object) -> str:
    return f"{day:%d %B %Y}".lstrip("0")
