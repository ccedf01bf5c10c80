"""A mixing recipe: whole parts of tube paint, and the same as a painter measures it, with strong tinters let down."""

import math
import re
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Self

from ..kit.errors import BadRecipe
from ..paint import catalogue, strength

LET_DOWN_SHARE = 10
"""A strong tinter is let down to 1 part in this many (1:9) before it goes into a pile; common practice."""

_TOUCH = 20
"""A paint that is less than one part in so many is a touch."""

_EASILY_COUNTED = 40
"""Up to so many parts in all nothing needs to be let down."""

_EACH = re.compile(r"^(?P<key>[A-Za-z0-9:]*[A-Za-z0-9]):(?P<parts>[^:]+)$")


@dataclass(frozen=True)
class Portion:
    """One thing that goes into the pile: `parts` of a paint, straight from the tube or let down 1:9."""

    key: str
    parts: float
    let_down_with: str | None = None


@dataclass(frozen=True)
class Recipe:
    """Parts by volume of tube paint, by paint key; larger first, ties by key."""

    parts: tuple[tuple[str, float], ...]

    @classmethod
    def of(cls, parts: Mapping[str, float]) -> Self:
        """The recipe of these parts; `BadRecipe` on negative, missing or endless amounts, `UnknownPaint` on unknown keys."""
        for key, amount in parts.items():
            catalogue.paint(key)
            if not math.isfinite(amount) or amount < 0:
                raise BadRecipe(
                    f"The recipe asks for {amount} parts of {key}.", "Give every paint a positive number of parts."
                )
        present = [(catalogue.present_key(key), _tidy(amount)) for key, amount in parts.items() if amount > 0]
        if not present:
            raise BadRecipe("The recipe has no parts.", "Give at least one paint with a positive number of parts.")
        return cls(tuple(sorted(present, key=lambda part: (-part[1], part[0]))))

    @classmethod
    def parse(cls, text: str) -> Self:
        """Read `PB29:1 PBr7bs:1 PW6:4`; keys may hold a colon themselves (`PB15:3:2` is two parts of PB15:3)."""
        parts: dict[str, float] = {}
        for word in text.replace(",", " ").split():
            found = _EACH.match(word)
            amount = _number(found["parts"]) if found else None
            if found is None or amount is None:
                raise BadRecipe(
                    f"{word!r} is not a paint with its parts.", "Write KEY:PARTS, as in 'PB29:1 PBr7bs:1 PW6:4'."
                )
            if found["key"] in parts:
                raise BadRecipe(f"{found['key']} stands twice in {text!r}.", "Add its parts up and name it once.")
            parts[found["key"]] = amount
        return cls.of(parts)

    @property
    def mapping(self) -> dict[str, float]:
        """Parts by paint key."""
        return dict(self.parts)

    @property
    def keys(self) -> tuple[str, ...]:
        """The paints, larger share first."""
        return tuple(key for key, _ in self.parts)

    @property
    def total(self) -> float:
        """The sum of all parts."""
        return sum(amount for _, amount in self.parts)

    def portions(self, *, let_down: bool = True) -> tuple[Portion, ...]:
        """The pile as a painter measures it: whole parts, the strong tinter last.

        A paint that would need a tenth of a part goes in let down 1:9 with medium, which does not change the dry colour;
        where every amount is already a small whole number, or `let_down` is false, nothing is let down.
        """
        amounts, scale = self._as_measured() if let_down else (self.mapping, 1)
        portions = []
        for key, amount in amounts.items():
            if amount % scale == 0:
                portions.append(Portion(key, _tidy(amount / scale)))
            else:
                portions.append(Portion(key, _tidy(amount * LET_DOWN_SHARE / scale), "medium"))
        return tuple(sorted(portions, key=lambda portion: (strength.tint_shift(portion.key), portion.key)))

    def _as_measured(self) -> tuple[dict[str, float], int]:
        """The amounts, perhaps doubled or taken five times, and how many of them make a part: 10 when some are let down."""
        if self.total <= _EASILY_COUNTED:
            return self.mapping, 1
        for times in (1, 2, 5):
            amounts = {key: amount * times for key, amount in self.parts}
            total = self.total * times
            tenths = {key for key, amount in amounts.items() if amount % LET_DOWN_SHARE}
            small = all(strength.is_strong(key) or amounts[key] * _TOUCH <= total for key in tenths)
            if tenths and small and len(tenths) < len(amounts):
                return amounts, LET_DOWN_SHARE
        return self.mapping, 1


def sum_in_words(parts: Mapping[str, float]) -> str:
    """As in "4 titanium white + 1 burnt sienna"; parts by paint key."""
    return " + ".join(f"{amount:g} {catalogue.paint(key).name}" for key, amount in parts.items())


def _number(text: str) -> float | None:
    try:
        return float(text)
    except ValueError:
        return None


def _tidy(amount: float) -> float:
    """Whole numbers as whole numbers, so that they print without a decimal point; others to a thousandth.

    What is less than one part is kept to three figures or more: of a strong tinter less than a thousandth is seen.
    """
    if float(amount).is_integer():
        return int(amount)
    return round(float(amount), 3 + max(0, math.ceil(-math.log10(amount))))
