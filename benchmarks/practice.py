"""Thresholds found by practice on 200 simulated learners of each sort: `python -m benchmarks.practice`.

What is promised: after forty answers half of the learners' thresholds are found within a tenth. The baseline is a staircase
of two down, one up with steps of a fifth, which takes the mean of its last ten turns.
"""

import numpy as np

from ypsochrom.practice.threshold import Seen, chance_of_right, next_level, told

LEARNERS, ANSWERS = 200, 40
SORTS = ((1.0, 3.5, 2), (0.6, 3.5, 4), (1.7, 5.0, 3), (1.0, 2.4, 2))
"""Threshold, slope, and how many choices there are."""


def main() -> None:
    """How far off thresholds are in the median, and how often their interval of eight in ten holds the true one."""
    print(f"{'threshold':>9} {'slope':>6} {'choices':>8} {'off, median':>12} {'staircase':>10} {'interval holds':>15}")
    for threshold, slope, options in SORTS:
        found = [_learner(threshold, slope, options, seed) for seed in range(LEARNERS)]
        off = np.median([abs(one.threshold / threshold - 1) for one in found])
        plain = np.median(
            [abs(_staircase(threshold, slope, options, seed) / threshold - 1) for seed in range(LEARNERS)]
        )
        holds = np.mean([one.low <= threshold <= one.high for one in found])
        print(f"{threshold:9.1f} {slope:6.1f} {options:8d} {off:12.1%} {plain:10.1%} {holds:15.0%}")


def _answers(threshold: float, slope: float, options: int, seed: int):  # type: ignore[no-untyped-def]
    random = np.random.default_rng(seed)

    def right(level: float) -> bool:
        return bool(random.random() < float(chance_of_right(np.log10(level), np.log10(threshold), slope, options)))

    return right


def _learner(threshold: float, slope: float, options: int, seed: int):  # type: ignore[no-untyped-def]
    right = _answers(threshold, slope, options, seed)
    answers: list[Seen] = []
    for _ in range(ANSWERS):
        level = next_level(answers, options)
        answers.append(Seen(level, right(level)))
    return told(answers, options)


def _staircase(threshold: float, slope: float, options: int, seed: int) -> float:
    right, level, run, way = _answers(threshold, slope, options, seed), 1.0, 0, 0
    turns: list[float] = []
    for _ in range(ANSWERS):
        run = run + 1 if right(level) else 0
        step = -1 if run == 2 else 1 if run == 0 else 0
        if step:
            if way and step != way:
                turns.append(level)
            way, run = step, 0
            level *= 1.2**step
    return float(np.exp(np.mean(np.log(turns[-10:])))) if turns else level


if __name__ == "__main__":
    main()
