"""Whatever a file holds, a reader takes it or says in a line what is wrong, and never anything else."""

import json
from typing import Any

import pytest
from hypothesis import HealthCheck, example, given
from hypothesis import strategies as st
from test_tracks import TCX, tcx_point

from examples import NINE_SPEED_HUB, WHOLE_BRIEF
from fuzzing import examples
from kettledrum.core.inside.listed_gears import listed_gears
from kettledrum.core.job.brief import Brief
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate
from kettledrum.demo import stock
from kettledrum.formats.archive import Everything, pack
from kettledrum.formats.files import read_brief
from kettledrum.formats.imports import kind_of, read_any
from kettledrum.formats.part_table import part_table_text
from kettledrum.formats.setup_file import read_setup
from kettledrum.formats.shelf import read_shelf, shelf_text, unread_parts
from kettledrum.formats.tracks import every_road
from tracks import gpx, ramp

TRACK = gpx(ramp(200), ramp(100, start=41), inside="<metadata><name>All</name></metadata>")
COURSE = TCX.format("".join(tcx_point(each[0], each[2]) for each in ramp(150))).encode()
TABLE = b"distance km;elevation m\n0;100\n0,5;120\n1;110\n"
PARTS = part_table_text(stock()[:6]).encode()
SHELF = shelf_text(stock()[:4]).encode()
BRIEF = json.dumps(WHOLE_BRIEF).encode()
ARCHIVE = pack(Everything([validate(Brief, WHOLE_BRIEF)], stock()[:2]), "2026-05-01T08:00:00+00:00")
READERS = {
    "roads": (lambda data: every_road(data, "file"), (TRACK, COURSE, TABLE)),
    "any": (read_any, (BRIEF, ARCHIVE, SHELF, PARTS)),
    "brief": (read_brief, (BRIEF,)),
    "setup": (read_setup, (json.dumps(NINE_SPEED_HUB).encode(),)),
    "shelf": (read_shelf, (SHELF, PARTS)),
    "kind": (kind_of, (TRACK, TABLE, PARTS, BRIEF, ARCHIVE)),
}
WORDS = [
    b"<trkseg/>", b"<trk>", b"</trk>", b"</gpx>", b"<ele>nan</ele>", b'lat="0" lon="0"', b"<![CDATA[", b"]]>",
    b"<!-- ", b"<?xml version='1.0' encoding='utf-16'?>", b"<?xml version='1.0' encoding='big5'?>", b"&amp;",
    b"\xff\xfe", b"\xef\xbb\xbf", b"\x00", b"\r\n", b";", b",", b'"', b"1e999", b"-9999", b"inf", b"NaN",
    b"\\ud800", b"{", b"[", b"null", b"sep=;\n", "½".encode(), b"11-Dec", b"kind,name\n", b"PK\x03\x04",
    b"distance,elevation\n", "\u202e".encode(), b"9" * 400, b"<Position/>", b"<Time>x</Time>", b"\xf0\x9f",
]  # fmt: skip


@st.composite
def damaged(draw: st.DrawFn, seeds: tuple[bytes, ...]) -> bytes:
    """A sound file with pieces cut out, doubled, overwritten, or words put in where they do not belong."""
    data = bytearray(draw(st.sampled_from(seeds)))
    for _ in range(draw(st.integers(1, 5))):
        at = draw(st.integers(0, max(len(data) - 1, 0)))
        far = min(at + draw(st.integers(0, 60)), len(data))
        match draw(st.integers(0, 5)):
            case 0:
                del data[at:far]
            case 1:
                data[at:at] = data[at:far]
            case 2:
                data[at:far] = draw(st.binary(max_size=8))
            case 3:
                data[at:at] = draw(st.sampled_from(WORDS))
            case 4:
                del data[far:]
            case _:
                data[at:far] = bytes(sign ^ 1 << draw(st.integers(0, 7)) for sign in data[at:far][:3])
    return bytes(data)


def taken_or_told(reader: Any, data: Any) -> None:
    try:
        reader(data)
    except InvalidInput as error:
        said = str(error)
        assert said
        assert said.isprintable(), said
        for problem in error.problems:
            assert problem.what
            assert len(str(problem)) < 2500


@pytest.mark.parametrize("name", READERS)
def test_sound_files_are_taken(name):
    reader, seeds = READERS[name]
    for data in seeds:
        reader(data)


@pytest.mark.parametrize("name", READERS)
@examples(150, unhealthy=(HealthCheck.too_slow, HealthCheck.data_too_large))
@given(data=st.data())
def test_damaged_files_are_taken_or_told(name, data):
    reader, seeds = READERS[name]
    taken_or_told(reader, data.draw(damaged(seeds)))


@pytest.mark.parametrize("name", READERS)
@examples(60)
@given(data=st.binary(max_size=80) | st.text(max_size=60).map(lambda text: text.encode("utf-8", "ignore")))
@example(data=b"")
@example(data=b"\x00" * 40)
def test_anything_is_taken_or_told(name, data):
    taken_or_told(READERS[name][0], data)


@examples(150)
@given(data=damaged((SHELF, PARTS)))
def test_each_part_of_a_damaged_shelf_is_taken_or_told(data):
    try:
        parts = unread_parts(data)
    except InvalidInput:
        return
    for part in parts:
        assert part.name == "" or part.name.isprintable()
        taken_or_told(lambda _, part=part: part.part(), data)


SHEETS = (
    "Gear\tRatio\tStep %\n1\t0.53\t\n2\t0.64\t20.8\n3\t0.76\t18.8",
    "527 644 774 1000 1615",
    "44x19 42/19 1/2 ½",
    'gear 1: 32.6"\ngear 2: 40.1"',
    "Hub of 2019, 8 speeds\n53 %\n64 %",
)


@examples(300)
@given(st.sampled_from(SHEETS).flatmap(lambda text: damaged((text.encode(),))))
def test_gears_from_any_text_are_taken_or_told(data):
    text = data.decode("utf-8", "replace")

    def read(_: bytes) -> None:
        for ratio in listed_gears(text, 2.1, 2.0).ratios:
            assert ratio >= 0

    taken_or_told(read, data)
