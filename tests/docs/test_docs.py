"""What the documents name is there."""

import re
from pathlib import Path

import pytest

ROOT = Path(__file__).parents[2]
DOCUMENTS = [
    ROOT / "README.md",
    ROOT / "CONTRIBUTING.md",
    ROOT / "CHANGELOG.md",
    *(ROOT / "docs").glob("*.md"),
]
STARTS = ("", "src/kettledrum", "src/kettledrum/core", "web", "web/src")
FILE = re.compile(r"`((?:[\w.-]+/)+[\w.-]+\.(?:py|ts|tsx|json|md|mjs)|[\w-]+\.(?:py|md|toml))`")
LINK = re.compile(r"\]\(((?!http|#)[^)#]+)")


def is_there(name: str, of: Path) -> bool:
    places = [of.parent / name, *(ROOT / start / name for start in STARTS)]
    return any(place.exists() for place in places)


@pytest.mark.parametrize("document", DOCUMENTS, ids=lambda path: path.name)
def test_every_file_that_a_document_names_or_links_to_is_there(document):
    text = document.read_text()
    named = {*FILE.findall(text), *LINK.findall(text)}
    # Names of files that a reader is to make, and of those within a folder that is spoken of.
    ours = {name for name in named if not name.isupper() and "<" not in name}
    missing = sorted(name for name in ours if not is_there(name, document) and "/" in name)
    assert missing == []


def test_the_rooms_in_the_architecture_are_those_of_the_core():
    text = (ROOT / "docs/architecture.md").read_text()
    table = text.split("## The core's rooms")[1].split("## The store")[0]
    told = set(re.findall(r"^\| \d+ \| `(\w+)`", table, re.MULTILINE))
    core = ROOT / "src/kettledrum/core"
    assert told == {room.name for room in core.iterdir() if (room / "__init__.py").exists()}
    files = {path.stem for path in core.rglob("*.py")}
    assert {name for name in re.findall(r"`(\w+)`", table) if name not in told} <= files


def test_the_folders_in_the_architecture_are_those_of_the_front_end():
    text = (ROOT / "docs/architecture.md").read_text()
    table = text.split("## The front end's floors")[1].split("**One way")[0]
    told = {
        name
        for row in re.findall(r"^\| \d+ \| ([^|]+) \|", table, re.MULTILINE)
        for name in re.findall(r"`(\w+)`", row)
    }
    assert told == {path.name for path in (ROOT / "web/src").iterdir() if path.is_dir()}
