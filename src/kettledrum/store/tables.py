"""The tables. A setup's or a need's own content is kept as JSON: what the models keep is kept here."""

from datetime import UTC, datetime
from uuid import uuid4

from sqlalchemy import Index, text
from sqlmodel import Field, SQLModel


def new_id() -> str:
    """A new identity, which a page's address may hold."""
    return uuid4().hex


def now() -> str:
    """This moment, UTC, as ISO 8601 text."""
    return datetime.now(UTC).isoformat(timespec="milliseconds")


class JobRow(SQLModel, table=True):
    """A job: its need as JSON, which setup is its reference, the revision it stands at, and whether it is
    the demo's.
    """

    __tablename__ = "job"

    id: str = Field(default_factory=new_id, primary_key=True)
    name: str
    need: str
    reference_id: str | None = None
    version: int = 1
    created_at: str = Field(default_factory=now)
    changed_at: str = Field(default_factory=now)
    revision: int = Field(default=0, sa_column_kwargs={"server_default": "0"})
    deleted_at: str | None = None
    demo: bool = Field(default=False, sa_column_kwargs={"server_default": "0"})


class SetupRow(SQLModel, table=True):
    """A setup of a job; a deleted one stays, marked, so that it can be brought back."""

    __tablename__ = "setup"
    __table_args__ = (
        Index("setup_name", "job_id", "name", unique=True, sqlite_where=text("deleted_at IS NULL")),
        Index("setup_letter", "job_id", "letter", unique=True, sqlite_where=text("deleted_at IS NULL")),
        Index("setup_versions", "job_id", "version"),
    )

    id: str = Field(default_factory=new_id, primary_key=True)
    job_id: str = Field(foreign_key="job.id", ondelete="CASCADE")
    position: int
    letter: str
    name: str
    document: str
    version: int = 1
    created_at: str = Field(default_factory=now)
    changed_at: str = Field(default_factory=now)
    deleted_at: str | None = None


class RoadLineRow(SQLModel, table=True):
    """The points of roads as JSON, by their digest. They never change, so that many revisions share them."""

    __tablename__ = "road_line"

    id: str = Field(primary_key=True)
    content: str


class RoadRow(SQLModel, table=True):
    """A road of a job; a deleted one stays, marked, so that it can be brought back."""

    __tablename__ = "road"
    __table_args__ = (
        Index("road_name", "job_id", "name", unique=True, sqlite_where=text("deleted_at IS NULL")),
        Index("road_versions", "job_id", "version"),
    )

    id: str = Field(default_factory=new_id, primary_key=True)
    job_id: str = Field(foreign_key="job.id", ondelete="CASCADE")
    position: int
    name: str
    document: str
    line_id: str | None = Field(default=None, foreign_key="road_line.id")
    length_m: float
    ascent_m: float
    version: int = 1
    created_at: str = Field(default_factory=now)
    changed_at: str = Field(default_factory=now)
    deleted_at: str | None = None


class BikeRow(SQLModel, table=True):
    """A bike of a job without its rides; a deleted one stays, marked, so that it can be brought back."""

    __tablename__ = "bike"
    __table_args__ = (
        Index("bike_name", "job_id", "name", unique=True, sqlite_where=text("deleted_at IS NULL")),
        Index("bike_versions", "job_id", "version"),
    )

    id: str = Field(default_factory=new_id, primary_key=True)
    job_id: str = Field(foreign_key="job.id", ondelete="CASCADE")
    position: int
    name: str
    document: str
    version: int = 1
    created_at: str = Field(default_factory=now)
    changed_at: str = Field(default_factory=now)
    deleted_at: str | None = None


class RideSecondsRow(SQLModel, table=True):
    """The packed seconds of rides, by their digest. They never change, so that many revisions share them."""

    __tablename__ = "ride_seconds"

    id: str = Field(primary_key=True)
    content: bytes


class RideRow(SQLModel, table=True):
    """A ride of a bike; a deleted one stays, marked, so that it can be brought back. `day` is when it was."""

    __tablename__ = "ride"
    __table_args__ = (
        Index("ride_days", "bike_id", "day"),
        Index("ride_versions", "job_id", "version"),
    )

    id: str = Field(default_factory=new_id, primary_key=True)
    job_id: str = Field(foreign_key="job.id", ondelete="CASCADE")
    bike_id: str = Field(foreign_key="bike.id", ondelete="CASCADE")
    day: str
    document: str
    seconds_id: str | None = Field(default=None, foreign_key="ride_seconds.id")
    version: int = 1
    created_at: str = Field(default_factory=now)
    changed_at: str = Field(default_factory=now)
    deleted_at: str | None = None


class RevisionRow(SQLModel, table=True):
    """A change to a job, with what stood before and after it; above the job's own number it is undone."""

    __tablename__ = "revision"
    __table_args__ = (Index("revision_number", "job_id", "number", unique=True),)

    id: int | None = Field(default=None, primary_key=True)
    job_id: str = Field(foreign_key="job.id", ondelete="CASCADE")
    number: int
    what: str
    changes: str
    at: str = Field(default_factory=now)


class PartRow(SQLModel, table=True):
    """A part on the shelf; a deleted one stays, marked, so that it can be put back."""

    __tablename__ = "part"

    number: int | None = Field(default=None, primary_key=True)
    id: str = Field(default_factory=new_id, unique=True)
    name: str
    document: str
    pinned: bool = False
    version: int = 1
    created_at: str = Field(default_factory=now)
    changed_at: str = Field(default_factory=now)
    deleted_at: str | None = None
