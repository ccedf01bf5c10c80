"""Numbers and texts that no field can mean, put into every field of every request that the API document tells of."""

import json
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path
from typing import Any

DOCUMENT = json.loads((Path(__file__).parents[2] / "web/openapi.json").read_text())

NUMBERS_AND_TEXTS = (
    "NaN", "Infinity", "-Infinity", "1e308", "-1e308", "1e-320", "1" + "0" * 400, "-" + "9" * 20, '"\\ud800"', '"\\u0000=1"',
    "[" * 5000,
)  # fmt: skip
"""As they stand in JSON, or in what is no JSON any more."""

_HERE = "put it here"


@dataclass(frozen=True)
class Operation:
    """A request that takes JSON."""

    method: str
    path: str
    schema: dict[str, Any]

    def bodies(self) -> Iterator[str]:
        """Bodies that would do but for one field."""
        for body in _with_one_left(self.schema):
            for written in NUMBERS_AND_TEXTS:
                yield json.dumps(body).replace(f'"{_HERE}"', written)


def _operations() -> Iterator[Operation]:
    for path, methods in DOCUMENT["paths"].items():
        for method, told in methods.items():
            schema = told.get("requestBody", {}).get("content", {}).get("application/json", {}).get("schema")
            if schema:
                yield Operation(method, path, schema)


def _resolved(schema: dict[str, Any]) -> dict[str, Any]:
    while "$ref" in schema:
        schema = DOCUMENT["components"]["schemas"][schema["$ref"].split("/")[-1]]
    return schema


def _usual(schema: dict[str, Any]) -> Any:
    """A small value that such a field may have."""
    schema = _resolved(schema)
    for several in ("anyOf", "oneOf"):
        if several in schema:
            return _usual(next(one for one in schema[several] if one.get("type") != "null"))
    if "const" in schema or "enum" in schema:
        return schema.get("const", schema.get("enum", [None])[0])
    match schema.get("type"):
        case "object":
            return {name: _usual(one) for name, one in schema.get("properties", {}).items()}
        case "array":
            return [_usual(schema["items"])] * max(1, schema.get("minItems", 1))
        case "integer" | "number":
            return schema.get("minimum", schema.get("exclusiveMinimum", 0) + 1)
        case "boolean":
            return False
        case _:
            return "PW6"


def _with_one_left(schema: dict[str, Any]) -> Iterator[Any]:
    """Usual values, each with another of its fields left for what is put there."""
    schema = _resolved(schema)
    for one in schema.get("anyOf", []) + schema.get("oneOf", []):
        yield from _with_one_left(one)
    if schema.get("type") == "object":
        whole = _usual(schema)
        for name, one in schema.get("properties", {}).items():
            for part in _with_one_left(one):
                yield whole | {name: part}
        if isinstance(schema.get("additionalProperties"), dict):
            yield {"PW6": _HERE}
    elif schema.get("type") == "array":
        for part in _with_one_left(schema["items"]):
            yield [part, *_usual(schema)[1:]]
    elif schema.get("type") in ("integer", "number", "string"):
        yield _HERE


OPERATIONS = tuple(_operations())
