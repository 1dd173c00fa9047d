"""Prints the API's OpenAPI schema, from which the front end's types are generated."""

import json
import sys
import tempfile
from pathlib import Path

from kettledrum.api.app import create_app
from kettledrum.store import Store


def schema_text() -> str:
    """The schema as JSON text, the same for the same code."""
    with tempfile.TemporaryDirectory() as directory:
        store = Store(Path(directory))
        schema = create_app(store).openapi()
        store.close()
    return json.dumps(schema, indent=2, ensure_ascii=False) + "\n"


if __name__ == "__main__":
    sys.stdout.write(schema_text())
