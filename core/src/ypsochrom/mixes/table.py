"""Every recipe a painter would measure out, once per palette, with its dry colour.

Up to `MAX_PAINTS` paints. White stands outside the coloured parts, because light tints need far more of it than sixteen
parts allow; strong tinters come in tenths of a part (let down 1:9), because a whole part of them is far too strong.
"""

import itertools
import math
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, field
from functools import cache, cached_property

import numpy as np
from scipy.spatial import KDTree

from ..colour import spectra
from ..colour.types import Float, Lab
from ..kit.progress import Progress, silent
from ..kit.recent import Recent
from ..paint import strength, surface
from ..paint.catalogue import Paintbox
from .table_folder import shared
from .uniform import coordinates

MAX_PAINTS = 4
VALUE_FIRST = 2.5
"""Lightness counts so much more than a* and b* when a colour out of reach is replaced: values first (common practice)."""

TENTHS = 10
"""Amounts are counted in tenths of a part."""

FINE_PALETTE, LARGE_PALETTE, WHOLE_SHELF = 9, 12, 17
"""Up to so many tubes the ladders are finer, above so many coarser: at most about a million rows."""


@dataclass(frozen=True, eq=False)
class Ladders:
    """Amounts (in tenths) that a plain and a strong paint may take, by the number of coloured paints; steps of white."""

    plain: dict[int, tuple[int, ...]]
    strong: dict[int, tuple[int, ...]]
    white_steps: int


_FINE = Ladders(
    plain={1: (10,), 2: tuple(range(10, 130, 10)), 3: (10, 20, 30, 40, 50, 60, 80), 4: (10, 20, 30, 50)},
    strong={1: (10,), 2: (1, 2, 3, 4, 5, 6, 8, 10, 20, 30, 40, 60), 3: (1, 2, 3, 5, 10, 20, 40), 4: (1, 3, 10, 30)},
    white_steps=36,
)
_MIDDLE = Ladders(
    plain={1: (10,), 2: tuple(range(10, 90, 10)), 3: (10, 20, 30, 40, 60), 4: (10, 20, 40)},
    strong={1: (10,), 2: (1, 2, 3, 5, 10, 20, 30, 50), 3: (1, 2, 5, 10, 30), 4: (1, 5, 20)},
    white_steps=28,
)
_COARSE = Ladders(plain={**_MIDDLE.plain, 3: (10, 20, 40)}, strong={**_MIDDLE.strong, 3: (1, 3, 10)}, white_steps=28)
_SHELF = Ladders(
    plain={**_MIDDLE.plain, 3: (10, 30), 4: (10,)}, strong={**_MIDDLE.strong, 3: (2, 10), 4: (3, 10)}, white_steps=24
)
SURVEY = Ladders(
    plain={1: (10,), 2: (10, 20, 40), 3: (10, 30), 4: (10,)},
    strong={1: (10,), 2: (1, 3, 10, 30), 3: (1, 4, 10), 4: (1, 10)},
    white_steps=18,
)
"""For comparing palettes, not for mixing: its resolution floor is about CIEDE2000 2."""

_WHITE_LEAST, _WHITE_MOST = 0.125, 640.0
_SCALES = (10, 20, 30, 40, 60, 80, 2, 1)
_WHITE_MAX = 64 * TENTHS
_CHUNK = 16_384
_THREADS = 2
_LEAF = 40
"""Quicker to grow than scipy's 10, and as quick to ask."""

_CACHED_TABLES = 8


class Searched:
    """Recipes with what they look like, `lab` (n, 3), and where they lie in uniform coordinates, `near` (n, 3)."""

    lab: Lab
    near: Float

    @cached_property
    def tree(self) -> KDTree:
        """A tree over the uniform coordinates, for many targets at once."""
        return _grown(self.near)

    @cached_property
    def value_first(self) -> KDTree:
        """A tree over the colours in which nearness is value first, then a* and b*; for many targets at once."""
        return _grown(self.lab * np.array([VALUE_FIRST, 1, 1], dtype=np.float32))


@dataclass(frozen=True, eq=False)
class RecipeTable(Searched):
    """`amounts` (m, n) in tenths of a part in the box's order, `lab` (m, 3) dry, `near` (m, 3) in uniform coordinates."""

    box: Paintbox
    amounts: np.ndarray = field(repr=False)
    lab: Lab = field(repr=False)
    near: Float = field(repr=False)

    def __len__(self) -> int:
        return len(self.amounts)

    def nearest_in_value(self, target: Lab, count: int) -> np.ndarray:
        """The rows that come nearest to one colour when its value counts `VALUE_FIRST` times, in no order.

        It goes through all rows: 3 ms, where the tree takes forty times as long to grow.
        """
        apart = (self.lab - target.astype(np.float32)) * np.array([VALUE_FIRST, 1, 1], dtype=np.float32)
        return smallest(np.einsum("ij,ij->i", apart, apart), count)

    def nearest(self, target: Lab, count: int, among: np.ndarray | None = None) -> np.ndarray:
        """The rows (of some, where these are given) that come nearest to one colour, nearest first; it goes through them all."""
        near = self.near if among is None else self.near[among]
        apart = near - coordinates(target.astype(np.float32))
        distance = np.einsum("ij,ij->i", apart, apart)
        rows = smallest(distance, count)
        rows = rows[np.argsort(distance[rows], kind="stable")]
        return rows if among is None else among[rows]


def _grown(points: Float) -> KDTree:
    """A tree over points (n, 3) that grows quickly and is quick to ask."""
    return KDTree(points, leafsize=_LEAF, balanced_tree=False, compact_nodes=False)


def smallest(numbers: Float, count: int) -> np.ndarray:
    """The places of so many smallest numbers (of all, where there are fewer), in no order."""
    return np.argpartition(numbers, min(count, len(numbers) - 1))[:count]


@cache
def _coloured(strong: tuple[bool, ...], of: Ladders) -> np.ndarray:
    """Distinct ratios of so many coloured paints in tenths, shape (m, k); each ratio once, in its smallest amounts."""
    k = len(strong)
    ladders = [of.strong[k] if is_strong else of.plain[k] for is_strong in strong]
    seen: dict[tuple[int, ...], tuple[int, ...]] = {}
    for amounts in sorted(itertools.product(*ladders), key=sum):
        divisor = math.gcd(*amounts)
        seen.setdefault(tuple(a // divisor for a in amounts), amounts)
    return np.array(list(seen.values()), dtype=np.int32)


@cache
def _white_steps(coloured_total: int, count: int) -> np.ndarray:
    """Pairs (scale of the coloured amounts in tenths, white in tenths), white in whole parts, near the ladder of ratios.

    The coloured paints keep their amounts or a multiple; only where 64 parts of white are not enough they become a touch
    (a fifth or a tenth of their amounts, let down).
    """
    steps: dict[float, tuple[int, int]] = {}
    for ratio in (0.0, *np.geomspace(_WHITE_LEAST, _WHITE_MOST, count)):
        for scale in _SCALES:
            wanted = ratio * coloured_total * scale / TENTHS**2
            white = round(wanted)
            close = ratio == 0.0 or (white > 0 and abs(white / wanted - 1) < 0.08)
            if close and white * TENTHS <= _WHITE_MAX:
                steps.setdefault(white / (coloured_total * scale), (scale, white * TENTHS))
                break
    return np.array(list(steps.values()), dtype=np.int32)


@cache
def _with_white(strong: tuple[bool, ...], of: Ladders) -> np.ndarray:
    """The ratios of so many coloured paints, each with every step of white, shape (m, k + 1); white in the last column."""
    coloured = _coloured(strong, of)
    totals = coloured.sum(axis=1)
    blocks = []
    for total in np.unique(totals):
        rows = coloured[totals == total]
        steps = _white_steps(int(total), of.white_steps)
        scaled = rows[:, None, :] * steps[None, :, :1]
        white = np.broadcast_to(steps[None, :, 1:], (len(rows), len(steps), 1))
        block = np.concatenate([scaled // TENTHS, white], axis=2)
        blocks.append(block[(scaled % TENTHS == 0).all(axis=2)])
    return np.concatenate(blocks)


def _ladders_for(tubes: int) -> Ladders:
    if tubes <= FINE_PALETTE:
        return _FINE
    if tubes <= LARGE_PALETTE:
        return _MIDDLE
    return _COARSE if tubes < WHOLE_SHELF else _SHELF


def _mixing_white(box: Paintbox) -> int | None:
    """The column of the white that stands outside the parts: the strongest scatterer of the whites."""
    whites = [i for i, paint in enumerate(box.paints) if paint.is_white]
    return max(whites, key=lambda i: float(box.scattering[i].mean())) if whites else None


def enumerate_amounts(box: Paintbox, *, ladders: Ladders | None = None, most_paints: int = MAX_PAINTS) -> np.ndarray:
    """All recipes of at most so many paints of the box, each colour ratio about once.

    Amounts in tenths of a part, shape (m, n).
    """
    n = len(box)
    ladders = ladders or _ladders_for(n)
    white = _mixing_white(box)
    coloured = [i for i in range(n) if i != white]
    strong = [strength.is_strong(key) for key in box.keys]
    placed: list[tuple[list[int], np.ndarray]] = []
    if white is not None:
        placed.append(([white], np.array([[TENTHS]], dtype=np.int32)))
    for size in range(1, most_paints + 1):
        for columns in itertools.combinations(coloured, size):
            pattern = tuple(strong[i] for i in columns)
            if white is not None and size < most_paints:
                placed.append(([*columns, white], _with_white(pattern, ladders)))
            else:
                placed.append((list(columns), _coloured(pattern, ladders)))
    amounts = np.zeros((sum(len(rows) for _, rows in placed), n), dtype=np.int16)
    start = 0
    for into, rows in placed:
        amounts[start : start + len(rows), into] = rows
        start += len(rows)
    return amounts


def colours(amounts: np.ndarray, box: Paintbox) -> Lab:
    """Dry CIELAB (float32) of recipes given as rows of amounts; the fast path of `appearance.dry_lab`."""
    absorption, scattering = box.absorption.astype(np.float32), box.scattering.astype(np.float32)
    finish = surface.dry("satin")

    def chunk(rows: np.ndarray) -> Lab:
        parts = rows.astype(np.float32)
        ratio = parts @ absorption
        ratio /= parts @ scattering
        root = ratio + 2
        root *= ratio
        np.sqrt(root, out=root)
        ratio += root
        ratio += 1  # 1 / R
        return spectra.reflectance_to_lab(surface.seen_of_inverse(ratio, finish)).astype(np.float32)

    if len(amounts) <= _CHUNK:
        return chunk(amounts)
    starts = range(0, len(amounts), _CHUNK)
    with ThreadPoolExecutor(_THREADS) as pool:
        return np.concatenate(list(pool.map(lambda start: chunk(amounts[start : start + _CHUNK]), starts)))


def build(box: Paintbox, progress: Progress = silent) -> RecipeTable:
    """The table of a palette: about 2 s for twelve tubes."""
    progress(0.0, "writing out recipes")
    amounts = enumerate_amounts(box)
    progress(0.3, "predicting their dry colours")
    lab = colours(amounts, box)
    progress(0.8, "sorting them by colour")
    return RecipeTable(box=box, amounts=amounts, lab=lab, near=coordinates(lab))


_VERSION = 1
"""Rises when a palette's recipes or their colours become others."""

_ARRAYS = ("amounts", "lab", "near")
_tables: Recent[str, RecipeTable] = Recent(_CACHED_TABLES)


def table_for(box: Paintbox, progress: Progress = silent) -> RecipeTable:
    """The table of these paints, kept for the last few palettes, and in files where the studio has a folder for them
    (`table_folder`); the order of the paints does not matter."""
    box = box.only(sorted(box.keys))
    key = box.fingerprint
    return _tables.get(key) or _tables.keep(key, _read(box) or _built(box, progress))


def _read(box: Paintbox) -> RecipeTable | None:
    folder = shared()
    found = folder.read(_name(box), _ARRAYS) if folder is not None else None
    if found is None or found["amounts"].shape[1:] != (len(box),):
        return None
    return RecipeTable(box=box, **found)


def _built(box: Paintbox, progress: Progress) -> RecipeTable:
    """A table worked out, and mapped from its file where it can be kept in one."""
    made, folder = build(box, progress), shared()
    if folder is None:
        return made
    folder.write(_name(box), {name: getattr(made, name) for name in _ARRAYS})
    return _read(box) or made


def _name(box: Paintbox) -> str:
    return f"{box.fingerprint}-{_VERSION}"
