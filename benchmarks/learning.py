"""What a log teaches: simulated painters of known habits: `python -m benchmarks.learning [LOGS] [SEED]`.

The baseline is the usual factors, by which every plan goes before anything was logged.
"""

import sys

import numpy as np

from ypsochrom.logbook.learning import lessons
from ypsochrom.logbook.stand_in import Habits, log_of

from .timing import report, seconds

PAINTINGS, LOGS = 3, 200
MOST_OFF = {"ml": 0.15, "minutes": 0.20, "drying": 0.15}


def main(logs: int = LOGS, seed: int = 111_000) -> None:
    """How near what is learned comes to the truth after three paintings, how often intervals hold it, and how long it takes."""
    habits = Habits()
    truth = {"ml": habits.taken, "minutes": habits.pace, "drying": habits.drying, "loss": habits.loss}
    found = [lessons(log_of(habits, PAINTINGS, seed + number)) for number in range(logs)]
    for what, true in truth.items():
        own = [one.of(what) for one in found]
        known = [one for one in own if one is not None]
        off = np.abs(np.array([one.mean for one in known]) / true - 1)
        inside = np.mean([one.low <= true <= one.high for one in known])
        if what in MOST_OFF:
            usual = abs(1 / true - 1)
            report(
                f"{what} after three paintings, 95 of 100 within",
                f"{np.quantile(off, 0.95):.0%}",
                f"{MOST_OFF[what]:.0%}",
                f"the usual factors are off by {usual:.0%}",
            )
        report("  intervals of eight in ten that hold the truth", f"{inside:.0%}", "75 to 90 %")
    log = log_of(habits, 100, seed)
    report(f"  learning from {len(log):,} observations", f"{seconds(lambda: lessons(log)) * 1000:.0f} ms", "300 ms")


if __name__ == "__main__":
    main(*(int(one) for one in sys.argv[1:]))
