"""Copies of the store beside it: made by themselves once a day, kept by rule, put back when asked."""

import json
import os
import re
import sqlite3
from datetime import UTC, date, datetime
from pathlib import Path
from typing import Literal

from pydantic import BaseModel, ValidationError

from kettledrum.store.backup import back_up, restore
from kettledrum.store.errors import NotFound, StoreUnusable
from kettledrum.store.file.own import on_disk, own_directory, own_file
from kettledrum.store.file.rotation import BackupRules, kept
from kettledrum.store.file.sqlite import FILE_NAME, opened, reason

FOLDER = "backups"
_RULES = "rules.json"
_DATED = re.compile(r"kettledrum-(\d{4}-\d\d-\d\d)\.sqlite")
_OTHER = re.compile(
    r"kettledrum-(by-hand|before-restore|before-update-from-\d{4})-\d{4}-\d\d-\d\d-.*\.sqlite"
)

Kind = Literal["automatic", "by hand", "before a restore", "before an update"]


class Copy(BaseModel):
    """A copy of the whole store: its file, when it was made (ISO 8601, UTC), how, and its size in bytes."""

    file: str
    made_at: str
    kind: Kind
    bytes: int


class Copies:
    """The copies of the store in a directory. What goes wrong with a file is raised as StoreUnusable."""

    def __init__(self, directory: Path) -> None:
        self._directory = directory
        self._folder = directory / FOLDER

    def rules(self) -> BackupRules:
        """How copies are made and kept; the usual way where that cannot be read."""
        try:
            return BackupRules.model_validate(json.loads((self._folder / _RULES).read_text(encoding="utf-8")))
        except (OSError, ValueError, ValidationError):
            return BackupRules()

    def change_rules(self, rules: BackupRules) -> None:
        """Makes and keeps copies in another way from now on."""
        try:
            own_directory(self._folder)
            part = self._folder / f".{_RULES}-{os.getpid()}.part"
            own_file(part)
            with part.open("w", encoding="utf-8") as opened_part:
                opened_part.write(rules.model_dump_json())
                opened_part.flush()
                os.fsync(opened_part.fileno())
            part.replace(self._folder / _RULES)
            on_disk(self._folder)
        except OSError as error:
            raise StoreUnusable(f"how copies are kept cannot be written: {reason(error)}") from error

    def copies(self) -> list[Copy]:
        """All copies, the newest first."""
        found = []
        for file, kind in self._files().items():
            looked = file.stat()
            made = datetime.fromtimestamp(looked.st_mtime, UTC).isoformat(timespec="seconds")
            copy = Copy(file=file.name, made_at=made, kind=kind, bytes=looked.st_size)
            found.append((looked.st_mtime_ns, copy))
        return [copy for _, copy in sorted(found, key=lambda each: (each[0], each[1].file), reverse=True)]

    def make(self) -> Copy:
        """A copy by hand, as of this moment; no rule takes it away."""
        at = datetime.now(UTC).strftime("%Y-%m-%d-%H%M%S-%f")
        name = f"kettledrum-by-hand-{at}.sqlite"
        self._copy_to(name)
        return next(copy for copy in self.copies() if copy.file == name)

    def make_due(self, today: date | None = None) -> bool:
        """Makes today's copy where something changed since the last, and takes away what no rule keeps.

        Whether one was made.
        """
        rules = self.rules()
        if not rules.on:
            return False
        today = today or datetime.now().astimezone().date()
        made = self._dated()
        due = today not in made and (not made or self._differs_from(made[max(made)]))
        if due:
            self._copy_to(f"kettledrum-{today.isoformat()}.sqlite")
            made = self._dated()
        for day in set(made) - kept(made, rules):
            made[day].unlink(missing_ok=True)
        return due

    def put_back(self, name: str) -> Path | None:
        """Puts a copy in the store's place, in use or not; gives where what stood there is kept."""
        return restore(self._directory, self.file(name))

    def file(self, name: str) -> Path:
        """The file of a copy. Raises NotFound."""
        found = next((file for file in self._files() if file.name == name), None)
        if found is None:
            raise NotFound("This copy")
        return found

    def delete(self, name: str) -> None:
        """Takes a copy away for good."""
        try:
            self.file(name).unlink()
        except OSError as error:
            raise StoreUnusable(f"the copy cannot be taken away: {reason(error)}") from error

    def _copy_to(self, name: str) -> None:
        try:
            own_directory(self._folder)
        except OSError as error:
            raise StoreUnusable(f"{self._folder} cannot be made: {reason(error)}") from error
        back_up(self._directory, self._folder / name)

    def _dated(self) -> dict[date, Path]:
        found = {}
        for file in self._folder.glob("kettledrum-*.sqlite"):
            if dated := _DATED.fullmatch(file.name):
                try:
                    found[date.fromisoformat(dated[1])] = file
                except ValueError:
                    continue
        return found

    def _files(self) -> dict[Path, Kind]:
        """The files of all copies, and how each was made."""
        files = [
            file for where in (self._folder, self._directory) for file in where.glob("kettledrum-*.sqlite")
        ]
        kinds = {file: _kind(file) for file in files}
        return {file: kind for file, kind in kinds.items() if kind is not None}

    def _differs_from(self, copy: Path) -> bool:
        """Whether anything in the store is other than in a copy."""
        return _newest(self._directory / FILE_NAME) != _newest(copy)


def _kind(file: Path) -> Kind | None:
    if _DATED.fullmatch(file.name) and file.parent.name == FOLDER:
        return "automatic"
    other = _OTHER.fullmatch(file.name)
    if other is None:
        return None
    if other[1] == "by-hand":
        return "by hand"
    return "before a restore" if other[1] == "before-restore" else "before an update"


def _newest(file: Path) -> tuple[object, ...]:
    """What differs as soon as anything in a store does: its latest changes, and how many rows there are."""
    asks = [
        *(
            f"SELECT max(changed_at), count(*), sum(version), sum(deleted_at IS NULL) FROM {table}"
            for table in ("job", "setup", "road", "part")
        ),
        "SELECT max(at), count(*), 0, 0 FROM revision",
    ]
    try:
        with opened(file) as connection:
            return tuple(row for ask in asks for row in connection.execute(ask).fetchone())
    except sqlite3.Error:
        return (None,)
