"""Files packed so that the same content gives the same zip."""

import zipfile

MOMENT = (2000, 1, 1, 0, 0, 0)
"""When all of them were written, as far as the zip says."""


def add(packed: zipfile.ZipFile, name: str, content: bytes, how: int = zipfile.ZIP_STORED) -> None:
    """Put a file into a zip."""
    entry = zipfile.ZipInfo(name, MOMENT)
    entry.compress_type = how
    packed.writestr(entry, content)
