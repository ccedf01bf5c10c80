"""No accepted file takes more than 600 MB to decode, whatever its header promises; measured in a process of its own."""

import io
import subprocess
import sys

import numpy as np
import pytest
import tifffile
from PIL import Image

from ypsochrom.kit.errors import BadPicture
from ypsochrom.subject.decode import decode

MOST_MB = 600
MEASURED = """
import re, resource, sys
from ypsochrom.subject.decode import decode
picture = decode(sys.stdin.buffer.read())
own = int(re.search(r"VmHWM:\\s+(\\d+) kB", open("/proc/self/status").read())[1])  # ru_maxrss would be inherited from the tests
print(picture.width, (own + resource.getrusage(resource.RUSAGE_CHILDREN).ru_maxrss) // 1024)
"""


def plain(mode: str, megapixels: float, kind: str, **how) -> bytes:
    side, out = int((megapixels * 1e6) ** 0.5), io.BytesIO()
    Image.new(mode, (side, side), 0).save(out, kind, **how)
    return out.getvalue()


def deep_tiff(megapixels: float) -> bytes:
    side, out = int((megapixels * 1e6) ** 0.5), io.BytesIO()
    tifffile.imwrite(out, np.zeros((side, side, 3), np.uint16), compression="zlib")
    return out.getvalue()


LARGEST = {
    "PNG in colour": lambda: plain("RGB", 94.5, "PNG", compress_level=1),
    "PNG with transparency": lambda: plain("RGBA", 94.5, "PNG", compress_level=1),
    "JPEG": lambda: plain("RGB", 119, "JPEG"),
    "progressive JPEG": lambda: plain("RGB", 54, "JPEG", progressive=True),
    "WebP": lambda: plain("RGBA", 23.5, "WEBP", lossless=True, method=0),
    "TIFF": lambda: plain("RGB", 47, "TIFF", compression="tiff_lzw"),
    "TIFF with 16 bit": lambda: deep_tiff(48),
}


@pytest.mark.parametrize("kind", LARGEST)
def test_the_largest_accepted_picture_of_each_kind_stays_within_the_budget(kind):
    done = subprocess.run(
        [sys.executable, "-c", MEASURED], input=LARGEST[kind](), capture_output=True, check=True, timeout=120
    )
    width, megabytes = done.stdout.split()
    assert int(width) == 1600
    assert int(megabytes) <= MOST_MB


@pytest.mark.parametrize(
    "content",
    [
        plain("RGB", 118.8, "PNG", compress_level=9),
        deep_tiff(118.8),
        plain("RGB", 60, "JPEG", progressive=True),
        plain("RGB", 30, "WEBP", lossless=True, method=0),
    ],
    ids=["a PNG of 119 million pixels", "its like in 16-bit TIFF", "a progressive JPEG", "a WebP"],
)
def test_small_files_that_open_to_gigabytes_are_refused_from_their_header(content):
    assert len(content) < 1_600_000
    with pytest.raises(BadPicture, match="more than this application will open") as refused:
        decode(content)
    assert "million pixels" in refused.value.hint


def test_a_library_that_breaks_over_a_file_breaks_alone(monkeypatch):
    """As if the decoder had crashed, or had run into its limit: the file is told to be damaged, and the process goes on."""
    import ypsochrom.subject.decode as door

    real = subprocess.run
    monkeypatch.setattr(
        door.subprocess, "run", lambda _, **how: real([sys.executable, "-c", "import os; os.abort()"], **how)
    )
    with pytest.raises(BadPicture, match="damaged"):
        decode(deep_tiff(0.1))
