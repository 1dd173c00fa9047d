"""Files of kinds that are not read, told by how they begin: what each is, and what to do with it."""

import io
import zipfile
import zlib

BROKEN_ZIP = (
    zipfile.BadZipFile,
    zlib.error,
    EOFError,
    NotImplementedError,
    RuntimeError,
    OSError,
    ValueError,
)
"""What the standard library raises over a file that is no sound archive, by what is wrong with it."""
_ROAD_ENDINGS = (".gpx", ".tcx", ".kml", ".fit")
_MOST_NAMES = 200
_SHEETS = ("xl/", "xl\\")


def foreign_archive(data: bytes) -> bool:
    """Whether a ZIP file is certainly none of our archives: a spreadsheet, or roads that were packed."""
    try:
        names = _names(data)
    except BROKEN_ZIP:
        return False
    return "archive.json" not in names and (_is_book(names) or any(n.endswith(_ROAD_ENDINGS) for n in names))


def what_it_is(data: bytes) -> str | None:
    """What a file is that cannot be read, and what to do, to be said after “the file”; None for others."""
    if data[:4] == b"PK\x03\x04":
        return _zipped(data)
    if data[8:12] == b".FIT":
        return (
            "is a FIT file, as bicycle computers record; "
            "have it saved as GPX or TCX where it was recorded, and bring that in"
        )
    for start, words in _STARTS:
        if data.startswith(start):
            return words
    return None


_PICTURE = "is a picture; type what it shows"
_STARTS: tuple[tuple[bytes, str], ...] = (
    (b"\x1f\x8b", "is packed (gzip); unpack it, and bring in what is inside"),
    (b"7z\xbc\xaf", "is packed (7z); unpack it, and bring in what is inside"),
    (b"Rar!", "is packed (RAR); unpack it, and bring in what is inside"),
    (b"%PDF", "is a PDF document; copy its figures, and type or paste them"),
    (b"\xd0\xcf\x11\xe0", "is a spreadsheet or document of an old kind; save it as CSV"),
    (b"\xff\xd8\xff", _PICTURE),
    (b"\x89PNG", _PICTURE),
    (b"GIF8", _PICTURE),
)


def _names(data: bytes) -> list[str]:
    with zipfile.ZipFile(io.BytesIO(data)) as archive:
        return [name.lower() for name in archive.namelist()[:_MOST_NAMES]]


def _is_book(names: list[str]) -> bool:
    return any(name.startswith((*_SHEETS, "content.xml")) for name in names)


def _zipped(data: bytes) -> str:
    try:
        names = _names(data)
    except BROKEN_ZIP:
        return "is a ZIP file that is broken"
    if any(name.startswith(_SHEETS) for name in names):
        return "is a spreadsheet (XLSX); save it as CSV in the spreadsheet, and bring that in"
    if "mimetype" in names and "content.xml" in names:
        return "is a spreadsheet or document (OpenDocument); save it as CSV, and bring that in"
    roads = [name for name in names if name.endswith(_ROAD_ENDINGS)]
    if roads:
        shown = roads[0].rpartition("/")[2]
        shown = shown if shown.isprintable() and len(shown) <= 60 else "a road"
        return f"is a ZIP file with {shown} in it; unpack it, and bring in what is inside"
    return "is a ZIP file, but no archive of Kettledrum's; unpack it, and bring in what is inside"


def is_fit(data: bytes) -> bool:
    """Whether a file says that it is one."""
    return data[8:12] == b".FIT"
