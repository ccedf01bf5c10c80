"""The demo's second painting, seen on site without a photo: a slipway at low tide, laid in zones."""

from server.subject.schemas import NotesData, ObservationData, ZoneData

TITLE = "Slipway, low tide"
SIZE = "300x240mm"
NOTES = NotesData(
    when="2026-05-02T09:40", place="the slip behind the boat shed", weather="bright haze, light from the left"
)

_ZONES = {
    ".": ZoneData(name="sky", value=8.5, hue="blue", chroma="greyed", plane="back"),
    "f": ZoneData(name="far shore", value=6.5, hue="blue", chroma="greyed", plane="back"),
    "w": ZoneData(name="water", value=7.0, hue="blue-green", chroma="greyed"),
    "m": ZoneData(name="wet mud", value=5.0, hue="brown", chroma="greyed"),
    "s": ZoneData(name="slip, lit", value=7.5, hue="orange", chroma="greyed", plane="front"),
    "d": ZoneData(name="slip, in shade", value=4.0, hue="violet", chroma="greyed", lit=False, plane="front"),
    "h": ZoneData(name="hull, lit side", value=5.5, hue="red", chroma="clear", plane="front"),
    "k": ZoneData(name="hull, shaded side", value=2.5, hue="red", chroma="muted", lit=False, plane="front"),
    "c": ZoneData(name="cabin", value=9.0, hue="yellow", chroma="greyed", plane="front"),
    "b": ZoneData(name="boat shed", value=3.0, hue="brown", chroma="greyed", lit=False),
}

_LATTICE = """
....................
....................
..............bbb...
.............bbbbb..
ffffffff.....bbbbbff
ffffffffffffffbbbfff
wwwwwwwwwwcccwwwwwww
wwwwwwwwwcccccwwwwww
mmwwwwhhhhhhhkkkkwww
mmmmwhhhhhhhhkkkkmww
mmmmmhhhhhhhkkkkmmmm
sssmmmhhhhhhkkkmmmmm
ssssssdhhhhkkkddmmmm
ssssssssddddddddddmm
sssssssssssddddddddd
ssssssssssssssssdddd
"""


def observed() -> ObservationData:
    """The zones laid on a lattice of 20 x 16 cells."""
    rows = _LATTICE.split()
    order = list(_ZONES)
    return ObservationData(
        columns=len(rows[0]),
        rows=len(rows),
        cells=[order.index(cell) for row in rows for cell in row],
        zones=list(_ZONES.values()),
        borders="straight",
        notes=NOTES,
    )
