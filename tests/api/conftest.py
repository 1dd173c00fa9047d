"""A store of its own for each test, and the API on it."""

import pytest
from fastapi.testclient import TestClient

from kettledrum.api.app import create_app
from kettledrum.store import Store


@pytest.fixture
def store(tmp_path):
    store = Store(tmp_path)
    yield store
    store.close()


@pytest.fixture
def client(store):
    return TestClient(create_app(store), base_url="http://127.0.0.1")
