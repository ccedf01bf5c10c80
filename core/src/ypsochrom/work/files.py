"""Where pictures are kept: behind a small interface, so that the core knows neither folders nor databases."""

import hashlib
from typing import Protocol

from ..subject.decode import Picture, decode


class Files(Protocol):
    """Pictures by name."""

    def read(self, name: str) -> bytes:
        """The content of a kept picture."""
        ...

    def store(self, content: bytes, suffix: str) -> str:
        """Keep a picture; its name. The same content has the same name."""
        ...

    def picture(self, name: str) -> Picture:
        """A kept photo, decoded."""
        ...


class InMemory:
    """Pictures for the length of one run: for the command line and for tests."""

    def __init__(self) -> None:
        self._contents: dict[str, bytes] = {}
        self._pictures: dict[str, Picture] = {}

    def read(self, name: str) -> bytes:
        """The content of a kept picture."""
        return self._contents[name]

    def store(self, content: bytes, suffix: str) -> str:
        """Keep a picture."""
        name = f"{hashlib.sha256(content).hexdigest()}.{suffix}"
        self._contents[name] = content
        return name

    def keep_picture(self, picture: Picture) -> str:
        """Keep a photo that is decoded already; its name."""
        name = f"{hashlib.sha256(picture.srgb8.tobytes()).hexdigest()}.png"
        self._pictures[name] = picture
        return name

    def picture(self, name: str) -> Picture:
        """A kept photo, decoded."""
        if name not in self._pictures:
            self._pictures[name] = decode(self.read(name))
        return self._pictures[name]
