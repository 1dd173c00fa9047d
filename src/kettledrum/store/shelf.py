"""The shelf in the store: parts saved to be used again, apart from every job."""

import json
from collections.abc import Callable, Iterator, Sequence
from contextlib import AbstractContextManager
from typing import Literal

from pydantic import BaseModel
from sqlalchemy import func
from sqlmodel import Session, col, select

from kettledrum.core import InvalidInput, Problem, validate
from kettledrum.core.part import Part
from kettledrum.core.part_figures import PartFigures, part_figures
from kettledrum.formats import as_json
from kettledrum.store.errors import NotFound, StaleWrite
from kettledrum.store.tables import PartRow, now

MOST_PARTS = 20_000

Sessions = Callable[[], AbstractContextManager[Session]]


class PartRecord(BaseModel):
    """A part on the shelf with its figures; `pinned` ones come first; `version` counts its changes."""

    id: str
    part: Part
    pinned: bool
    version: int
    figures: PartFigures


class Shelf:
    """The shelf of a store. Each method that writes is on disk when it returns, or has changed nothing."""

    def __init__(self, reading: Sessions, writing: Sessions) -> None:
        self._reading = reading
        self._writing = writing

    def parts(self) -> list[PartRecord]:
        """Every part, in the order in which they came."""
        with self._reading() as session:
            return [_record(row) for row in _rows(session)]

    def teeth(self, kind: Literal["crankset", "cassette"]) -> list[list[int]]:
        """The teeth of every part of a kind that is made of them, in the order in which they came."""
        ask = select(PartRow.document).where(
            col(PartRow.deleted_at).is_(None), func.json_extract(PartRow.document, "$.kind") == kind
        )
        with self._reading() as session:
            return [
                json.loads(document)["teeth"] for document in session.exec(ask.order_by(col(PartRow.number)))
            ]

    def part(self, part_id: str) -> Part:
        """One part. Raises NotFound."""
        with self._reading() as session:
            return _record(_row(session, part_id)).part

    def add(self, parts: Sequence[Part]) -> list[PartRecord]:
        """Adds parts: all of them or, if it raises, none."""
        with self._writing() as session:
            if len(list(_rows(session))) + len(parts) > MOST_PARTS:
                raise InvalidInput([Problem("parts", f"a shelf holds at most {MOST_PARTS} parts")])
            rows = [PartRow(name=part.name, document=_text(part)) for part in parts]
            session.add_all(rows)
            session.flush()
            return [_record(row) for row in rows]

    def stock(self, parts: Sequence[Part]) -> None:
        """Fills a shelf that has never held a part; one that was emptied stays empty."""
        with self._writing() as session:
            if session.exec(select(PartRow.id)).first() is None:
                session.add_all(PartRow(name=part.name, document=_text(part)) for part in parts)

    def change(self, part_id: str, part: Part, version: int) -> PartRecord:
        """Replaces a part; `version` is the one that the change was based on. Raises StaleWrite, NotFound."""
        with self._writing() as session:
            row = _row(session, part_id)
            if row.version != version:
                raise StaleWrite(f"“{row.name}”", row.version)
            row.name, row.document, row.version, row.changed_at = part.name, _text(part), version + 1, now()
            session.flush()
            return _record(row)

    def pin(self, part_id: str, *, pinned: bool) -> PartRecord:
        """Pins a part to the top of the shelf, or lets it go."""
        with self._writing() as session:
            row = _row(session, part_id)
            row.pinned = pinned
            session.flush()
            return _record(row)

    def delete(self, part_id: str) -> None:
        """Takes a part off the shelf; `restore` puts it back."""
        with self._writing() as session:
            _row(session, part_id).deleted_at = now()

    def restore(self, part_id: str) -> PartRecord:
        """Puts a part back on the shelf."""
        with self._writing() as session:
            row = session.exec(select(PartRow).where(PartRow.id == part_id)).first()
            if row is None:
                raise NotFound("This part")
            row.deleted_at = None
            session.flush()
            return _record(row)


def _rows(session: Session) -> Iterator[PartRow]:
    ask = select(PartRow).where(col(PartRow.deleted_at).is_(None)).order_by(col(PartRow.number))
    yield from session.exec(ask)


def _row(session: Session, part_id: str) -> PartRow:
    row = session.exec(
        select(PartRow).where(PartRow.id == part_id, col(PartRow.deleted_at).is_(None))
    ).first()
    if row is None:
        raise NotFound("This part")
    return row


def _record(row: PartRow) -> PartRecord:
    part = validate(Part, json.loads(row.document))
    return PartRecord(
        id=row.id, part=part, pinned=row.pinned, version=row.version, figures=part_figures(part)
    )


def _text(part: Part) -> str:
    return json.dumps(as_json(part), ensure_ascii=False, allow_nan=False)
