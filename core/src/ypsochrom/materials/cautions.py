"""Usual cautions for pigments and for what painters do with them. They defer to the label, the data sheet and local rules.

Common practice, in general words; no dose and no treatment is ever advised.
"""

from collections.abc import Iterable

from ..kit.advice import Advice
from ..paint.catalogue import paint

_METALS: dict[str, tuple[str, ...]] = {
    "cadmium": ("PY35", "PO20", "PR108"),
    "cobalt": ("PB28", "PB35"),
    "nickel": ("PY150",),
    "manganese": ("PBr7",),
    "chromium": ("PG17", "PG18"),
    "zinc": ("PW4",),
}
"""Colour Index names by the metal that asks for care; of PBr7 only the umbers contain manganese to speak of."""

_UMBERS = ("PBr7ru", "PBr7bu")

_DEFER = "Follow the label, the safety data sheet and local rules."


def _contains(key: str, metal: str) -> bool:
    one = paint(key)
    if metal == "manganese":
        return key in _UMBERS or any(part in _UMBERS for part, _ in one.made_of)
    return any(pigment in _METALS[metal] for pigment in one.pigments)


def cautions_for(keys: Iterable[str]) -> tuple[Advice, ...]:
    """One caution per metal among these paints, naming the paints it is about."""
    found = []
    given = tuple(dict.fromkeys(keys))
    for number, metal in enumerate(_METALS, start=1):
        names = [paint(key).name for key in given if _contains(key, metal)]
        if names:
            found.append(
                Advice(
                    f"materials.W{number:03d}",
                    "warning",
                    f"Contains {metal}: {', '.join(names)}. Do not eat, sand dry or spray it.",
                    f"Wash your hands or wear gloves, keep brushes out of your mouth. {_DEFER}",
                )
            )
    return tuple(found)


PROCESS_CAUTIONS: tuple[Advice, ...] = (
    Advice(
        "materials.N001",
        "note",
        "At the easel: do not eat, and keep brushes out of your mouth.",
        f"Wash your hands before a break. {_DEFER}",
    ),
    Advice(
        "materials.N002",
        "note",
        "Sanding paint or gesso and drawing in charcoal raise dust.",
        f"Sand wet, and wear a suitable respirator for what cannot be sanded wet. {_DEFER}",
    ),
    Advice(
        "materials.N003",
        "note",
        "Airbrushing and spray varnish put paint into the air you breathe.",
        f"Use a suitable respirator and ventilate well; some pigments must not be sprayed at all. {_DEFER}",
    ),
    Advice(
        "materials.N004",
        "note",
        "Solvents and solvent varnishes burn.",
        f"Keep them away from flame and closed when not in use; ventilate. {_DEFER}",
    ),
    Advice(
        "materials.N005",
        "note",
        "Rinse water and paint solids do not belong down the drain.",
        f"Let solids settle and dry, and dispose of them as your local rules say. {_DEFER}",
    ),
)
"""What belongs to the work whatever the paints are."""
