"""Parts as a table: out and in without loss, in the ways that spreadsheets write them, and no cell is run."""

import csv
import io
import zipfile

import pytest
from hypothesis import given

import strategies
from fuzzing import examples
from kettledrum.core.parts.part import Part
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate
from kettledrum.demo import stock
from kettledrum.formats.part_table import part_table_text
from kettledrum.formats.shelf import UnreadPart, places_of, read_shelf, unread_parts

HUB = {"kind": "hub", "name": "5-speed hub", "gears": {"ratios": [0.5, 0.6, 0.75, 1, 1.5]}, "mass_kg": 1.55}


def read(text: str) -> list[dict]:
    return [part.model_dump(mode="json", exclude_unset=True) for part in read_shelf(text.encode())]


def test_every_part_that_ships_comes_back_as_it_was():
    assert read_shelf(part_table_text(stock()).encode()) == stock()


@examples(150)
@given(strategies.parts())
def test_any_part_comes_back_as_it_was(data):
    part = validate(Part, data)
    text = part_table_text([part])
    assert read_shelf(text.encode()) == [part]
    for cell in next(csv.reader(io.StringIO(text.partition("\r\n")[2], newline=""))):
        assert not cell.startswith(("=", "+", "-", "@", "\t", "＝", "＋", "－", "＠"))


def test_every_key_that_a_part_may_have_has_a_column():
    header = part_table_text([]).partition("\r\n")[0].split(",")
    # Without one, a figure would be lost on the way through a spreadsheet.
    assert {title.split(".")[0] for title in header} - {"range %"} == set(Part.model_fields)


def test_what_a_table_reader_wants_to_know_stands_beside_it():
    [row] = csv.DictReader(io.StringIO(part_table_text([validate(Part, HUB)])))
    assert (row["gears"], row["range %"], row["gears.ratios"]) == ("5", "300.0", "0.5 0.6 0.75 1 1.5")


@pytest.mark.parametrize(
    "text",
    [
        "kind,name,mass_kg,gears.ratios\nhub,5-speed hub,1.55,0.5 0.6 0.75 1 1.5\n",
        "kind;name;mass_kg;gears.ratios\r\nhub;5-speed hub;1,55;0,5 0,6 0,75 1 1,5\r\n\r\n;;;\r\n",
        '\ufeffName\tKind\tmass_kg\tgears.ratios\n"5-speed hub"\thub\t1.55\t0.5, 0.6, 0.75, 1, 1.5',
    ],
    ids=["commas", "semicolons and decimal commas", "tabs, mark, another order"],
)
def test_tables_are_read_as_spreadsheets_write_them(text):
    assert read(text) == [HUB]
    assert read_shelf(text.lstrip("\ufeff").encode("utf-16"))[0].name == "5-speed hub"


def test_teeth_and_words_in_a_row():
    [part] = read(
        "kind,name,teeth,behaviour.loud_gears,behaviour.neutral\ncassette,c,11-13-15,first; third,NO"
    )
    assert (part["teeth"], part["behaviour"]) == (
        [11, 13, 15],
        {"loud_gears": ["first", "third"], "neutral": False},
    )


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("name,mass_kg\nhub,1", "row 1: must have a column titled “kind”"),
        (
            "kind,name,colour\nhub,h,red",
            "row 1: has the column “colour”, not known here; known are kind, name",
        ),
        ("kind,name,name\nhub,h,h", "row 1: has the column “name” twice"),
        ('kind,name\nhub,"open', "the table cannot be read"),
        ("kind,name,teeth\ncassette,c,11\nhub,h,", "row 3, gears: is missing"),
        ("kind,name,teeth\ncassette,c,eleven", r"row 2, teeth\[0\]: must be a whole number from 5 to 200"),
        ("kind,name,teeth\n\ncassette,c,11,12", "row 3: has more cells than the 3 columns"),
        ("kind,name,gears.epicyclic\nhub,h,{sun}", "row 2, gears.epicyclic: must be"),
        ("kind,name,mass_kg,teeth\ncassette,c,1 kg,11", "row 2, mass_kg: must be a number from 0 to 100 kg"),
        ("kind,name,behaviour.neutral,teeth\ncassette,c,perhaps,11", "row 2, behaviour.neutral"),
    ],
)
def test_what_is_wrong_is_said_of_its_row_and_column(text, words):
    with pytest.raises(InvalidInput, match=words):
        read(text)


def test_text_in_another_encoding_is_refused_rather_than_misread():
    with pytest.raises(
        InvalidInput, match="in an old code page, such as Windows-1252; save it as “CSV UTF-8”"
    ):
        unread_parts("kind,name\nhub,für Süd\n".encode("cp1252"))
    for encoding in ("utf-8", "utf-16", "utf-16-le", "utf-16-be", "utf-8-sig"):
        [part] = unread_parts("kind,name\nhub,für Süd\n".encode(encoding))
        assert part.name == "für Süd"


HEADED = {"kind": "cassette", "name": "Wide", "teeth": [11, 20, 36], "mass_kg": 0.38, "price": 45}


@pytest.mark.parametrize(
    "text",
    [
        "Type,Name,Teeth,Weight (g),Price\nCassette,Wide,11-20-36,380,45\n",
        "Art;Bezeichnung;Zähne;Gewicht kg;Preis (€)\nKassette;Wide;11-20-36;0,38;45,00\n",
        "sep=;\ngenre;nom;dents;poids [g];prix\ncassette;Wide;11 20 36;380;45\n",
        "tipo\tnombre\tdientes\tpeso\tprecio EUR\nCASSETTE\tWide\t11/20/36\t0,38\t45\n",
        "kind,name,teeth,mass_kg,price,,\ncassette,Wide,11-20-36,0.38,45,,\n,,,,,,\n",
        "kind,name,,teeth,mass_kg,price\n cassette ,Wide,,11-20-36,0.38,45\n",
        'kind,name,teeth,mass_kg,price\ncassette,Wide,11-20-36,"0,38",45.0\n',
    ],
)
def test_columns_are_known_by_the_words_of_several_languages(text):
    assert read(text) == [HEADED]


def test_thousands_are_told_from_decimals_by_the_whole_table():
    rows = "motor;a;1.250,00;{}\nhub;b;900,50;{}\n"
    prices = [part["price"] for part in read(f"kind;name;price;motor\n{rows}".replace("hub;b", "motor;b"))]
    assert prices == [1250, 900.5]
    assert [part["price"] for part in read("kind;name;price;motor\nmotor;a;1.250;{}\n")] == [1.25]


@pytest.mark.parametrize(
    ("text", "words"),
    [
        (
            "kind,name,teeth\ncassette,c,11-Dec",
            "row 2, teeth: is a date: a spreadsheet made it of teeth such",
        ),
        ("kind,name,teeth\ncassette,c,12. Nov 2026", "teeth: is a date"),
        ("kind,name,teeth\ncassette,c,Dez 11", "teeth: is a date"),
        ("kind,name,teeth\ncassette,c,2026-11-12", "teeth: is a date"),
        ("kind,name,teeth\ncassette,c,11.12.2026", "teeth: is a date"),
        ("kind,name,gears.ratios\nhub,h,11-Dec", "gears.ratios: is a date"),
        ("kind,name,\nhub,h,loose", "row 1: has the column one without a title, not known here"),
        ("kind,name,x,y\nhub,h,1,2", "row 1: has the columns “x”, “y”, not known here"),
        ("kind,name" + ",x" * 199 + "\nhub,h\n", "row 1: has 201 columns; at most 200 are read"),
        ("kind,name,weight,weight kg\nhub,h,1,1", "row 1: has the column “weight kg” twice"),
        ("kind,name,fork weight\nhub,h,1", "row 1: has the column “fork weight”, not known"),
        ("kind,name,weight years\nhub,h,1", "row 1: has the column “weight years”, not known"),
    ],
)
def test_what_spreadsheets_do_to_tables_is_explained(text, words):
    with pytest.raises(InvalidInput) as found:
        read(text)
    assert words in str(found.value)


def test_a_spreadsheet_itself_is_told_to_be_saved_as_a_table():
    held = io.BytesIO()
    with zipfile.ZipFile(held, "w") as archive:
        archive.writestr("xl/workbook.xml", "x")
    with pytest.raises(InvalidInput, match="save it as CSV"):
        read_shelf(held.getvalue())


@pytest.mark.parametrize(
    ("places", "words"),
    [
        (["row 2"], "row 2"),
        (["row 2", "row 9"], "rows 2 and 9"),
        (["row 2", "row 3", "row 4", "row 5", "row 9"], "rows 2, 3, 4, 5 and 9"),
        ([f"row {number}" for number in range(2, 9)], "rows 2, 3, 4, 5 and 3 more"),
        (["parts[0]", "parts[7]"], "parts[0] and parts[7]"),
    ],
)
def test_places_are_listed_once_for_one_problem(places, words):
    assert places_of([UnreadPart(place, {}) for place in places]) == words


def test_parts_are_judged_one_by_one():
    unread = unread_parts(b'{"format": "kettledrum-shelf/1", "parts": [{"kind": "hub", "name": "bad"}, 7]}')
    assert [(each.where, each.name) for each in unread] == [("parts[0]", "bad"), ("parts[1]", "")]
    for each, words in zip(unread, ("gears: is missing", "must be an object"), strict=True):
        with pytest.raises(InvalidInput, match=words):
            each.part()
