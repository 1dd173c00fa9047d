"""A store of its own for each test."""

from pathlib import Path

import pytest

from kettledrum.store import Store


@pytest.fixture
def store(tmp_path: Path):
    store = Store(tmp_path)
    yield store
    store.close()
