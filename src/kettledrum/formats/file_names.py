"""Names of files that go out: they say what is in them, in letters that any system takes."""

import re
import unicodedata

_LONGEST = 60


def file_name(*parts: str, ending: str) -> str:
    """The name of a file about some things, such as “honey-round-mill-lane.gpx”."""
    plain = [each for each in map(plain_name, parts) if each]
    return f"{'-'.join(plain) or 'kettledrum'}.{ending}"


def plain_name(name: str) -> str:
    """A name in small letters and figures with dashes between its words; empty where it holds none."""
    ascii_name = unicodedata.normalize("NFKD", name).encode("ascii", "ignore").decode()
    return re.sub(r"[^a-z0-9]+", "-", ascii_name.lower()).strip("-")[:_LONGEST].strip("-")


def attached(name: str) -> dict[str, str]:
    """The header by which a browser saves an answer as a file of a name that `file_name` made."""
    return {"Content-Disposition": f'attachment; filename="{name}"'}
