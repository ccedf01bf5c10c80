"""What was learned from a log as JSON: `learn --json`, version 1 (docs/plan-schema)."""

from collections.abc import Sequence

from ...kit.advice import Advice
from ...kit.codec import Json
from ...logbook.learning import EIGHT_IN_TEN, Learned, Lessons
from ...passes.factors import USUAL_FACTORS
from .plan_json import advice_json

LEARN_VERSION = 1

_NAMES = {
    "ml": "paint taken", "loss": "loss", "minutes": "pace", "mixing": "mixing",
    "drying": "drying", "shift": "wet to dry",
    "value": "value bias", "dose": "dose", "dosing hand": "dosing hand",
}  # fmt: skip


def name_of(one: Learned) -> str:
    """What a factor is called: “pace”, of one group “pace, glaze”, parted otherwise “pace, depth back”."""
    return _NAMES[one.what] + (f", {one.by} {one.of}" if one.by else f", {one.of}" if one.of else "")


def learned_json(found: Lessons, refused: Sequence[Advice]) -> Json:
    """Every factor with its mean, its interval of eight in ten, and the number of observations; then those of the groups."""
    film, loss = found.factors.film, found.factors.loss
    film_told = {
        "film": {
            "mean": film.value,
            "low": max(film.value - EIGHT_IN_TEN * film.spread, 0.0),
            "high": film.value + EIGHT_IN_TEN * film.spread,
            "n": film.observations,
        }
    }
    return {
        "schema_version": LEARN_VERSION,
        "factors": {
            **film_told,
            **{
                name_of(one): {"mean": one.mean, "low": one.low, "high": one.high, "n": one.count}
                for one in (*found.overall, *found.groups)
                if name_of(one) != "loss"
            },
            "loss": _loss(found, loss.value),
        },
        "doubted": sorted({id_ for one in found.overall for id_ in one.doubted}),
        "advice": advice_json(refused),
    }


def _loss(found: Lessons, usual: float) -> Json:
    own = found.of("loss")
    if own is None:
        reach = EIGHT_IN_TEN * USUAL_FACTORS.loss.spread
        return {"mean": usual, "low": usual - reach, "high": usual + reach, "n": 0}
    return {"mean": own.mean, "low": own.low, "high": own.high, "n": own.count}
