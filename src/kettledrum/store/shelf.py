"""The shelf in the store: parts saved to be used again, apart from every job."""

import json
from collections.abc import Sequence
from functools import lru_cache
from typing import Literal

from pydantic import BaseModel
from sqlalchemy import func, insert, update
from sqlmodel import Session, col, select

from kettledrum.core.parts.cassette_range import KnownCassette
from kettledrum.core.parts.figures import PartFigures, part_figures
from kettledrum.core.parts.part import Part
from kettledrum.core.terms.errors import InvalidInput, Problem
from kettledrum.core.terms.validation import validate
from kettledrum.formats.files import as_json
from kettledrum.formats.part_table import MOST_PARTS
from kettledrum.store.errors import NotFound, StaleWrite
from kettledrum.store.sessions import Sessions
from kettledrum.store.tables import PartRow, new_id, now

_AT_ONCE = 500
"""Values in one statement; SQLite takes no more than some thousands."""


class PartRecord(BaseModel):
    """A part on the shelf with its figures; `pinned` ones come first; `version` counts its changes."""

    id: str
    part: Part
    pinned: bool
    version: int
    figures: PartFigures


class BroughtIn(BaseModel):
    """The identities of the parts that were `added`, and how many more were `known`: on the shelf already."""

    added: list[str]
    known: int


class Shelf:
    """The shelf of a store. Each method that writes is on disk when it returns, or has changed nothing."""

    def __init__(self, sessions: Sessions) -> None:
        self._sessions = sessions

    def parts(self) -> list[PartRecord]:
        """Every part, in the order in which they came."""
        with self._sessions.reading() as session:
            return part_records(session)

    def teeth(self, kind: Literal["crankset", "cassette"]) -> list[list[int]]:
        """The teeth of every part of a kind that is made of them, in the order in which they came."""
        ask = select(PartRow.document).where(
            col(PartRow.deleted_at).is_(None), func.json_extract(PartRow.document, "$.kind") == kind
        )
        with self._sessions.reading() as session:
            return [
                json.loads(document)["teeth"] for document in session.exec(ask.order_by(col(PartRow.number)))
            ]

    def cassettes(self) -> list[KnownCassette]:
        """Every cassette on the shelf, in the order in which they came."""
        return [
            KnownCassette(name=record.part.name, teeth=record.part.teeth)
            for record in self.parts()
            if record.part.kind == "cassette" and record.part.teeth
        ]

    def part(self, part_id: str) -> Part:
        """One part. Raises NotFound."""
        with self._sessions.reading() as session:
            return _record(_row(session, part_id)).part

    def add(self, part: Part) -> PartRecord:
        """Adds a part. Raises InvalidInput where the shelf is full."""
        with self._sessions.writing() as session:
            _see_that_there_is_room(session, 1)
            row = PartRow(name=part.name, document=_text(part))
            session.add(row)
            session.flush()
            return _record(row)

    def bring_in(self, parts: Sequence[Part]) -> BroughtIn:
        """Adds those parts that the shelf does not hold already: all of them or, if it raises, none."""
        with self._sessions.writing() as session:
            return bring_in(session, parts)

    def take_off(self, part_ids: Sequence[str]) -> None:
        """Takes parts off the shelf at one stroke; those that are not there are passed over."""
        with self._sessions.writing() as session:
            for start in range(0, len(part_ids), _AT_ONCE):
                some = col(PartRow.id).in_(part_ids[start : start + _AT_ONCE])
                session.execute(
                    update(PartRow).where(some, col(PartRow.deleted_at).is_(None)).values(deleted_at=now())
                )

    def stock(self, parts: Sequence[Part]) -> None:
        """Fills a shelf that has never held a part; one that was emptied stays empty."""
        with self._sessions.writing() as session:
            if session.exec(select(PartRow.id)).first() is None:
                put_on(session, parts)

    def change(self, part_id: str, part: Part, version: int) -> PartRecord:
        """Replaces a part; `version` is the one that the change was based on. Raises StaleWrite, NotFound."""
        with self._sessions.writing() as session:
            row = _row(session, part_id)
            if row.version != version:
                raise StaleWrite(f"“{row.name}”", row.version)
            row.name, row.document, row.version, row.changed_at = part.name, _text(part), version + 1, now()
            session.flush()
            return _record(row)

    def pin(self, part_id: str, *, pinned: bool) -> PartRecord:
        """Pins a part to the top of the shelf, or lets it go."""
        with self._sessions.writing() as session:
            row = _row(session, part_id)
            row.pinned = pinned
            session.flush()
            return _record(row)

    def delete(self, part_id: str) -> None:
        """Takes a part off the shelf; `restore` puts it back."""
        with self._sessions.writing() as session:
            _row(session, part_id).deleted_at = now()

    def restore(self, part_id: str) -> PartRecord:
        """Puts a part back on the shelf."""
        with self._sessions.writing() as session:
            row = session.exec(select(PartRow).where(PartRow.id == part_id)).first()
            if row is None:
                raise NotFound("This part")
            row.deleted_at = None
            session.flush()
            return _record(row)


def put_on(session: Session, parts: Sequence[Part]) -> None:
    """Puts parts on a shelf as they are, whatever stands there."""
    session.add_all(PartRow(name=part.name, document=_text(part)) for part in parts)


def bring_in(session: Session, parts: Sequence[Part]) -> BroughtIn:
    """Adds parts, but for those that the shelf holds already. Raises InvalidInput where it is full."""
    present = select(PartRow.document).where(col(PartRow.deleted_at).is_(None))
    held = set(session.exec(present))
    texts = [(part.name, _text(part)) for part in parts]
    at = now()
    # As plain values: thousands of row objects would take several seconds to make.
    new = [
        {"id": new_id(), "name": name, "document": text, "pinned": False, "version": 1}
        | {"created_at": at, "changed_at": at}
        for name, text in texts
        if text not in held
    ]
    _see_that_there_is_room(session, len(new))
    if new:
        session.execute(insert(PartRow), new)
    return BroughtIn(added=[str(row["id"]) for row in new], known=len(parts) - len(new))


def _see_that_there_is_room(session: Session, more: int) -> None:
    count = session.exec(select(func.count()).where(col(PartRow.deleted_at).is_(None))).one()
    if count + more > MOST_PARTS:
        raise InvalidInput(
            [
                Problem(
                    "", f"a shelf holds at most {MOST_PARTS} parts; it has {count}, and these are {more} more"
                )
            ]
        )


def part_records(session: Session) -> list[PartRecord]:
    """Every part on the shelf, in the order in which they came."""
    ask = select(PartRow).where(col(PartRow.deleted_at).is_(None)).order_by(col(PartRow.number))
    return [_record(row) for row in session.exec(ask)]


def _row(session: Session, part_id: str) -> PartRow:
    row = session.exec(
        select(PartRow).where(PartRow.id == part_id, col(PartRow.deleted_at).is_(None))
    ).first()
    if row is None:
        raise NotFound("This part")
    return row


def _record(row: PartRow) -> PartRecord:
    part, figures = _worked_out(row.document)
    return PartRecord(id=row.id, part=part, pinned=row.pinned, version=row.version, figures=figures)


@lru_cache(maxsize=MOST_PARTS)
def _worked_out(document: str) -> tuple[Part, PartFigures]:
    """A part and its figures: kept, since a shelf of thousands is asked for again at every change of one."""
    part = validate(Part, json.loads(document))
    return part, part_figures(part)


def _text(part: Part) -> str:
    return json.dumps(as_json(part), ensure_ascii=False, allow_nan=False)
