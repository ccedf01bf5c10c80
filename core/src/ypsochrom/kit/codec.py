"""Values of the core as documents and back: one way to write a frozen dataclass as JSON, and to read it again.

A stored document says its kind and version. One of an older version is migrated where its kind says how; any other that cannot
be read is `OldDocument`, which counts as out of date and is never an error for the painter.
"""

import hashlib
import json
from collections.abc import Callable, Mapping
from datetime import datetime
from typing import Any, TypeVar, get_origin

import cattrs
import numpy as np
from cattrs.gen import make_dict_unstructure_fn
from cattrs.strategies import configure_tagged_union

Json = Any
"""What JSON can hold: dict, list, str, int, float, bool, None."""

T = TypeVar("T")

Migration = Callable[[Json], Json]
"""From the body of one version to that of the next."""


class OldDocument(Exception):
    """A stored document that today's code cannot read; what it held has to be made anew."""


def _is_array(kind: Any) -> bool:
    return kind is np.ndarray or get_origin(kind) is np.ndarray


def _made() -> cattrs.Converter:
    made = cattrs.Converter(unstruct_collection_overrides={tuple: list, frozenset: sorted, set: sorted})
    made.register_unstructure_hook_func(_is_array, lambda array: np.asarray(array).tolist())
    made.register_structure_hook_func(_is_array, lambda written, _: np.asarray(written, dtype=float))
    made.register_unstructure_hook(datetime, lambda time: time.isoformat())
    made.register_structure_hook(datetime, lambda written, _: datetime.fromisoformat(_read_str(written, str)))
    made.register_unstructure_hook(np.floating, float)
    made.register_unstructure_hook(np.integer, int)
    made.register_structure_hook(float, _read_float)
    made.register_structure_hook(str, _read_str)
    made.register_structure_hook(bool, _read_bool)
    made.register_structure_hook(int, _read_int)
    return made


def _read_float(written: Any, _: Any) -> float:
    if isinstance(written, bool) or not isinstance(written, int | float):
        raise ValueError(f"{written!r} is no number")
    return written  # a whole number stays one, so that what is written again is the same


def _read_int(written: Any, _: Any) -> int:
    if isinstance(written, bool) or not isinstance(written, int):
        raise ValueError(f"{written!r} is no whole number")
    return written


def _read_str(written: Any, _: Any) -> str:
    if not isinstance(written, str):
        raise ValueError(f"{written!r} is no text")
    return written


def _read_bool(written: Any, _: Any) -> bool:
    if not isinstance(written, bool):
        raise ValueError(f"{written!r} is neither true nor false")
    return written


_converter = _made()


def one_of_kinds(union: Any) -> None:
    """Teach the codec a union of dataclasses: each is written with its class's name, in lower case, as `kind`."""
    configure_tagged_union(union, _converter, tag_name="kind", tag_generator=lambda one: one.__name__.lower())


def without_defaults(kind: type) -> None:
    """Teach the codec to leave out what is as by default; for settings that grow with the versions."""
    _converter.register_unstructure_hook(kind, make_dict_unstructure_fn(kind, _converter, _cattrs_omit_if_default=True))


def written(value: Any, kind: Any = None) -> Json:
    """A value as JSON can hold it; `kind` is its type where that is not its class (a union, a mapping)."""
    return _converter.unstructure(value, unstructure_as=kind)


def read(document: Json, kind: type[T]) -> T:
    """The inverse of `written`; `OldDocument` when the document is not of this shape.

    Errors of the core's own that a value raises about itself (`BadSetting` and the like) are raised as they are.
    """
    try:
        return _converter.structure(document, kind)
    except (cattrs.BaseValidationError, KeyError, TypeError, ValueError, AttributeError) as error:
        own = _own_error(error)
        if own is not None:
            raise own from error
        raise OldDocument(f"{getattr(kind, '__name__', kind)}: {_first_line(error)}") from error


def _own_error(error: BaseException) -> Exception | None:
    from .errors import YpsochromError

    if isinstance(error, YpsochromError):
        return error
    for inner in getattr(error, "exceptions", ()):
        if (found := _own_error(inner)) is not None:
            return found
    return None


def _first_line(error: BaseException) -> str:
    lines = cattrs.transform_error(error) if isinstance(error, cattrs.BaseValidationError) else [str(error)]
    return lines[0] if lines else type(error).__name__


def stored(body: Json, kind: str, version: int) -> Json:
    """A document to be kept."""
    return {"kind": kind, "version": version, "body": body}


def body_of(document: Json, kind: str, version: int, migrations: Mapping[int, Migration] | None = None) -> Json:
    """The body of a kept document in today's version; `OldDocument` where it is of another kind or no migration leads here."""
    if not isinstance(document, dict) or document.get("kind") != kind or not isinstance(document.get("version"), int):
        raise OldDocument(f"not a document of the kind {kind}")
    body, at = document.get("body"), document["version"]
    while at != version:
        migrate = (migrations or {}).get(at)
        if migrate is None:
            raise OldDocument(f"{kind}: version {at} cannot be read by version {version}")
        try:
            body = migrate(body)
        except (KeyError, TypeError, ValueError, AttributeError, IndexError) as error:
            raise OldDocument(f"{kind}: version {at} is damaged") from error
        at += 1
    return body


def fingerprint(value: Any) -> str:
    """A short hash of a value; `TypeError` or `ValueError` on anything that JSON cannot hold, also NaN."""
    text = json.dumps(_plain(written(value)), sort_keys=True, allow_nan=False, separators=(",", ":"))
    return hashlib.sha256(text.encode()).hexdigest()[:24]


def stamp(body: Json) -> str:
    """A short hash of a document as it stands, quicker than its `fingerprint`; `ValueError` on NaN."""
    return hashlib.sha256(json.dumps(body, allow_nan=False).encode()).hexdigest()[:24]


def _plain(document: Json) -> Json:
    """The document with 3.0 as 3, which are the same number."""
    if isinstance(document, float) and document.is_integer():
        return int(document)
    if isinstance(document, list):
        return [_plain(one) for one in document]
    if isinstance(document, dict):
        return {key: _plain(one) for key, one in document.items()}
    return document


def replace_text(value: T, change: Callable[[str], str]) -> T:
    """A document in which every text, but no key, has been changed."""
    if isinstance(value, str):
        return change(value)  # type: ignore[return-value]
    if isinstance(value, list):
        return [replace_text(one, change) for one in value]  # type: ignore[return-value]
    if isinstance(value, dict):
        return {key: replace_text(one, change) for key, one in value.items()}  # type: ignore[return-value]
    return value
