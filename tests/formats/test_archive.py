"""Archives of everything: out and in without loss, and nothing in one is believed."""

import io
import json
import struct
import zipfile

import pytest
from hypothesis import given
from hypothesis import strategies as st

import strategies
from examples import NINE_SPEED_HUB, brief
from fuzzing import examples
from kettledrum.core.job.brief import Brief
from kettledrum.core.parts.part import Part
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate
from kettledrum.formats.archive import MOST_ARCHIVE_BYTES, Everything, pack, unpack
from kettledrum.formats.files import written
from kettledrum.formats.imports import read_any
from kettledrum.formats.part_table import part_table_text
from kettledrum.formats.shelf import shelf_text

ROUND = validate(Brief, brief(NINE_SPEED_HUB))
HUB = validate(Part, {"kind": "hub", "name": "hub", "gears": {"ratios": [1, 1.5]}})
LIST = {"format": "kettledrum-archive/1", "made_at": "2026-11-24", "jobs": ["jobs/a.json"]}


def zipped(files: dict[str, bytes | str], compression=zipfile.ZIP_DEFLATED) -> bytes:
    held = io.BytesIO()
    with zipfile.ZipFile(held, "w", compression) as archive:
        for name, content in files.items():
            archive.writestr(name, content)
    return held.getvalue()


def an_archive(changed: dict[str, bytes | str] | None = None) -> bytes:
    return zipped({"archive.json": json.dumps(LIST), "jobs/a.json": written(ROUND), **(changed or {})})


@examples(25)
@given(st.lists(strategies.briefs(), max_size=4), st.lists(strategies.parts(), max_size=4))
def test_what_is_packed_is_unpacked_unchanged(briefs, parts):
    held = Everything([validate(Brief, each) for each in briefs], [validate(Part, each) for each in parts])
    assert unpack(pack(held, "2026-11-24T05:00:00+00:00")) == held


def test_the_files_in_an_archive_can_be_read_by_anyone():
    honey = ROUND.model_copy(update={"name": "Über den Berg / Süd"})
    with zipfile.ZipFile(io.BytesIO(pack(Everything([honey, honey], [HUB]), "now"))) as archive:
        assert archive.namelist() == [
            "archive.json",
            "jobs/0001-uber-den-berg-sud.json",
            "jobs/0002-uber-den-berg-sud.json",
            "shelf.json",
        ]
        assert archive.read("shelf.json").decode() == shelf_text([HUB])
        assert archive.read("jobs/0001-uber-den-berg-sud.json").decode() == written(honey)


def test_a_file_is_told_by_what_it_holds():
    assert read_any(json.dumps(NINE_SPEED_HUB).encode()) == validate(Setup, NINE_SPEED_HUB)
    assert read_any(written(ROUND).encode()) == Everything([ROUND], [])
    held = Everything([ROUND, ROUND], [HUB])
    assert read_any(pack(held, "now")) == held
    assert read_any(shelf_text([HUB]).encode()) == Everything([], [HUB])
    assert read_any(part_table_text([HUB]).encode()) == Everything([], [HUB])


def bomb() -> bytes:
    """Ten job files of 15 million blanks each: 150 MB out of some 150 kB."""
    names = [f"jobs/{number}.json" for number in range(10)]
    blank = " " * 15_000_000
    files = {name: written(ROUND) + blank for name in names}
    return zipped({"archive.json": json.dumps({**LIST, "jobs": names}), **files})


def with_false_size() -> bytes:
    """The directory says the list is 10 bytes long."""
    data = bytearray(an_archive())
    struct.pack_into("<I", data, data.index(b"PK\x01\x02") + 24, 10)
    return bytes(data)


def encrypted() -> bytes:
    data = bytearray(an_archive())
    data[6] |= 1
    data[data.index(b"PK\x01\x02") + 8] |= 1
    return bytes(data)


def doubled() -> bytes:
    held = io.BytesIO()
    with zipfile.ZipFile(held, "w") as archive:
        archive.writestr("archive.json", json.dumps(LIST))
        archive.writestr("jobs/a.json", written(ROUND))
        with pytest.warns(UserWarning, match="Duplicate name"):
            archive.writestr("jobs/a.json", written(ROUND))
    return held.getvalue()


REFUSED = {
    "too large": (b"PK" + b"\0" * MOST_ARCHIVE_BYTES, "larger than 40 MB"),
    "not a zip": (b"PK\x03\x04 and no more", "is broken"),
    "cut short": (an_archive()[:-30], "is broken"),
    "bomb": (bomb(), "unpacks to more than 96 MB"),
    "one large file": (
        an_archive({"jobs/a.json": written(ROUND) + " " * 16_000_000}),
        "^jobs/a.json: the file is larger than 16 MB",
    ),
    "other things": (zipped({"photo.png": b"\x89PNG"}), "holds no archive.json"),
    "outside its folder": (an_archive({"../../etc/passwd": "x"}), r"^\.\./\.\./etc/passwd: must stand once"),
    "not in the list": (an_archive({"extra": "x"}), "^extra: must stand once"),
    "not in the archive": (
        zipped({"archive.json": json.dumps(LIST)}),
        "^jobs/a.json: must stand once in the archive and once in its list",
    ),
    "twice": (doubled(), "^jobs/a.json: must stand once"),
    "encrypted": (encrypted(), "is broken"),
    "false size": (with_false_size(), "is broken|archive.json"),
    "newer": (
        an_archive({"archive.json": '{"format": "kettledrum-archive/2"}'}),
        "archive.json: format: must be",
    ),
    "bad part": (
        an_archive(
            {"archive.json": json.dumps({**LIST, "shelf": "s"}), "s": shelf_text([HUB]).replace("1.5", "-1")}
        ),
        r"^s: parts\[0\]\.gears\.ratios\[1\]: must be",
    ),
    "bad job": (
        an_archive({"jobs/a.json": '{"format": "kettledrum-brief/1"}'}),
        "^jobs/a.json: name: is missing",
    ),
    "no object": (an_archive({"jobs/a.json": "["}), "^jobs/a.json: the file is not complete JSON"),
}


@pytest.mark.parametrize(("data", "words"), REFUSED.values(), ids=REFUSED.keys())
def test_an_archive_that_is_not_sound_is_refused(data, words):
    with pytest.raises(InvalidInput, match=words):
        read_any(data)


@examples(150)
@given(st.data())
def test_any_bytes_changed_are_refused_or_harmless(data):
    """No error but our own, and never half an archive."""
    archive = bytearray(an_archive())
    for _ in range(data.draw(st.integers(1, 4))):
        archive[data.draw(st.integers(0, len(archive) - 1))] = data.draw(st.integers(0, 255))
    try:
        found = read_any(bytes(archive))
    except InvalidInput:
        return
    assert found == Everything([ROUND], [])


@pytest.mark.parametrize(
    ("data", "words"),
    [
        (b"SQLite format 3\0" + b"\0" * 100, "kettledrum restore puts it back"),
        (b"[]", "must hold a setup, a job, parts or an archive"),
        (
            b"{}",
            "^format: is missing; must be “kettledrum-setup/1”, “kettledrum-brief/1” or ",
        ),
        (b'{"format": ["kettledrum-setup/1"]}', "^format: must be “kettledrum-setup/1”, "),
        (b"[" * 100_000, "nested too deeply"),
        (b" " * 17_000_000, "larger than 16 MB"),
    ],
    ids=["backup", "list", "no format", "format is a list", "brackets", "large"],
)
def test_a_file_of_no_kind_is_refused(data, words):
    with pytest.raises(InvalidInput, match=words):
        read_any(data)
