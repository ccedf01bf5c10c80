"""What the painter gave and decided for one painting: everything that a plan is made from, except shelf and factors.

Decisions hang on lasting ids: of areas, mixes and steps. Places of changes by hand lie in shares of the whole adjusted reference.
"""

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Literal

from ..areas.edits import Edit
from ..areas.facts import MOST_BORROWED, Decision, EdgeDecision
from ..areas.things import ThingSaid
from ..kit import codec
from ..kit.advice import Advice
from ..kit.codec import Json
from ..kit.errors import BadSetting
from ..materials.support import Support
from ..mixes.gather import MOST_MIXES, checked_piles
from ..mixes.mix_set import USUAL_TUBES, KeptRecipe
from ..mixes.palette import checked_tubes
from ..paint.surface import Finish
from ..passes.scene import AS_THE_SCHOOL_HAS_IT, Choices
from ..passes.schools import school_of
from ..sittings.settings import NOT_SAID, SittingSettings
from ..subject.adjust import UNTOUCHED, Adjustments
from ..subject.crop import MIDDLE, CropCentre
from ..subject.observation import Observation
from ..subject.patches import NO_MARKS, Marks, Patch
from ..values.composition import Focal
from ..values.passages import Passage
from ..values.steps import Method, checked, checked_count
from ..values.value_map import Moved

USUAL_STEPS = 5


@dataclass(frozen=True)
class Photo:
    """A kept picture by its name in the store, with what was to be said about it; size in pixels."""

    name: str
    width: int
    height: int
    advice: tuple[Advice, ...] = ()


@dataclass(frozen=True)
class OtherPhoto:
    """Another photo laid over the base, under an id of its own."""

    id: int
    title: str
    photo: Photo
    patch: Patch
    marks: Marks = NO_MARKS


@dataclass(frozen=True)
class SightNotes:
    """What was noted in front of the subject, in the painter's words."""

    when: str = ""
    place: str = ""
    latitude_deg: float | None = None
    longitude_deg: float | None = None
    weather: str = ""


@dataclass(frozen=True)
class ValueSettings:
    """How the value map is made; `limits` None lets the method find `count` - 1 thresholds, `brush_mm` None suits the support.

    The focal passage is laid with the next finer brush or the same one, `passages` with their own.
    """

    method: Method = "equal"
    count: int = USUAL_STEPS
    limits: tuple[float, ...] | None = None
    own_values: tuple[float | None, ...] = ()
    moved: tuple[Moved, ...] = ()
    brush_mm: float | None = None
    focal_brush: Literal["finer", "same"] = "finer"
    passages: tuple[Passage, ...] = ()

    def __post_init__(self) -> None:
        if self.limits is not None:
            checked(self.limits)
        checked_count(self.count)


@dataclass(frozen=True)
class AreaSettings:
    """How finely the picture is cut (None: as it suggests) and the changes by hand in their order."""

    detail: int | None = None
    edits: tuple[Edit, ...] = ()


@dataclass(frozen=True)
class MixSettings:
    """How many tubes the palette may have, or which it has (`chosen`), how many piles, and own recipes by mix id.

    `borrow` is how much of the colour around them shadows take (0 to `MOST_BORROWED`).
    """

    tubes: int = USUAL_TUBES
    piles: int = MOST_MIXES
    chosen: tuple[str, ...] | None = None
    kept: Mapping[str, KeptRecipe] = field(default_factory=dict)
    borrow: float = 0.0

    def __post_init__(self) -> None:
        if not 0 <= self.borrow <= MOST_BORROWED:
            raise BadSetting(
                f"Shadows cannot borrow {self.borrow:.0%} of what is around them.", f"Choose 0 to {MOST_BORROWED:.0%}."
            )
        checked_tubes(self.tubes)
        checked_piles(self.piles)


@dataclass(frozen=True)
class SetAside:
    """Advice that the painter does not want to follow, and why; it holds while what it is about stays as `state` says."""

    advice: str
    state: str
    reason: str


@dataclass(frozen=True)
class Brief:
    """Everything the painter gave and decided. Either `photo` or `observation` (over a `sketch`, perhaps) is there."""

    support: Support
    photo: Photo | None = None
    observation: Observation | None = None
    notes: SightNotes = SightNotes()
    sketch: str | None = None
    crop: CropCentre = MIDDLE
    adjustments: Adjustments = UNTOUCHED
    others: tuple[OtherPhoto, ...] = ()
    marks: Marks = NO_MARKS
    finish: Finish = "satin"
    curve: tuple[tuple[float, float], ...] = ()
    focal: Focal | None = None
    values: ValueSettings = ValueSettings()
    areas: AreaSettings = AreaSettings()
    decisions: Mapping[str, Decision] = field(default_factory=dict)
    edges: tuple[EdgeDecision, ...] = ()
    things: tuple[ThingSaid, ...] = ()
    set_aside: tuple[SetAside, ...] = ()
    mixes: MixSettings = MixSettings()
    passes: Choices = AS_THE_SCHOOL_HAS_IT
    sittings: SittingSettings = NOT_SAID

    def __post_init__(self) -> None:
        school_of(self.passes.school)
        for school in self.passes.school_of.values():
            school_of(school)


KIND, VERSION = "brief", 1
MIGRATIONS: dict[int, codec.Migration] = {}
"""From each older version of the document to the next."""


def written(brief: Brief) -> Json:
    """The brief as a document to be kept."""
    return codec.stored(codec.written(brief), KIND, VERSION)


def read(document: Json) -> Brief:
    """The inverse of `written`, also of every released version."""
    return codec.read(codec.body_of(document, KIND, VERSION, MIGRATIONS), Brief)
