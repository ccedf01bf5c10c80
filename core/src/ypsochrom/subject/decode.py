"""Decode a photo safely: JPEG, PNG, WebP, TIFF (8 and 16 bit) and HEIC, by content, whatever the file's name says.

Pictures are decoded one at a time, so that two together take no more memory than one. Formats whose libraries have a long
history of faults that a prepared file can use are decoded in a process of their own, with limits on its memory and time: what
goes wrong there ends that process only.
"""

import json
import subprocess
import sys
import threading

import numpy as np

from ..kit import codec
from ..kit.advice import Advice
from ..kit.errors import BadPicture
from .decoding import FORMATS, LARGEST_PIXELS, MOST_BYTES, WORKING_LONGEST_PX, Picture, damaged, decode_here

__all__ = ["FORMATS", "LARGEST_BYTES", "LARGEST_PIXELS", "MOST_BYTES", "WORKING_LONGEST_PX", "Picture", "decode"]

LARGEST_BYTES = 80_000_000
MOST_SECONDS = 60

_TIFF = (b"II*\0", b"MM\0*", b"II+\0", b"MM\0+")
_one_at_a_time = threading.Lock()


def decode(content: bytes, *, longest_px: int = WORKING_LONGEST_PX) -> Picture:
    """The picture in a file, at most `longest_px` on its longer side, in linear light.

    Orientation and colour profile are honoured, transparency is laid on white, of an animation the first frame counts.
    Raises `BadPicture` for anything that is not such a file, is truncated, too small or too large.
    """
    if not content:
        raise BadPicture("The file is empty.", "Choose a photo in JPEG, PNG, WebP, TIFF or HEIC format.")
    if len(content) > LARGEST_BYTES:
        raise BadPicture(
            f"The file has {len(content) / 1e6:.0f} MB.", f"Save it with at most {LARGEST_BYTES / 1e6:.0f} MB."
        )
    with _one_at_a_time:
        return _decode_apart(content, longest_px) if _is_distrusted(content) else decode_here(content, longest_px)


def _is_distrusted(content: bytes) -> bool:
    """TIFF and HEIC (any file of ISO base media kind)."""
    return content[:4] in _TIFF or content[4:8] == b"ftyp"


def _decode_apart(content: bytes, longest_px: int) -> Picture:
    command = [sys.executable, "-m", "ypsochrom.subject.apart", str(longest_px)]
    try:
        done = subprocess.run(command, input=content, capture_output=True, timeout=MOST_SECONDS, check=False)
    except subprocess.TimeoutExpired as error:
        raise damaged() from error
    head, _, pixels = done.stdout.partition(b"\n")
    try:
        told = json.loads(head)
    except ValueError as error:
        raise damaged() from error  # it ended before it could say why: at its limits, or by a fault
    if "refused" in told:
        raise BadPicture(*told["refused"])
    linear = np.frombuffer(pixels, dtype=np.float32).reshape(told["shape"])
    advice = codec.read(told["advice"], tuple[Advice, ...])
    return Picture(linear, told["width"], told["height"], advice)
