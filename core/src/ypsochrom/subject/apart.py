"""The process in which distrusted formats are decoded: `python -m ypsochrom.subject.apart LONGEST_PX`.

Reads a file from standard input; writes a line of JSON and the picture's linear light as float32, or why it was refused.
"""

import json
import resource
import sys

from ..kit import codec
from ..kit.errors import BadPicture
from .decoding import MOST_BYTES, Picture, decode_here

_BESIDES_BYTES = 700_000_000
"""What the file, Python, the libraries and the picture at working size take."""


def main() -> None:
    """Decode one picture within the limit on memory."""
    most = MOST_BYTES + _BESIDES_BYTES
    resource.setrlimit(resource.RLIMIT_DATA, (most, most))
    resource.setrlimit(resource.RLIMIT_CORE, (0, 0))
    out = sys.stdout.buffer
    try:
        found = decode_here(sys.stdin.buffer.read(), int(sys.argv[1]))
    except BadPicture as problem:
        out.write(json.dumps({"refused": [problem.message, problem.hint]}).encode() + b"\n")
        return
    out.write(_facts(found) + b"\n")
    out.write(found.linear.tobytes())


def _facts(found: Picture) -> bytes:
    told = {
        "shape": found.linear.shape,
        "width": found.original_width,
        "height": found.original_height,
        "advice": codec.written(found.advice),
    }
    return json.dumps(told).encode()


if __name__ == "__main__":
    main()
