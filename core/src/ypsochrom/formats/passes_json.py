"""The pass plan as JSON and back: passes, jobs, what is needed, and how the drawing fares."""

from collections.abc import Mapping, Sequence
from dataclasses import asdict
from typing import Any

from ..kit.advice import Advice
from ..mixes.mix_set import Mix
from ..passes.drawing import Survival
from ..passes.pace import Pace
from ..passes.pass_plan import PassPlan
from ..passes.quantities import MediumNeed, PaintNeed
from ..passes.scene import Choices, Move
from ..passes.step import Job, PaintPass, Reason, Step

Json = dict[str, Any]


def pass_json(paint_pass: PaintPass) -> Json:
    """One pass with its steps in order."""
    return {
        "number": paint_pass.number,
        "role": paint_pass.role,
        "brush_mm": paint_pass.brush_mm,
        "medium": paint_pass.medium,
        "why": paint_pass.why,
        "steps": [_step_json(step) for step in paint_pass.steps],
    }


def _step_json(step: Step) -> Json:
    written = asdict(step)
    for name in ("wet_with", "between", "bounded_by", "reasons"):
        written[name] = list(written[name])
    return written


def read_pass(written: Mapping[str, Any]) -> PaintPass:
    """The inverse of `pass_json`."""
    return PaintPass(**{**written, "steps": tuple(_read_step(step) for step in written["steps"])})


def _read_step(written: Mapping[str, Any]) -> Step:
    tuples = {name: tuple(written[name]) for name in ("wet_with", "between", "bounded_by")}
    return Step(**{**written, **tuples, "reasons": tuple(Reason(**reason) for reason in written["reasons"])})


def job_json(job: Job) -> Json:
    """One job between the passes."""
    return asdict(job)


def read_job(written: Mapping[str, Any]) -> Job:
    """The inverse of `job_json`."""
    return Job(**written)


def need_json(need: PaintNeed | MediumNeed) -> Json:
    """What is needed of one paint or medium."""
    return asdict(need)


def drawing_json(found: Survival) -> Json:
    """How much of the line can be followed after every pass (null before it is drawn)."""
    return {"readable": list(found.readable), "restated": list(found.restated), "saved_by": found.saved_by}


def read_drawing(written: Mapping[str, Any]) -> Survival:
    """The inverse of `drawing_json`."""
    return Survival(tuple(written["readable"]), tuple(written["restated"]), written["saved_by"])


def pace_json(pace: Pace) -> Json:
    """Hours, waits and minutes of waiting."""
    return asdict(pace)


def choices_json(choices: Choices) -> Json:
    """What the painter chose."""
    written = {name: getattr(choices, name) for name in Choices.__dataclass_fields__}
    written |= {name: dict(getattr(choices, name)) for name in ("school_of", "techniques", "rules_off")}
    return written | {"fading": sorted(choices.fading), "moves": [asdict(move) for move in choices.moves]}


def read_choices(written: Mapping[str, Any]) -> Choices:
    """The inverse of `choices_json`; what is not written is as the school has it. `BadSetting` on absurd numbers."""
    moves = tuple(Move(**move) for move in written.get("moves", ()))
    return Choices(**{**written, "fading": frozenset(written.get("fading", ())), "moves": moves})


def read_pass_plan(
    written: Mapping[str, Any], ground: Mix | None, mixes: Sequence[Mix], advice: Sequence[Advice]
) -> PassPlan:
    """A pass plan from its JSON pieces (`passes`, `jobs`, `volumes`, `paint`, `mediums`, `drawing`, `pace`, ...)."""
    return PassPlan(
        school=written["school"],
        ground=ground,
        mixes=tuple(mixes),
        passes=tuple(read_pass(p) for p in written["passes"]),
        jobs=tuple(read_job(job) for job in written["jobs"]),
        volumes=dict(written["volumes"]),
        paint=tuple(PaintNeed(**need) for need in written["paint"]),
        mediums=tuple(MediumNeed(**need) for need in written["mediums"]),
        drawing=read_drawing(written["drawing"]),
        pace=Pace(**written["pace"]),
        held_back=written["held_back"],
        advice=tuple(advice),
    )
