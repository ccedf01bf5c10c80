"""How the coats of a plan dry where it is painted: the drying of films (`paint.drying`) asked for steps."""

from dataclasses import dataclass

from ...kit.errors import BadSetting
from ...paint import drying
from ...paint.drying import WetFilm
from ...sky.air import Climate
from ..factors import USUAL_FACTORS, Factors
from ..manners import GLAZES
from ..scene import Scene
from ..step import Step
from ..unit import Wait

RETARDER_SHARE = 0.10
"""What a plan asks for where paint is to stay open longer; common practice."""


def film_of(step: Step, retarder: float = 0.0) -> WetFilm:
    """One coat of a step as a wet film; retarder takes the place of paint, and of medium where there is little else."""
    thinned = min(step.medium_share, 1 - retarder)
    water = step.medium == "water"
    return WetFilm(
        step.film_um,
        medium_share=0.0 if water else thinned,
        water_share=thinned if water else 0.0,
        retarder=retarder,
    )


DAMPEST_PCT = 98.0
"""Beyond, a coat takes more than a day; what comes out is no plan."""


@dataclass(frozen=True)
class Drying:
    """The air that is painted in, and the painter's own factors on drying."""

    climate: Climate
    factors: Factors = USUAL_FACTORS

    def __post_init__(self) -> None:
        if self.climate.humidity_pct > DAMPEST_PCT:
            raise BadSetting(
                f"In air of {self.climate.humidity_pct:g} % paint does not dry, so nothing can be planned by the clock.",
                f"Air the room or heat it a little; planning goes up to {DAMPEST_PCT:g} %.",
            )

    @classmethod
    def of(cls, scene: Scene) -> "Drying":
        """As the scene has it."""
        return cls(scene.climate, scene.factors)

    def open(self, step: Step, retarder: float = 0.0) -> float:
        """Minutes for which a coat can still be worked into what is laid beside it."""
        return drying.open_minutes(film_of(step, retarder), self.climate, self.factors.drying_of(step.medium))

    def overcoat(self, step: Step) -> float:
        """Minutes until a coat can be painted over."""
        return drying.overcoat_minutes(film_of(step), self.climate, self.factors.drying_of(step.medium))

    def glaze(self, step: Step) -> float:
        """Minutes until a coat is dry enough for a glaze."""
        return drying.glaze_minutes(film_of(step), self.climate, self.factors.drying_of(step.medium))

    def until(self, wait: Wait, below: Step) -> float:
        """Minutes after a coat until what waits so for it can be laid over it."""
        return {"none": lambda _: 0.0, "touch-dry": self.overcoat, "dry": self.glaze}[wait](below)

    def between_coats(self, step: Step) -> float:
        """Minutes from one coat of a step to its next."""
        return self.until("dry" if step.technique in GLAZES else "touch-dry", step)

    def through(self, step: Step) -> float:
        """Minutes until a coat is dry through."""
        return drying.drying_times(film_of(step), self.climate, self.factors.drying_of(step.medium)).through.mid
