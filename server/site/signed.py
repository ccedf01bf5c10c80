"""Numbers of rows as they stand in links: signed, so that nobody makes one up, and kept nowhere but in the row itself."""

from django.core import signing


class SignedNumbers:
    """Links to rows of one kind; a signature of another kind does not count."""

    def __init__(self, kind: str) -> None:
        self._signer = signing.Signer(sep=".", salt=kind)

    def sign(self, number: int) -> str:
        """A row's number as it stands in a link."""
        return self._signer.sign(str(number))

    def read(self, code: str) -> int | None:
        """The number in a link; None where that was made up."""
        try:
            return int(self._signer.unsign(code))
        except signing.BadSignature:
            return None
