"""What a checked photo tells the log: values that dry areas came out at, where the photo can be trusted."""

from datetime import datetime

import numpy as np

from ..checks.report import Report
from ..colour.munsell import lab_to_value
from ..kit.errors import YpsochromError
from .observation import Observation

SURE_STEPS = 0.3
"""A photo that tells values less surely (one standard deviation) teaches nothing of them."""


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
