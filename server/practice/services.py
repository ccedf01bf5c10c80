"""Questions made by the core, answers judged by it again from their seed, and kept."""

import secrets
from collections import defaultdict
from collections.abc import Sequence
from datetime import datetime
from typing import Any, cast

import numpy as np
from django.utils import timezone

from server.logbook.models import Fact
from server.logbook.services import learned_out
from server.materials.palettes import shelf_box
from ypsochrom.colour.cielab import lab_to_hex
from ypsochrom.formats.pdf.page import Paper
from ypsochrom.formats.pdf.practice import practice_pdf
from ypsochrom.kit.errors import BadPicture, BadShelf
from ypsochrom.paint.catalogue import Paintbox
from ypsochrom.practice import course, match_card
from ypsochrom.practice.course import Given
from ypsochrom.practice.exercise import KINDS, ON_SCREEN, Kind, Place, Sight, said
from ypsochrom.practice.judgements import JUDGEMENTS, kinds_for, sights_of
from ypsochrom.practice.kinds.mixing import checked
from ypsochrom.practice.material import Lean, Material
from ypsochrom.practice.sheets import sheets as sheets_of
from ypsochrom.subject.decode import decode

from .models import PracticeAnswer
from .scenes import Shown, named, scene_of, shipped, shown_to
from .schemas import AnswerIn, MatchedCardOut, MatchedOut, PointOut, PractisedOut, ProgressOut, QuestionOut, VerdictOut

KEPT = 2000
"""So many of the newest answers are looked at."""

_BESIDE = 40
_BESIDE_ALL = 600
"""So many areas that dried are looked at for the curve beside."""


def _answers(owner: Any) -> list[Given]:
    rows = PracticeAnswer.objects.of(owner).order_by("-at", "-id")[:KEPT]
    return [
        Given(
            kind=cast(Kind, row.kind),
            at=row.at,
            level=row.level,
            is_right=row.is_right,
            off=row.off,
            seconds=row.seconds,
            choice=row.choice,
            counts=row.counts and not row.dim,
        )
        for row in rows[::-1]
        if row.kind in JUDGEMENTS
    ]


def _lean(owner: Any) -> Lean | None:
    """The value at which the painter's paintings come out farthest from what was meant; None where they do not."""
    found = [one for one in learned_out(owner).groups if one.what == "value" and not one.by and one.differs]
    worst = max(found, key=lambda one: abs(one.mean), default=None)
    return None if worst is None else Lean.of(worst.of, worst.mean, worst.count)


def _why_not(box: Paintbox) -> str:
    """Why mixing cannot be practised with this shelf; "" where it can."""
    try:
        checked(box)
    except BadShelf as problem:
        return f"{problem.message} {problem.hint}"
    return ""


def _open(box: Paintbox) -> list[Kind]:
    """The kinds that can be practised with a shelf."""
    without = _why_not(box)
    return [kind for kind in ON_SCREEN if not (without and JUDGEMENTS[kind].of_tubes)]


def question(owner: Any, kind: Kind | None, sight: Sight) -> QuestionOut:
    """The next question, of this kind or of the one whose turn it is; `BadShelf` where the shelf has too few tubes for it."""
    answers, box = _answers(owner), shelf_box(owner)
    chosen = kind or course.next_kind(answers, timezone.now(), kinds_for(sight, _open(box)))
    lean = _lean(owner) if JUDGEMENTS[chosen].of_values else None
    ratio, about = course.next_ratio(chosen, answers), None if lean is None else lean.value
    for shown in _pictures_for(owner, chosen):
        seed = secrets.randbelow(2**31)
        try:
            exercise, _ = course.made(
                chosen, seed, ratio, Material(box, None if shown is None else scene_of(shown), about)
            )
            break
        except BadPicture as problem:  # too even for this exercise: the next one
            unfit = problem
    else:
        raise unfit
    return QuestionOut(
        exercise=exercise,
        seed=seed,
        ratio=ratio,
        scene="" if shown is None else shown.name,
        about=about,
        picture_url="" if shown is None else shown.url,
        of="" if shown is None else shown.title,
        title=JUDGEMENTS[chosen].title,
        trains=JUDGEMENTS[chosen].trains,
        needs=JUDGEMENTS[chosen].needs,
        note=course.noticed(answers),
    )


def _pictures_for(owner: Any, kind: Kind) -> Sequence[Shown | None]:
    """Pictures to ask about in no order, the shipped ones last; None alone where a kind needs none."""
    if not JUDGEMENTS[kind].of_scene:
        return (None,)
    own, rest = list(shown_to(owner)), shipped()
    secrets.SystemRandom().shuffle(own)
    return (*own, *(one for one in rest if one not in own))


def answer(owner: Any, given: AnswerIn) -> VerdictOut:
    """Judge an answer and keep it; `BadSetting` where it is no answer to this question."""
    scene = scene_of(named(owner, given.scene)) if JUDGEMENTS[given.kind].of_scene else None
    exercise, right = course.made(given.kind, given.seed, given.ratio, Material(shelf_box(owner), scene, given.about))
    answered = said(exercise, tuple(given.chosen), given.number, None if given.point is None else Place(*given.point))
    verdict, counts = course.verdict(exercise, right, answered, given.seconds)
    PracticeAnswer.objects.create(
        owner=owner,
        kind=given.kind,
        seed=given.seed,
        ratio=given.ratio,
        level=exercise.level,
        is_right=verdict.is_right,
        off=verdict.off,
        seconds=given.seconds,
        choice=answered[0] if isinstance(answered, tuple) and len(answered) == 1 else None,
        counts=counts,
        dim=given.dim and JUDGEMENTS[given.kind].needs != "shapes",
    )
    places = verdict.right if isinstance(verdict.right, tuple) else ()
    lean = _lean(owner) if given.about is not None else None
    leaning = "" if lean is None or lean.value != given.about else f" {lean.words}"
    return VerdictOut(
        is_right=verdict.is_right,
        off=verdict.off,
        right=list(places),
        number=verdict.right if isinstance(verdict.right, float) else None,
        point=verdict.right if isinstance(verdict.right, Place) else None,
        why=f"{verdict.why}{leaning}",
        counts=counts,
    )


def sheets(owner: Any, seed: int | None, paper: Paper) -> bytes:
    """Sheets to print, of the painter's own tubes; without a seed others every time."""
    number = secrets.randbelow(2**31) if seed is None else seed
    return practice_pdf(sheets_of(number, shelf_box(owner)), paper)


def score_card(owner: Any, content: bytes) -> MatchedCardOut:
    """The fields of a photographed card against what they were to match, kept as answers; `BadCard` where it cannot be read."""
    card = match_card.matched(decode(content, longest_px=_CARD_PX).in_eight_bits().srgb8)
    PracticeAnswer.objects.bulk_create(
        PracticeAnswer(
            owner=owner, kind="card", seed=0, ratio=1.0, level=0.0, is_right=one.is_right, off=one.de00, seconds=0.0
        )
        for one in card.fields
    )
    return MatchedCardOut(
        fields=[
            MatchedOut(
                place=one.place,
                printed=lab_to_hex(np.array(one.printed)),
                painted=lab_to_hex(np.array(one.painted)),
                value_error=one.value_error,
                de00=one.de00,
                is_right=one.is_right,
                words=one.words,
            )
            for one in card.fields
        ],
        hints=[f"{one.message} {one.hint}" for one in card.advice],
    )


_CARD_PX = 2400


def progress(owner: Any) -> ProgressOut:
    """How far the painter is with every kind, and what comes next."""
    answers, box = _answers(owner), shelf_box(owner)
    without = _why_not(box)
    dried = Fact.objects.of(owner).filter(what="value", gathered__teaches=True).order_by("-at", "-id")
    told = list(dried.values_list("found", "expected", "at")[:_BESIDE_ALL])
    off = [found - expected for found, expected, _ in told[:_BESIDE]]
    return ProgressOut(
        kinds=[_standing_out(kind, answers, without if JUDGEMENTS[kind].of_tubes else "") for kind in KINDS],
        next_kind=course.next_kind(answers, timezone.now(), _open(box)),
        beside=len(off),
        beside_off=course.usual_error(off) if off else None,
        beside_curve=_beside(told),
    )


def _beside(dried: Sequence[tuple[float, float, datetime]]) -> list[PointOut]:
    """By how much values were off in paintings, by days on which enough areas were measured; the newest first in `dried`."""
    by_day: dict[str, list[float]] = defaultdict(list)
    for found, expected, at in reversed(dried):
        by_day[at.date().isoformat()].append(found - expected)
    days = [(day, course.usual_within(off)) for day, off in by_day.items() if len(off) >= course.FEWEST]
    return [PointOut(day=day, size=size, low=low, high=high) for day, (size, low, high) in days[-_DAYS:]]


def _standing_out(kind: Kind, answers: Sequence[Given], why_not: str) -> PractisedOut:
    judgement, told = JUDGEMENTS[kind], course.standing(kind, answers)
    return PractisedOut(
        kind=kind,
        title=judgement.title,
        trains=judgement.trains,
        unit=judgement.unit,
        needs=judgement.needs,
        sights=sights_of(kind),
        usual=judgement.usual,
        size=told.size,
        low=told.low,
        high=told.high,
        bias=told.bias if told.leans else None,
        leans=told.leans,
        count=told.count,
        last=None if told.last is None else told.last.isoformat(),
        curve=_curve(kind, answers),
        why_not=why_not,
        on_paper=kind not in ON_SCREEN,
    )


_DAYS = 12


def _curve(kind: Kind, answers: Sequence[Given]) -> list[PointOut]:
    """The standing at the end of each of the newest days on which the kind was practised."""
    own = [one for one in answers if one.kind == kind]
    by_day: dict[str, int] = defaultdict(int)
    for place, one in enumerate(own, start=1):
        by_day[one.at.date().isoformat()] = place
    found = []
    for day, upto in list(by_day.items())[-_DAYS:]:
        told = course.standing(kind, own[:upto])
        if told.size is not None and told.low is not None and told.high is not None:
            found.append(PointOut(day=day, size=told.size, low=told.low, high=told.high))
    return found
