"""What a checked photo tells the log: how far it is off, and values that dry areas came out at where the photo can be trusted."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime

import numpy as np

from ..checks.colours import AreaFinding
from ..checks.report import Report
from ..colour.munsell import lab_to_value
from ..kit.errors import YpsochromError
from .observation import Observation

SURE_STEPS = 0.3
"""A photo that tells values less surely (one standard deviation) teaches nothing of them."""


@dataclass(frozen=True)
class Off:
    """How far painted areas are off: medians in Munsell steps (without sign) and CIEDE2000, and the area (id) that is off most by
    colour, with its words and its CIEDE2000."""

    value: float
    colour: float
    area: str
    words: str
    most: float


def off_by(areas: Sequence[AreaFinding]) -> Off | None:
    """How far a check found the painting off; None where no area of the stage is painted yet."""
    painted = [one for one in areas if one.looks_like is None and one.is_covered]
    if not painted:
        return None
    worst = max(painted, key=lambda one: one.de00)
    return Off(
        float(np.median([abs(one.value_error) for one in painted])),
        float(np.median([one.de00 for one in painted])),
        worst.area,
        worst.words,
        worst.de00,
    )


RIGHT_STEPS = 0.1
"""Common practice: nobody mends a smaller difference of value."""


def found_in_words(things: int, off: Off | None, names: Mapping[str, str]) -> str:
    """What a check found, as a line of the diary: how many things there are to mend, how far values and colours are off."""
    mend = f"{things} thing{'' if things == 1 else 's'} to mend" if things else "nothing to mend"
    if off is None:
        return mend
    values = "values right" if off.value < RIGHT_STEPS else f"values off by {off.value:.1f} of a step"
    most = f"; most in “{names[off.area]}”: {off.words} ({off.most:.1f})" if off.area in names else ""
    return f"{mend}; {values}, colours off by ΔE {off.colour:.1f}{most}"


def seen_in_a_photo(report: Report, at: datetime, key: str, painting: str) -> tuple[Observation, ...]:
    """An observation for every area that is dry, covered, and no longer as an earlier stage left it; `key` names the check."""
    found = []
    for one in report.areas:
        if one.wet or one.value_uncertainty > SURE_STEPS or not one.is_covered or one.looks_like is not None:
            continue
        planned = float(lab_to_value(np.array(one.planned)))
        seen = planned + one.value_error
        try:
            of = f"value {planned:.0f}"
            found.append(Observation(f"{painting}/{key}/{one.area}", at, painting, "value", of, planned, seen))
        except YpsochromError:
            continue
    return tuple(found)
