"""What goes to the buyer or the family with a painting: what it is made of, how lasting that is, varnish, care."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta

from ..kit.errors import BadSetting
from ..paint.catalogue import Paint
from ..sittings.easel.acts import Act
from ..sittings.easel.clocks import minutes_of
from ..sittings.easel.worklist import WorkList
from ..sittings.tasks import BEFORE_VARNISH_MIN
from ..sky.air import Climate

CARE = (
    "Hang it out of direct sun, away from stoves, radiators and damp walls.",
    "Dust it with a soft, dry brush. Do not wipe it with water, spirits or household cleaners.",
    "Acrylic paint softens in the warmth and hardens in the cold: carry it above 10 °C, nothing pressed against its face.",
    "Under glass, keep the glass from touching the paint.",
    "Cleaning and repair are work for a conservator: show them this sheet.",
)
"""Common practice of conservators for acrylic paintings."""

_LIGHTFASTNESS = {
    "I": "excellent lightfastness",
    "II": "very good lightfastness",
    "III": "fades in strong light: keep it out of the sun",
}

MOST_PRICE_SHARE = 5.0


@dataclass(frozen=True)
class HandOver:
    """The sheet; `finished`, `varnished` and `may_be_varnished` are days or None, `paints` what it is painted with."""

    title: str
    painter: str
    width_mm: float
    height_mm: float
    support: str
    ground: str
    paints: tuple[Paint, ...]
    finished: date | None = None
    varnish: str = ""
    varnished: date | None = None
    may_be_varnished: date | None = None
    notes: str = ""
    medium: str = "acrylic dispersion paint"


def lightfastness_in_words(paint: Paint) -> str:
    """As in "I (ASTM D5098): excellent lightfastness"; the label of the tube decides."""
    return f"{paint.lightfastness} (ASTM D5098): {_LIGHTFASTNESS[paint.lightfastness]}"


def may_be_varnished(acts: Sequence[Act], worklist: WorkList, climate: Climate) -> datetime | None:
    """From when on the thickest passage is dry through and a day has gone by; None where nothing was painted, or where it does
    not dry in this air. A rule of thumb: what the varnish's label says comes first."""
    found: datetime | None = None
    air, laid = climate, dict[str, tuple[datetime, Climate]]()
    for act in acts:
        if act.kind == "air" and act.climate is not None:
            air = act.climate
        elif act.kind == "done" and act.task in worklist.laid:
            laid[act.task or ""] = (act.at, air)
        elif act.kind == "back":
            laid.pop(act.task or "", None)
    for task, (at, climate_then) in laid.items():
        minutes = max(BEFORE_VARNISH_MIN, minutes_of(worklist.laid[task], climate_then).glaze_min)
        dry = at + timedelta(minutes=minutes)
        found = dry if found is None else max(found, dry)
    return found


@dataclass(frozen=True)
class Price:
    """What a painting costs: work, materials, what is put on top, and all of it."""

    work: float
    materials: float
    on_top: float
    total: float


def priced(minutes: float, materials: float, rate: float, share: float = 0.0) -> Price:
    """Hours at a rate, materials, and a share of both on top (0.2 is a fifth)."""
    if not 0 <= rate <= 10_000 or not 0 <= share <= MOST_PRICE_SHARE or minutes < 0 or materials < 0:
        raise BadSetting("That is no price to reckon with.", "Give a rate of 0 to 10,000 and a share of 0 to 5.")
    work = minutes / 60 * rate
    on_top = share * (work + materials)
    return Price(work, materials, on_top, work + materials + on_top)
