"""Builds the front end when a wheel is built from a tree where that has not been done."""

import subprocess
from pathlib import Path
from typing import Any

from hatchling.builders.hooks.plugin.interface import BuildHookInterface


class FrontEnd(BuildHookInterface):
    """A wheel without its front end would start and show nothing."""

    def initialize(self, version: str, build_data: dict[str, Any]) -> None:
        """Runs the front end's own build, unless it has been; not for an editable install."""
        root = Path(self.root)
        if version == "editable" or (root / "src/kettledrum/api/static/index.html").is_file():
            return
        for words in (["npm", "ci", "--silent"], ["npm", "run", "--silent", "build"]):
            subprocess.run(words, cwd=root / "web", check=True)
