"""Roads out of GPX, TCX and tables; whatever is wrong with a file is named, and nothing is half taken."""

import pytest

from kettledrum.core.roads.ascent import ascent_m
from kettledrum.core.roads.profile import profile
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.formats import road_table, track_xml, tracks
from kettledrum.formats.gpx import gpx_text, road_table_text
from kettledrum.formats.tracks import one_road, read_roads
from tracks import METRES_A_DEGREE, gpx, point, ramp

TCX = """<TrainingCenterDatabase xmlns="x"><Courses><Course><Name>Over the col</Name>
<Lap><DistanceMeters>1000</DistanceMeters></Lap><Track>{}</Track></Course></Courses></TrainingCenterDatabase>"""


def tcx_point(latitude, elevation):
    place = f"<LatitudeDegrees>{latitude}</LatitudeDegrees><LongitudeDegrees>-30</LongitudeDegrees>"
    return (
        f"<Trackpoint><Time>2026-05-01T06:00:00Z</Time><Position>{place}</Position>"
        f"<AltitudeMeters>{elevation}</AltitudeMeters></Trackpoint>"
    )


def length_and_climb(road):
    found = profile(road)
    return found.length_m, ascent_m(found.elevation_m)


def test_a_track_of_two_segments_with_waypoints_and_extensions():
    inside = '<metadata><name>All</name></metadata><wpt lat="1" lon="1"><name>Spring</name><ele>5</ele></wpt>'
    road = one_road(gpx(ramp(1000), ramp(1000, start=40 + 1000 / METRES_A_DEGREE), inside=inside), "file")
    assert road.name == "Mill lane"
    assert length_and_climb(road)[0] == pytest.approx(2000, abs=2)
    assert road.places[0] == (40, -30)


def test_a_ramp_comes_out_as_it_is_and_goes_out_and_in_again():
    road = one_road(gpx(ramp()), "file")
    assert length_and_climb(road) == (pytest.approx(2000, abs=1), pytest.approx(100, abs=0.5))
    assert one_road(gpx_text(road).encode(), "again").name == road.name
    for text in (gpx_text(road), road_table_text(road)):
        again = one_road(text.encode(), "again")
        assert length_and_climb(again) == pytest.approx(length_and_climb(road), abs=0.5)


@pytest.mark.parametrize("space", ['xmlns="http://www.topografix.com/GPX/1/0"', 'xmlns:g="urn:x"'])
def test_routes_are_taken_where_there_are_no_tracks_from_any_maker(space):
    prefix = "g:" if "xmlns:g" in space else ""
    points = "".join(point(each, f"{prefix}rtept").replace("ele>", f"{prefix}ele>") for each in ramp(500))
    data = f"<{prefix}gpx {space}><{prefix}rte>{points}</{prefix}rte></{prefix}gpx>"
    road = one_road(data.encode(), "Round by the weir")
    assert road.name == "Round by the weir"
    assert length_and_climb(road)[1] == pytest.approx(25, abs=0.3)


def test_a_course():
    points = "".join(tcx_point(each[0], each[2]) for each in ramp(800))
    road = one_road(TCX.format(points).encode(), "file")
    assert (road.name, length_and_climb(road)[0]) == ("Over the col", pytest.approx(800, abs=1))


@pytest.mark.parametrize(
    "table",
    [
        "distance m,elevation m\n0,100\n500,120\n1000,110\n",
        "Distance [km];Altitude (m)\n0;100\n0,5;120\n1;110\n",
        "note\tele ft\tdist mi\nx\t328.084\t0\ny\t393.701\t0.310686\nz\t360.892\t0.621371\n",
    ],
)
def test_tables_in_any_unit(table):
    road = one_road(table.encode(), "Table")
    assert length_and_climb(road) == (pytest.approx(1000, abs=0.1), pytest.approx(20, abs=1.5))


def test_several_tracks_are_several_roads():
    one = gpx(ramp(300), name="Out").decode()
    two = gpx(ramp(400), name="").decode().partition("<trk>")[2].partition("</gpx>")[0]
    *shares, found = read_roads(one.replace("</gpx>", f"<trk>{two}</gpx>").encode(), "file")
    assert [road.name for road in found.roads] == ["Out", "file, 2"]
    assert found.left_out == []
    assert shares == sorted(shares)
    with pytest.raises(InvalidInput, match="holds 2 roads"):
        one_road(one.replace("</gpx>", f"<trk>{two}</gpx>").encode(), "file")


BOMB = '<!DOCTYPE b [<!ENTITY a "aaaaaaaaaa"><!ENTITY c "&a;&a;&a;&a;&a;&a;&a;&a;">]>'


@pytest.mark.parametrize(
    ("data", "words"),
    [
        (gpx(ramp(), head=BOMB, name="&c;"), "declares entities or a document type"),
        (gpx(ramp())[:-30], "is not complete XML: line 1"),
        (b"<note><body/></note>", "is neither GPX nor TCX"),
        (b"<gpx><wpt lat='1' lon='2'/></gpx>", "holds no track or route"),
        (b"", "is empty"),
        (b"\x7fELF\x00\x01 program", "is neither GPX, TCX nor a table"),
        (
            gpx([(40, -30, 5), (91, -30, 5)]),
            "point 2, line 1: has the latitude 91; it must be from −90 to 90",
        ),
        (gpx([(40, -181, 5)]), "point 1, line 1: has the longitude -181"),
        (gpx([(40, "nan", 5)]), "has the longitude “nan”, which is no number"),
        (gpx([(40, -30, 5)]), "“Mill lane”: it has 1 point; a road has at least two"),
        (gpx([(40, -30, 5), (40.0001, -30, 5)]), "“Mill lane”: it is 11 m long; a road has at least 20 m"),
        (gpx([(40, -30, 5)] * 50), "“Mill lane”: all its points are in one place"),
        (gpx([(40, -30, -9999), (41, -30, -9999)]), "fewer than two points have an elevation"),
        (gpx([(40, -30), (40.1, -30)]), "fewer than two points have an elevation"),
        (
            b"time,speed,elevation m\n1,2,3\n",
            "line 1: the first line names “time”, “speed”, “elevation m”; looked for: distance, with",
        ),
        (b"distance,elevation\n0,1\n5,x\n", "line 3: has the elevation “x”, which is no number"),
        (b"distance,elevation\n9,1\n5,1\n", "line 3: must not lie before the line above it"),
        (b"distance,elevation\n,1\n", "line 2: must have a distance of 0 or more"),
        (b"distance,elevation\n0,1\n", "must hold at least two points"),
    ],
)
def test_what_is_no_road_is_named(data, words):
    with pytest.raises(InvalidInput) as found:
        one_road(data, "file")
    assert words in str(found.value)


def test_more_points_than_are_read_are_refused_as_they_come(monkeypatch):
    table = road_table_text(one_road(gpx(ramp()), "x")).encode()
    for module in (track_xml, road_table):
        monkeypatch.setattr(module, "MOST_TRACK_POINTS", 100)
    for data in (gpx(ramp()), table):
        with pytest.raises(InvalidInput, match="more than 100 points"):
            one_road(data, "file")
    monkeypatch.setattr(tracks, "MOST_TRACK_BYTES", 1000)
    with pytest.raises(InvalidInput, match="is larger than"):
        one_road(gpx(ramp()), "file")


def test_a_drawn_road_has_no_places_to_go_out_with():
    table = road_table_text(one_road(b"distance km,elevation m\n0,5\n1,9\n", "Lane"))
    with pytest.raises(InvalidInput, match="where it lies is not known"):
        gpx_text(one_road(table.encode(), "Lane"))
