"""Brings a store's tables up to this version, after a copy of it was put aside.

Alembic is loaded only where there is something to bring up: it is a good part of the time to start.
"""

from pathlib import Path

from sqlalchemy import Engine

from kettledrum import __version__
from kettledrum.store.errors import StoreUnusable
from kettledrum.store.sqlite_file import copy_into, opened, revision_of, stamped

_MIGRATIONS = Path(__file__).parent / "migrations"


def migrate(engine: Engine, file: Path) -> None:
    """Brings the store in `file` up to date. Raises StoreUnusable for one of a newer version."""
    known = sorted(path.name[1:5] for path in (_MIGRATIONS / "versions").glob("m*.py"))
    revision = revision_of(file) if file.exists() else None
    if revision == known[-1]:
        return
    if revision is not None and revision not in known:
        raise StoreUnusable(
            f"the store in {file.parent} was made by a newer Kettledrum; this one is {__version__}"
        )
    if revision is not None:
        with opened(file) as connection:
            copy_into(connection, stamped(file.parent, f"before-update-from-{revision}"))
    _upgrade(engine)


def _upgrade(engine: Engine) -> None:
    from alembic import command
    from alembic.config import Config

    config = Config()
    config.set_main_option("script_location", str(_MIGRATIONS))
    config.set_main_option("path_separator", "os")
    with engine.execution_options(writes=True).begin() as connection:
        config.attributes["connection"] = connection
        command.upgrade(config, "head")
