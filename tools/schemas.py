"""Writes the JSON Schemas of the file formats into a folder: `make types`."""

import json
import sys
from pathlib import Path

from kettledrum.formats.schemas import FORMATS

BEYOND = (
    "Rules that span several values (names that must differ, low below high, the number of gears on a path) "
    "cannot be said here; Kettledrum checks them when it reads a file."
)


def main() -> None:
    """Writes one file a format."""
    for name, model in FORMATS.items():
        schema = {
            "$schema": "https://json-schema.org/draft/2020-12/schema",
            "$id": f"urn:kettledrum:{name.removeprefix('kettledrum-')}",
            "$comment": BEYOND,
            **model.model_json_schema(),
        }
        text = json.dumps(schema, ensure_ascii=False, indent=2) + "\n"
        Path(sys.argv[1], f"{name}.json").write_text(text, "utf-8")


if __name__ == "__main__":
    main()
