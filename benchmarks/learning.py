"""What a log teaches: simulated painters of known habits: `python -m benchmarks.learning [LOGS] [SEED]`.

The baseline is the usual factors, by which every plan goes before anything was logged.
"""

import sys

import numpy as np

from ypsochrom.colour import spectra
from ypsochrom.colour.ciede2000 import delta_e_2000
from ypsochrom.colour.types import Reflectance
from ypsochrom.logbook.learning import lessons
from ypsochrom.logbook.stand_in import Habits, log_of
from ypsochrom.materials.instruments import SimulatedColorimeter, SimulatedTubes
from ypsochrom.paint import appearance
from ypsochrom.paint.catalogue import Paintbox, paint
from ypsochrom.paint.from_piles import HAND_SLIP, ReadPile, learn_tubes

from .timing import report, seconds

PAINTINGS, LOGS = 3, 200
PALETTE = ("PW6", "PY35l", "PY42", "PBr7bs", "PBr7bu", "PB29", "PBk9", "PR108")
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
    tubes(seed)
    log = log_of(habits, 100, seed)
    report(f"  learning from {len(log):,} observations", f"{seconds(lambda: lessons(log)) * 1000:.0f} ms", "300 ms")


def tubes(seed: int, shelves: int = 40, piles: int = 20) -> None:
    """How much nearer piles that were never mixed are predicted after so many were mixed and read when dry."""
    gains = [_gain(seed + number, piles) for number in range(shelves)]
    report(
        f"tubes learned from {piles} piles: unseen piles nearer, median", f"{np.median(gains):.0%}", "33 %",
        f"the catalogue; nine in ten shelves gain {np.quantile(gains, 0.1):.0%} and more",
    )  # fmt: skip


def _gain(seed: int, count: int) -> float:
    random, bench = np.random.default_rng(seed), SimulatedTubes(seed)
    box, instrument = Paintbox.of(paint(key) for key in PALETTE), SimulatedColorimeter(seed, drift_lab=0.0)

    def parts() -> dict[str, float]:
        own = random.choice(PALETTE[1:], int(random.integers(1, 4)), replace=False)
        return {"PW6": float(random.integers(1, 12)), **{str(key): float(random.integers(1, 6)) for key in own}}

    def mixed(recipe: dict[str, float], slip: float) -> Reflectance:
        really = {key: amount * float(np.exp(random.normal(0, slip))) for key, amount in recipe.items()}
        true = Paintbox.of(bench.truth(one) for one in box.only(really).paints)
        return appearance.dry_reflectance(appearance.parts_vector(really, true), true)

    logged = [parts() for _ in range(count)]
    found = learn_tubes(box, [ReadPile(one, instrument.read(mixed(one, HAND_SLIP))) for one in logged])
    learned = {one.key: one for one in found.paints}
    ours = Paintbox.of(learned.get(one.key, one) for one in box.paints)
    unseen = [parts() for _ in range(30)]
    truth = [spectra.reflectance_to_lab(mixed(one, 0.0)) for one in unseen]
    usual, own = (
        np.median(
            [delta_e_2000(appearance.dry_lab_of_pile(one, shelf), lab) for one, lab in zip(unseen, truth, strict=True)]
        )
        for shelf in (box, ours)
    )
    return float(1 - own / usual)


if __name__ == "__main__":
    main(*(int(one) for one in sys.argv[1:]))
