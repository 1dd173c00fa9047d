"""Files as other programs write them: taken where they can be, and else named with what to do."""

import io
import zipfile

import pytest
from test_tracks import TCX, length_and_climb, tcx_point

from kettledrum.core.roads.ascent import ascent_m
from kettledrum.core.roads.profile import profile, steepest_pitches
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.formats.decimals import Decimals
from kettledrum.formats.gpx import gpx_text, road_table_text
from kettledrum.formats.imports import BEGINNING, kind_of, read_any
from kettledrum.formats.plain_text import plain_text, table_of
from kettledrum.formats.tracks import every_road, one_road
from tracks import METRES_A_DEGREE, gpx, ramp


def zipped(**files) -> bytes:
    held = io.BytesIO()
    with zipfile.ZipFile(held, "w") as archive:
        for name, content in files.items():
            archive.writestr(name.replace("__", "/").replace("_dot_", "."), content)
    return held.getvalue()


FIT = b"\x0e\x10\x8d\x08\x40\x00\x00\x00.FIT\x00\x00"


@pytest.mark.parametrize(
    ("data", "words"),
    [
        (FIT, "is a FIT file, as bicycle computers record; have it saved as GPX or TCX"),
        (b"<?xml version='1.0'?><kml xmlns='x'><Document/></kml>", "is KML, as maps draw it"),
        (b"<!-- x --><html></html>", "is a web page"),
        (b"<svg></svg>", "is a drawing (SVG)"),
        (zipped(tour_dot_gpx=gpx(ramp())), "is a ZIP file with tour.gpx in it; unpack it"),
        (zipped(maps__doc_dot_kml="x"), "is a ZIP file with doc.kml in it"),
        (zipped(xl__workbook_dot_xml="x"), "is a spreadsheet (XLSX); save it as CSV"),
        (zipped(mimetype="x", content_dot_xml="x"), "(OpenDocument); save it as CSV"),
        (zipped(letter_dot_txt="x"), "is a ZIP file, but no archive of Kettledrum's"),
        (b"PK\x03\x04 and no more", "is a ZIP file that is broken"),
        (b"\x1f\x8b\x08\x00", "is packed (gzip)"),
        (b"%PDF-1.7", "is a PDF document"),
        (b"\x89PNG\r\n", "is a picture"),
        (
            TCX.format("<Trackpoint><Time>2026-05-01T06:00:00Z</Time></Trackpoint>" * 7).encode(),
            "holds 7 points, but no positions in it, as what was ridden indoors",
        ),
        (b"<gpx>" + b"<a>" * 59 + b"</a>" * 59 + b"</gpx>", "holds no track"),
        (b"<gpx>" + b"<a>" * 60 + b"</a>" * 60 + b"</gpx>", "is nested deeper than 60 levels"),
        (b"<gpx>" + b"<trk/>" * 1001 + b"</gpx>", "holds more than 1000 tracks"),
        (b"<gpx><a b='" + b"x" * 1_100_000 + b"'/></gpx>", "holds one piece longer than 768 kB"),
        (b'<?xml version="1.0" encoding="klingon"?><gpx/>', "“klingon”, which is no encoding that is known"),
        (b'<?xml version="1.0" encoding="rot13"?><gpx/>', "“rot13”, which is none for letters"),
        (b'<?xml version="1.0" encoding="idna"?><gpx/>', "“idna”, which is none for letters"),
        (b'<?xml version="1.0" encoding="shift_jis"?><gpx>\x81\xff\xff</gpx>', "is not written in shift_jis"),
    ],
)
def test_each_kind_is_told_by_its_name(data, words):
    with pytest.raises(InvalidInput) as found:
        one_road(data, "file")
    assert words in str(found.value)


@pytest.mark.parametrize(
    ("encoding", "name"),
    [
        ("gb2312", "蜂蜜路"),
        ("shift_jis", "はちみつの道"),
        ("big5", "蜂蜜路"),
        ("euc-kr", "꿀길"),
        ("koi8-r", "Медовая"),
        ("windows-1252", "Mühle – zurück"),
        ("iso-8859-15", "Œuf à côté €"),
        ("utf-16", "Mühle"),
        ("utf-8", "Mühle"),
    ],
)
def test_tracks_in_the_letters_of_any_country(encoding, name):
    text = gpx(ramp(500), name=name).decode().replace("?>", f' encoding="{encoding}"?>', 1)
    assert one_road(text.encode(encoding), "file").name == name


def test_what_declares_the_wrong_letters_is_taken_all_the_same():
    data = gpx(ramp(500), name="Mühle").decode()
    assert one_road(data.encode("windows-1252"), "file").name == "Mühle"
    assert one_road(data.encode("utf-16-le"), "file").name == "Mühle"
    assert one_road(b"\xef\xbb\xbf" + data.encode(), "file").name == "Mühle"
    sixteen = data.replace("?>", ' encoding="utf-16"?>', 1)
    assert one_road(sixteen.encode(), "file").name == "Mühle"


@pytest.mark.parametrize(
    "after", ["<trkseg/>", "<trkseg></trkseg><trkseg/>", "<trkseg><trkpt lat='91' lon='x'/></trkseg>"]
)
def test_an_empty_segment_after_the_last_point(after):
    data = gpx(ramp(1000)).decode().replace("</trk>", f"{after}</trk>").encode()
    if "91" in after:
        with pytest.raises(InvalidInput, match="latitude 91"):
            one_road(data, "file")
    else:
        assert one_road(data, "file") == one_road(gpx(ramp(1000)), "file")


def test_a_last_lap_without_places():
    points = "".join(tcx_point(each[0], each[2]) for each in ramp(800))
    lap = f"</Track><Track>{'<Trackpoint><Time>2026-05-01T07:00:00Z</Time></Trackpoint>'}"
    assert (
        one_road(TCX.format(points + lap).encode(), "file").points
        == one_road(TCX.format(points).encode(), "file").points
    )


@pytest.mark.parametrize("name", ["\u3164", "\u202e", "<>", "  ", "\u200b"])
def test_a_name_that_no_road_may_have_is_left_off(name):
    assert one_road(gpx(ramp(), name=name.replace("<>", "")), "Mill lane up").name == "Mill lane up"
    assert one_road(gpx(ramp(), name=""), name).name == "Road"
    assert one_road(gpx(ramp(), name=f"Weir {name.replace('<>', '')}lane"), "x").name.startswith("Weir")


def test_time_that_runs_backwards_is_told_and_not_minded():
    times = ["2026-05-01T06:00:00Z", "2026-05-01T05:00:00Z", "2026-05-01T05:00:09Z", "2026-05-01T05:00:01Z"]
    points = [(*point, times[place % 4]) for place, point in enumerate(ramp(70))]
    road = one_road(gpx(points), "file")
    assert road.points == one_road(gpx(ramp(70)), "file").points
    assert road.cleaned.startswith("4 times its time goes back: taken in the order of its points; ")
    # With and without a zone it cannot be told, nor what is no time.
    odd = [(*point, time) for point, time in zip(ramp(10), ["2026-05-01T06:00:00", "yesterday"], strict=True)]
    assert "time" not in one_road(gpx([*odd, *ramp(60)]), "file").cleaned


def several(*tracks: bytes) -> bytes:
    inner = "".join("<trk>" + each.decode().partition("<trk>")[2].partition("</gpx>")[0] for each in tracks)
    return f'<gpx version="1.1" creator="any">{inner}</gpx>'.encode()


GOOD, OTHER = gpx(ramp(300), name="Out"), gpx(ramp(400), name="Home")
BAD, SHORT = gpx([(40, -30, 5), (91, -30, 5)], name="Torn"), gpx([(40, -30, 5)], name="Gate")


def test_one_bad_track_does_not_spoil_the_others():
    found = every_road(several(BAD, GOOD, SHORT, OTHER), "file")
    assert [road.name for road in found.roads] == ["Out", "Home"]
    assert [(each.name, each.why) for each in found.left_out] == [
        ("Torn", "point 2, line 1: has the latitude 91; it must be from −90 to 90"),
        ("Gate", "it has 1 point; a road has at least two"),
    ]
    with pytest.raises(InvalidInput) as refused:
        every_road(several(BAD, SHORT), "file")
    assert [problem.what for problem in refused.value.problems] == [
        "has the latitude 91; it must be from −90 to 90",
        "it has 1 point; a road has at least two",
    ]
    many = every_road(several(*[GOOD] * 13), "file")
    assert len(many.roads) == 12
    assert many.left_out[0].why == "the file holds more than 12 tracks, the most that are taken at once"


def test_one_of_several_roads_is_asked_for_by_name_or_number():
    data = several(GOOD, OTHER, BAD, GOOD)
    assert one_road(data, "file", "Home").name == "Home"
    assert one_road(data, "file", "2").name == "Home"
    for track, words in (
        (None, "holds 3 roads, where one is asked for: 1 “Out”; 2 “Home”; 3 “Out”"),
        ("Out", "holds several roads of the name or number “Out”, but: 1 “Out”; 2 “Home”"),
        ("4", "holds no road of the name or number “4”"),
        ("0", "holds no road of the name or number “0”"),
        ("Torn", "holds the track “Torn”, which cannot be taken: point 3, line 1: has the latitude 91"),
    ):
        with pytest.raises(InvalidInput) as found:
            one_road(data, "file", track)
        assert words.replace("point 3", "point") in str(found.value).replace("point 74", "point")
    with pytest.raises(InvalidInput, match="; and 4 more"):
        one_road(several(*[GOOD] * 12), "file")


@pytest.mark.parametrize(
    "table",
    [
        "Strecke (km);Höhe (m)\n0,000;100\n0,500;120\n1,000;110\n",
        "sep=;\nDistanz km;Hoehe m\n0;100\n0,5;120\n1;110\n",
        '"sep=;"\r\nafstand_km;hoogte\r\n0;100\r\n0.5;120\r\n1;110\r\n',
        "time,Distancia (m),Altitud [m],speed\na,0,100,1\nb,500,120,1\nc,1000,110,1\n",
        "total distance metres\televation above sea level (feet)\n0\t328.084\n500\t393.701\n1000\t360.892\n",
        "dist miles,élévation (ft)\n0,328.084\n.310686,393.701\n0.621371,360.892\n",
    ],
)
@pytest.mark.parametrize(
    "encoding", ["utf-8", "utf-8-sig", "utf-16", "utf-16-le", "utf-16-be", "windows-1252"]
)
def test_tables_in_the_words_and_letters_of_other_programs(table, encoding):
    road = one_road(table.encode(encoding), "Table")
    assert length_and_climb(road) == (pytest.approx(1000, abs=0.1), pytest.approx(20, abs=0.1))


def test_thousands_are_told_from_decimals():
    text = "distance m;elevation m\n0;1.010,5\n5.000;1.020,5\n10.000;1.015,25\n"
    assert length_and_climb(one_road(text.encode(), "Table"))[0] == pytest.approx(10_000)
    text = "distance km;elevation m\n0.000;10\n5.000;20\n10.000;15\n"
    assert length_and_climb(one_road(text.encode(), "Table"))[0] == pytest.approx(10_000)
    text = 'distance m,elevation m\n0,10\n"1,000.0",20\n"10,000.5",15\n'
    assert length_and_climb(one_road(text.encode(), "Table"))[0] == pytest.approx(10_000.5)


@pytest.mark.parametrize(
    ("cells", "text", "value"),
    [
        (["0,5"], "10.000", 10_000),
        (["0,5"], "1.234.567,8", 1_234_567.8),
        (["1,25"], "0.5", 0.5),
        (["7"], "10.000", 10),
        (["7"], "1,234", 1.234),
        (["7"], "1,234,567", 1_234_567),
        (["7.5"], "1,234.5", 1234.5),
        (["1.234,5"], "1.234", 1234),
        ([], "10 000,5", 10_000.5),
        ([], "10’000.5", 10_000.5),
        ([], "−3,5", -3.5),
        ([], "1e3", 1000),
        ([], ",5", 0.5),
    ],
)
def test_numbers(cells, text, value):
    assert Decimals(cells).number(text) == pytest.approx(value)


@pytest.mark.parametrize("text", ["", "x", "1.2.3", "1,2,3", "1e", "0x10", "inf", "nan", "1_000", "٣"])
def test_what_is_no_number(text):
    assert Decimals([]).number(text) != Decimals([]).number(text)


def test_the_line_that_says_what_parts_the_cells():
    assert table_of("sep=|\na|b\n") == ("|", "a|b\n")
    assert table_of("a;b,c;d\n1") == (";", "a;b,c;d\n1")
    assert plain_text("é".encode("cp1252")) == ("é", "windows-1252")
    with pytest.raises(InvalidInput, match="is no text that can be read"):
        plain_text(b"a\x00b\x00\x00\x00c")


def hilly(seed: int = 1):
    """A road as a device records it: noisy, with a steep pitch, where no two steps are the same."""
    import numpy as np

    chance = np.random.default_rng(seed)
    at = np.cumsum(chance.uniform(3, 14, 700))
    height = 200 + 30 * np.sin(at / 400) + np.clip((at - 3000) * 0.14, 0, 28) + chance.normal(0, 1, 700)
    return gpx([(40 + a / METRES_A_DEGREE, -30, round(float(z), 2)) for a, z in zip(at, height, strict=True)])


@pytest.mark.parametrize("out", [lambda road: gpx_text(road), lambda road: road_table_text(road)])
def test_a_road_that_went_out_comes_back_as_it_was(out):
    road = one_road(hilly(), "file")
    assert "its noise was" in road.cleaned
    again = one_road(out(road).encode(), road.name)
    assert again.points == road.points
    if again.places:
        assert again == road
    pitch = steepest_pitches(profile(road))[0].grade
    assert steepest_pitches(profile(again))[0].grade == pitch


def test_a_road_of_ours_that_others_changed_is_no_longer_taken_as_it_stands():
    road = one_road(hilly(), "file")
    text = gpx_text(road)
    shorn = text.replace("kettledrum:along", "kettledrum:far")
    again = one_road(shorn.encode(), "file")
    # It is quiet, and so stays nearly what it was.
    assert profile(again).length_m == pytest.approx(profile(road).length_m, rel=1e-3)
    assert ascent_m(profile(again).elevation_m) == pytest.approx(
        ascent_m(profile(road).elevation_m), rel=1e-3
    )
    backwards = text.replace(">0.0</kettledrum:along>", ">9e9</kettledrum:along>", 1)
    assert profile(one_road(backwards.encode(), "file")).length_m == pytest.approx(
        profile(road).length_m, rel=1e-3
    )
    other_maker = text.replace('creator="Kettledrum"', 'creator="any"')
    assert one_road(other_maker.encode(), "file").cleaned != road.cleaned


def test_a_drawn_road_goes_out_and_comes_back_with_its_corners():
    table = "distance m,elevation m,cleaned\n0.0,5.0,yes\n1000.0,9.0,yes\n1200.5,30.25,yes\n"
    road = one_road(table.encode(), "Lane")
    assert road.points == [(0.0, 5.0), (1000.0, 9.0), (1200.5, 30.25)]
    assert road_table_text(road) == table


@pytest.mark.parametrize(
    ("data", "kind"),
    [
        (gpx(ramp()), "roads"),
        (b"\xef\xbb\xbf\n<gpx/>", "roads"),
        (b"\xef\xbb\xbf\n<!-- <gpx> --><kml/>", "others"),
        (b"<?xml version='1.0'?><k:kml xmlns:k='x'/>", "others"),
        ("<html>".encode("utf-16"), "others"),
        (gpx(ramp()).decode().encode("utf-16"), "roads"),
        ("Strecke km;Höhe m\n0;1\n".encode(), "roads"),
        ("Strecke km;Höhe m\n0;1\n".encode("utf-16"), "roads"),
        ("Strecke km;Höhe m\n0;1\n".encode("windows-1252"), "roads"),
        (b"sep=;\ndistance;elevation\n", "roads"),
        (b"kind,name,price\n", "parts"),
        (b'{"format": "kettledrum-shelf/1", "parts": []}', "parts"),
        (b'{"format": "kettledrum-setup/1"}', "others"),
        (b"time,speed\n1,2\n", "table"),
        (b"only words\n", "others"),
        (FIT, "rides"),
        (zipped(tour_dot_gpx=b"x"), "others"),
        (b"", "others"),
        (b"\x00\x01\x02", "others"),
    ],
)
def test_a_file_is_told_by_how_it_begins(data, kind):
    assert kind_of(data[:BEGINNING]) == kind
    # Cut off anywhere behind the first line it is told all the same.
    if kind == "roads" and len(data) < 100:
        assert kind_of(data[:-1]) == kind


@pytest.mark.parametrize(
    ("data", "words"),
    [
        (FIT, "is a FIT file"),
        (zipped(tour_dot_gpx=b"x"), "is a ZIP file with tour.gpx in it"),
        (zipped(xl__workbook_dot_xml="x"), "save it as CSV"),
        (gpx(ramp()), "roads go into a job: open it"),
        (
            b"time,speed\n1,2\n",
            "is a table; the first line names “time”, “speed”; looked for: distance and elev",
        ),
        (b"time,speed\n1,2\n", "a table of parts has columns kind and name"),
        (b"%PDF-1.7", "is a PDF document"),
        (b"<kml/>", "is KML, as maps draw it"),
        (b"distance,elevation\n0,1\n", "roads go into a job: open it"),
        (b"\xff\xd8\xff\xe0", "is a picture; type what it shows"),
    ],
)
def test_what_cannot_come_in_is_told_by_its_name(data, words):
    with pytest.raises(InvalidInput) as found:
        read_any(data)
    assert words in str(found.value)
