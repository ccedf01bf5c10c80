"""Paintings side by side: found by what they are, compared, and what their hours say of the next one.

Minutes of a painting go with a power of its surface: log minutes = a + b log cm2, with weak priors on both and Student's t for
the next one: linear regression with conjugate priors (gelman2013, 14.2 and 14.8). Like paintings count more.
"""

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime

import numpy as np
from scipy.special import stdtrit

from ..kit.errors import BadSetting, TooFewPaintings
from .hand_over import priced
from .learning import FEWEST

CM2_IN_DM2 = 100.0
MARKS = (1, 5)


@dataclass(frozen=True)
class Page:
    """A painting as the logbook has it; `at` is when it was last worked on, sizes in mm, `palette` are paint keys.

    `minutes` were worked, of them `units_min` at units for which `planned_min` were planned; `ml` were mixed, `cost` is that of
    their paint; None where nobody knows. `mark` is the painter's own from one to five, `done` the share (0-1) of it that is
    painted: what is in work says nothing yet of what a painting takes.
    """

    id: str
    title: str
    at: datetime
    width_mm: float
    height_mm: float
    minutes: float | None = None
    units_min: float | None = None
    planned_min: float | None = None
    ml: float | None = None
    cost: float | None = None
    method: str = ""
    palette: tuple[str, ...] = ()
    tags: tuple[str, ...] = ()
    mark: int | None = None
    done: float = 1.0

    @property
    def area_cm2(self) -> float:
        """Its surface."""
        return self.width_mm * self.height_mm / 100

    @property
    def minutes_a_dm2(self) -> float | None:
        """Minutes for a square decimetre."""
        return None if self.minutes is None else self.minutes / (self.area_cm2 / CM2_IN_DM2)


@dataclass(frozen=True)
class Wanted:
    """What is looked for; empty and None ask for nothing. `words` are all in title or tags, `tube` a paint key."""

    words: str = ""
    method: str = ""
    tag: str = ""
    tube: str = ""
    least_cm2: float | None = None
    most_cm2: float | None = None
    least_mark: int | None = None


def wanted_of(pages: Iterable[Page], wanted: Wanted) -> tuple[Page, ...]:
    """The pages that are wanted, the last worked on first."""
    found = [one for one in pages if _is_wanted(one, wanted)]
    return tuple(sorted(found, key=lambda one: (one.at, one.id), reverse=True))


def _is_wanted(page: Page, wanted: Wanted) -> bool:
    text = " ".join((page.title, *page.tags)).casefold()
    return (
        all(word in text for word in wanted.words.casefold().split())
        and wanted.method in ("", page.method)
        and (not wanted.tag or wanted.tag.casefold() in [tag.casefold() for tag in page.tags])
        and (not wanted.tube or wanted.tube in page.palette)
        and (wanted.least_cm2 is None or page.area_cm2 >= wanted.least_cm2)
        and (wanted.most_cm2 is None or page.area_cm2 <= wanted.most_cm2)
        and (wanted.least_mark is None or (page.mark or 0) >= wanted.least_mark)
    )


@dataclass(frozen=True)
class Rate:
    """What paintings of one method took for a square decimetre, as medians; `count` paintings, None where none says it."""

    method: str
    count: int
    minutes_a_dm2: float | None
    ml_a_dm2: float | None
    cost_a_dm2: float | None
    over_plan: float | None


def rates(pages: Sequence[Page]) -> tuple[Rate, ...]:
    """Finished paintings by method, the most painted first; medians, because one unlucky panel says little of the rest."""
    by_method: dict[str, list[Page]] = {}
    for page in _finished(pages):
        by_method.setdefault(page.method, []).append(page)
    found = [
        Rate(
            method,
            len(own),
            _median(one.minutes_a_dm2 for one in own),
            _median(None if one.ml is None else one.ml / one.area_cm2 * CM2_IN_DM2 for one in own),
            _median(None if one.cost is None else one.cost / one.area_cm2 * CM2_IN_DM2 for one in own),
            _median(one.units_min / one.planned_min if one.units_min and one.planned_min else None for one in own),
        )
        for method, own in by_method.items()
    ]
    return tuple(sorted(found, key=lambda one: (-one.count, one.method)))


def _finished(pages: Iterable[Page]) -> list[Page]:
    return [one for one in pages if one.done >= _AS_GOOD_AS_DONE]


_AS_GOOD_AS_DONE = 0.98


def _median(numbers: Iterable[float | None]) -> float | None:
    known = [one for one in numbers if one is not None]
    return float(np.median(known)) if known else None


@dataclass(frozen=True)
class Span:
    """The likely number, and what it lies between eight times in ten."""

    likely: float
    low: float
    high: float


@dataclass(frozen=True)
class Estimate:
    """Minutes, ml and materials of a painting to come, from `behind` (ids, the most alike first), and its price.

    `ml`, `materials` and `price` are None where the log, or the painter, says nothing of them.
    """

    minutes: Span
    ml: Span | None
    materials: Span | None
    price: Span | None
    behind: tuple[str, ...]


@dataclass(frozen=True)
class Asked:
    """A painting to come. `rate` is what an hour costs, `share` is put on top of work and materials (0.2 is a fifth)."""

    width_mm: float
    height_mm: float
    method: str = ""
    tags: tuple[str, ...] = ()
    rate: float | None = None
    share: float = 0.0

    def __post_init__(self) -> None:
        if not (20 <= self.width_mm <= 5000 and 20 <= self.height_mm <= 5000):
            raise BadSetting("That is no size to paint.", "Give 20 to 5000 mm each way.")
        if self.rate is not None:
            priced(0.0, 0.0, self.rate, self.share)  # what cannot be reckoned with is refused at once


_OTHER_METHOD = 0.4
_OTHER_SUBJECT = 0.6
"""What a painting of another method, or of another subject where one was asked for, counts of one that is alike; from memory."""

_SLOPE, _SLOPE_SPREAD = 0.8, 0.25
"""Minutes and paint grow a little slower than the surface: large panels are painted with large brushes; from memory."""

_LEVEL_SPREAD = 2.0
_NOISE, _NOISE_N = 0.3, 3.0
"""Two like panels differ by a third in their hours; that is worth three paintings. From memory."""


def estimate(pages: Sequence[Page], asked: Asked) -> Estimate:
    """What a painting to come takes. `TooFewPaintings` with fewer than three that are finished and whose hours are known."""
    pages = _finished(pages)
    timed = [one for one in pages if one.minutes]
    if len(timed) < FEWEST:
        raise TooFewPaintings(
            f"{len(timed)} finished painting{'' if len(timed) == 1 else 's'} with hours "
            f"{'is' if len(timed) == 1 else 'are'} too few to estimate from.",
            f"Enter {FEWEST} or more with size and hours: two minutes each.",
        )
    area = asked.width_mm * asked.height_mm / 100
    minutes = _span(timed, [one.minutes or 0.0 for one in timed], asked, area)
    ml = _of(pages, "ml", asked, area)
    materials = _of(pages, "cost", asked, area)
    price = None
    if asked.rate is not None:
        stuff = Span(0.0, 0.0, 0.0) if materials is None else materials
        pairs = zip(_all(minutes), _all(stuff), strict=True)
        price = Span(*(priced(work, paint, asked.rate, asked.share).total for work, paint in pairs))
    weights = [_alike(one, asked) for one in timed]
    order = sorted(range(len(timed)), key=lambda at: (-weights[at], abs(math.log(timed[at].area_cm2 / area))))
    return Estimate(minutes, ml, materials, price, tuple(timed[at].id for at in order))


def _all(span: Span) -> tuple[float, float, float]:
    return span.likely, span.low, span.high


def _of(pages: Sequence[Page], name: str, asked: Asked, area: float) -> Span | None:
    known = [one for one in pages if getattr(one, name)]
    return _span(known, [getattr(one, name) for one in known], asked, area) if len(known) >= FEWEST else None


def _alike(page: Page, asked: Asked) -> float:
    tags = {tag.casefold() for tag in page.tags}
    other_subject = asked.tags and not tags.intersection(tag.casefold() for tag in asked.tags)
    return (_OTHER_METHOD if asked.method and page.method != asked.method else 1.0) * (
        _OTHER_SUBJECT if other_subject else 1.0
    )


def _span(pages: Sequence[Page], numbers: Sequence[float], asked: Asked, area: float) -> Span:
    """The prior counts like data of its own (gelman2013, 14.8); the predictive is Student's t."""
    y = np.log(numbers)
    x = np.column_stack([np.ones(len(pages)), np.log([one.area_cm2 / area for one in pages])])
    weight = np.array([_alike(one, asked) for one in pages])
    level = float(np.average(y - _SLOPE * x[:, 1], weights=weight))
    before = np.array([level, _SLOPE])
    sure = np.diag([(_NOISE / _LEVEL_SPREAD) ** 2, (_NOISE / _SLOPE_SPREAD) ** 2])
    precision = x.T @ (x * weight[:, None]) + sure
    best = np.linalg.solve(precision, x.T @ (weight * y) + sure @ before)
    off2 = float((weight * (y - x @ best) ** 2).sum() + (best - before) @ sure @ (best - before))
    freedom = _NOISE_N + float(weight.sum())
    noise2 = (_NOISE_N * _NOISE**2 + off2) / freedom
    here = np.array([1.0, 0.0])
    reach = float(stdtrit(freedom, 0.9)) * math.sqrt(noise2 * (1 + here @ np.linalg.solve(precision, here)))
    return Span(float(np.exp(best[0])), float(np.exp(best[0] - reach)), float(np.exp(best[0] + reach)))


@dataclass(frozen=True)
class Beside:
    """One line of two paintings compared; `times` is the second over the first, None where one is not known."""

    what: str
    first: float | None
    second: float | None
    times: float | None


def compared(first: Page, second: Page) -> tuple[Beside, ...]:
    """Two paintings side by side: minutes, ml and cost, whole and for a square decimetre, and what was planned."""

    def line(what: str, one: float | None, other: float | None) -> Beside:
        return Beside(what, one, other, other / one if one and other else None)

    def a_dm2(page: Page, number: float | None) -> float | None:
        return None if number is None else number / page.area_cm2 * CM2_IN_DM2

    return (
        line("surface", first.area_cm2, second.area_cm2),
        line("minutes", first.minutes, second.minutes),
        line("minutes a dm2", first.minutes_a_dm2, second.minutes_a_dm2),
        line("minutes at units", first.units_min, second.units_min),
        line("minutes planned", first.planned_min, second.planned_min),
        line("ml", first.ml, second.ml),
        line("ml a dm2", a_dm2(first, first.ml), a_dm2(second, second.ml)),
        line("cost", first.cost, second.cost),
        line("cost a dm2", a_dm2(first, first.cost), a_dm2(second, second.cost)),
        line("mark", first.mark, second.mark),
    )
