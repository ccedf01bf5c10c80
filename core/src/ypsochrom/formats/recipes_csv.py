"""recipes.csv: one row per paint of every mix, for a spreadsheet."""

import csv
import io
from collections.abc import Mapping, Sequence

from ..mixes.mix_set import Mix
from ..paint.catalogue import paint

COLUMNS = ("mix", "name", "paint", "paint_name", "parts", "volume_ml", "mass_g", "de00", "value_error")


def recipes_csv(mixes: Sequence[Mix], volumes: Mapping[str, float]) -> str:
    """Parts, millilitres and grams of every paint in every mix that is used."""
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow(COLUMNS)
    for mix in mixes:
        if mix.id not in volumes:
            continue
        recipe = mix.match.recipe
        for key, parts in recipe.parts:
            volume = volumes[mix.id] * parts / recipe.total
            mass = volume * paint(key).density_kg_per_l
            errors = (f"{mix.match.de00:.2f}", f"{mix.match.value_error:+.2f}")
            writer.writerow(
                [mix.id, mix.name, key, paint(key).name, f"{parts:g}", f"{volume:.2f}", f"{mass:.2f}", *errors]
            )
    return out.getvalue()
