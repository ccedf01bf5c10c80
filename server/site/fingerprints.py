"""Fingerprints of inputs: a derived thing is out of date when its inputs' fingerprint has changed."""

import hashlib
import json
from typing import Any

import ypsochrom


def fingerprint(*inputs: Any) -> str:
    """A short hash of anything JSON can hold, and of the core's version."""
    text = json.dumps([ypsochrom.__version__, *inputs], sort_keys=True, default=str)
    return hashlib.sha256(text.encode()).hexdigest()[:24]
