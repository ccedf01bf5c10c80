"""The archive: what is written comes back, and nothing that is wrong with a file does harm or takes the rest along."""

import hashlib
import io
import json
import stat
import struct
import zipfile
from datetime import UTC, datetime

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from ypsochrom.formats.exchange import archive
from ypsochrom.formats.exchange.archive import About, Archive, Document
from ypsochrom.kit.errors import BadArchive

ABOUT = About("studio", datetime(2026, 6, 1, 9, 30, tzinfo=UTC), "1.2")
PNG = b"\x89PNG\r\n\x1a\n" + bytes(range(256))
NAME = f"{hashlib.sha256(PNG).hexdigest()}.png"
JUG = Document("painting-1", "painting", 1, {"title": "Jug", "marks": [1, 2.5, None, True]})
SHELF = Document("shelf", "shelf", 3, [])


def packed(documents=(JUG, SHELF), pictures=((NAME, lambda: PNG),)):
    out = io.BytesIO()
    archive.write(out, ABOUT, documents, pictures)
    return out.getvalue()


def opened(content):
    return Archive.opened(io.BytesIO(content))


def repacked(content, change=None, drop=(), add=(), manifest=None):
    """The same zip written anew by Python's own module, with entries changed, dropped and added."""
    out = io.BytesIO()
    with zipfile.ZipFile(io.BytesIO(content)) as old, zipfile.ZipFile(out, "w") as new:
        for entry in old.infolist():
            if entry.filename in drop:
                continue
            data = old.read(entry)
            if manifest is not None and entry.filename == archive.MANIFEST:
                told = json.loads(data)
                manifest(told)
                data = json.dumps(told).encode()
            new.writestr(entry.filename, (change or {}).get(entry.filename, data))
        for name, data in add:
            new.writestr(name, data)
    return out.getvalue()


def test_what_is_written_comes_back_and_any_zip_program_can_read_it():
    content = packed()
    found = opened(content)
    assert found.about == ABOUT
    assert found.names == ("painting-1", "shelf")
    assert [found.document(name) for name in found.names] == [JUG, SHELF]
    assert found.picture(NAME) == PNG
    assert found.faults == []
    with zipfile.ZipFile(io.BytesIO(content)) as plain:
        assert plain.testzip() is None
        told = json.loads(plain.read("manifest.json"))
        assert {one["path"] for one in told["files"]} == set(plain.namelist()) - {"manifest.json"}
        for one in told["files"]:
            data = plain.read(one["path"])
            assert (len(data), hashlib.sha256(data).hexdigest()) == (one["bytes"], one["sha256"])


JSON = st.recursive(
    st.none()
    | st.booleans()
    | st.integers(-(2**53), 2**53)
    | st.floats(allow_nan=False, allow_infinity=False)
    | st.text(),
    lambda inner: st.lists(inner, max_size=4) | st.dictionaries(st.text(), inner, max_size=4),
    max_leaves=12,
)


@given(JSON)
@settings(max_examples=60, deadline=None)
def test_documents_of_any_content_in_any_script_come_back(body):
    found = opened(packed((Document("painting-1", "painting", 1, body),), ()))
    assert found.document("painting-1").body == body


def test_the_same_content_is_packed_into_the_same_bytes():
    assert packed() == packed()


def test_damage_to_one_file_leaves_the_rest():
    content = packed()
    for path, read in (
        ("documents/painting-1.json", lambda one: one.document("painting-1")),
        (f"pictures/{NAME}", lambda one: one.picture(NAME)),
    ):
        found = opened(repacked(content, {path: b"{}"}))
        assert read(found) is None
        assert [(one.path, one.why) for one in found.faults] == [(path, "damaged")]
        assert found.document("shelf") == SHELF


def test_every_byte_of_a_picture_may_rot_and_it_is_noticed():
    content = bytearray(packed())
    at = bytes(content).index(PNG) + 40
    content[at] ^= 1
    found = opened(bytes(content))
    assert found.picture(NAME) is None
    assert found.faults[0].why == "damaged"
    assert found.document("painting-1") == JUG


def test_what_is_missing_or_more_than_named_is_listed():
    content = packed()
    found = opened(
        repacked(content, drop=[f"pictures/{NAME}"], add=[("documents/extra.json", b"{}"), ("readme.txt", b"x")])
    )
    assert {(one.path, one.why) for one in found.faults} == {
        (f"pictures/{NAME}", "missing"),
        ("documents/extra.json", "not named in its manifest"),
        ("readme.txt", "not named in its manifest"),
    }
    assert found.names == ("painting-1", "shelf")


@pytest.mark.parametrize(
    "name",
    [
        "../../etc/passwd",
        "/etc/passwd",
        "documents/../../x.json",
        "documents\\x.json",
        "C:\\x.json",
        "documents/sub/x.json",
        "documents/X.json",
        "documents/" + "a" * 300 + ".json",
        "documents/.json",
        "documents/a\u202egnp.json",
        "pictures/short.png",
        "pictures/" + "0" * 64 + ".svg",
    ],
)
def test_no_name_leads_out_of_the_archive(name, tmp_path, monkeypatch):
    monkeypatch.chdir(tmp_path)
    data = b'{"kind": "painting", "version": 1, "body": {}}'
    listed = {"path": name, "bytes": len(data), "sha256": hashlib.sha256(data).hexdigest()}
    content = repacked(packed(), add=[(name, data)], manifest=lambda told: told["files"].append(listed))
    found = opened(content)
    assert found.names == ("painting-1", "shelf")
    assert len(found.faults) >= 1
    assert len(found.faults[0].path) <= 200
    assert list(tmp_path.rglob("*")) == []


def test_a_link_is_no_file():
    out = io.BytesIO()
    data = b"/etc/passwd"
    entry = zipfile.ZipInfo("documents/link.json")
    entry.external_attr = (stat.S_IFLNK | 0o777) << 16
    listed = {"path": entry.filename, "bytes": len(data), "sha256": hashlib.sha256(data).hexdigest()}
    named = repacked(packed(), manifest=lambda told: told["files"].append(listed))
    with zipfile.ZipFile(io.BytesIO(named)) as old, zipfile.ZipFile(out, "w") as new:
        for one in old.infolist():
            new.writestr(one.filename, old.read(one))
        new.writestr(entry, data)
    found = opened(out.getvalue())
    assert [one.why for one in found.faults] == ["not a file that an archive holds"]


def test_a_picture_under_another_name_is_not_taken():
    other = f"{'0' * 64}.png"
    listed = {"path": f"pictures/{other}", "bytes": len(PNG), "sha256": hashlib.sha256(PNG).hexdigest()}
    found = opened(
        repacked(packed(), add=[(f"pictures/{other}", PNG)], manifest=lambda told: told["files"].append(listed))
    )
    assert found.picture(other) is None
    assert found.faults[0].why == "not what its name says"
    assert found.picture("..") is None


def test_a_bomb_is_refused_before_it_goes_off():
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as bomb:
        bomb.writestr("documents/a.json", b"0" * 60_000_000)
        bomb.writestr("manifest.json", b"{}")
    assert len(out.getvalue()) < 100_000
    with pytest.raises(BadArchive, match="larger than any"):
        opened(out.getvalue())


def test_a_file_that_lies_about_its_size_is_not_read_beyond_it():
    content = bytearray(
        repacked(packed(), {"documents/shelf.json": b'{"kind":"shelf","version":3,"body":[]}' + b" " * 5000})
    )
    found = opened(bytes(content))
    assert found.document("shelf") is None
    assert found.faults[0].why == "damaged"


def test_too_many_files_are_refused(monkeypatch):
    monkeypatch.setattr(archive, "MOST_FILES", 3)
    with pytest.raises(BadArchive, match="larger than any"):
        opened(packed())


@pytest.mark.parametrize(
    "content",
    [b"", b"PK", b"not a zip at all", b"\x89PNG" + bytes(500), struct.pack("<I", 0x06054B50) + bytes(18)],
)
def test_what_is_no_archive_is_said_to_be_none(content):
    with pytest.raises(BadArchive) as problem:
        opened(content)
    assert problem.value.hint


@pytest.mark.parametrize(
    "change",
    [
        lambda told: told.pop("kind"),
        lambda told: told.update(kind="something else"),
        lambda told: told.update(version="x"),
        lambda told: told.update(made="yesterday"),
        lambda told: told.update(files={"a": 1}),
        lambda told: told["files"].append({"path": "documents/x.json"}),
    ],
)
def test_a_broken_list_of_contents_is_said_to_be_broken(change):
    with pytest.raises(BadArchive, match="list of contents"):
        opened(repacked(packed(), manifest=change))


def test_a_newer_archive_is_not_guessed_at():
    with pytest.raises(BadArchive, match=r"newer version of the application \(1\.2\)"):
        opened(repacked(packed(), manifest=lambda told: told.update(version=99)))


@pytest.mark.parametrize(
    "body", [b"[", b"[1]", b'{"kind": "painting"}', b"[" * 100_000, b'{"kind":1,"version":[],"body":0}']
)
def test_a_document_that_cannot_be_read_is_listed(body):
    def relist(told):
        (one,) = (each for each in told["files"] if each["path"] == "documents/painting-1.json")
        one.update(bytes=len(body), sha256=hashlib.sha256(body).hexdigest())

    found = opened(repacked(packed(), {"documents/painting-1.json": body}, manifest=relist))
    assert found.document("painting-1") is None
    assert [one.why for one in found.faults] == ["cannot be read"]


@given(st.data())
@settings(max_examples=120, deadline=None)
def test_an_archive_that_rots_anywhere_is_refused_or_gives_only_what_is_whole(data):
    content = bytearray(packed())
    for _ in range(data.draw(st.integers(1, 6))):
        content[data.draw(st.integers(0, len(content) - 1))] = data.draw(st.integers(0, 255))
    try:
        found = opened(bytes(content))
    except BadArchive:
        return
    for name in found.names:
        assert found.document(name) in (JUG, SHELF, None)
    assert found.picture(NAME) in (PNG, None)
