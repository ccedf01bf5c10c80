"""recipes.csv: one row per dose of every mix, for a spreadsheet."""

from collections.abc import Mapping, Sequence

from ...kit.text import csv_text
from ...mixes.mix_set import Mix
from ...mixes.told import told_doses

COLUMNS = (
    "mix",
    "name",
    "source",
    "source_name",
    "parts",
    "volume_ml",
    "mass_g",
    "expected_de00",
    "value_error",
    "by_hand",
)


def recipes_csv(mixes: Sequence[Mix], volumes: Mapping[str, float], nozzles_mm: Mapping[str, float]) -> str:
    """Every dose of every mix that is used, in the order of mixing: parts, millilitres, grams, and as a hand lays it.

    A pile that goes into another is a source under its id.
    """
    names, rows = {mix.id: mix.name for mix in mixes}, []
    for mix in mixes:
        if mix.id not in volumes:
            continue
        expected = mix.match.de00 if mix.expected_de00 is None else mix.expected_de00
        errors = (f"{expected:.2f}", f"{mix.match.value_error:+.2f}")
        for one in told_doses(mix, volumes[mix.id], names, nozzles_mm):
            mass = "" if one.mass_g is None else f"{one.mass_g:.2f}"
            rows.append(
                [
                    mix.id,
                    mix.name,
                    one.source,
                    one.name,
                    f"{one.parts:g}",
                    f"{one.volume_ml:.2f}",
                    mass,
                    *errors,
                    one.by_hand,
                ]
            )
    return csv_text(COLUMNS, rows)
