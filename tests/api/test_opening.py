"""The application while it opens: what is there at once, what waits, and that all answers are the same."""

import subprocess
import sys
import threading

import pytest
from starlette.testclient import TestClient

from kettledrum.api import opening
from kettledrum.api.access import Access
from kettledrum.api.app import ROUTERS, create_app
from kettledrum.api.opening import Opening
from kettledrum.api.shell import Stands


@pytest.fixture
def stands(store, tmp_path):
    (tmp_path / "static" / "assets").mkdir(parents=True)
    (tmp_path / "static" / "index.html").write_text("<title>Kettledrum</title>")
    (tmp_path / "static" / "assets" / "some.js").write_text("1")
    return Stands(store, tmp_path / "static")


def asked(app) -> TestClient:
    return TestClient(app, base_url="http://127.0.0.1")


AT_ONCE = ["/", "/jobs/1/setups", "/assets/some.js", "/assets/none.js", "/api/jobs", "/api/jobs/places"]


@pytest.mark.parametrize("path", AT_ONCE)
def test_the_page_and_the_list_of_jobs_do_not_wait(stands, monkeypatch, path):
    monkeypatch.setattr(Opening, "load", lambda self: pytest.fail("waits for all of it"))
    asked(Opening(stands)).get(path)


@pytest.mark.parametrize(
    ("method", "path"),
    [
        *(("GET", path) for path in AT_ONCE),
        *(("GET", f"/api/{path}") for path in ("shelf", "jobs/none", "nowhere", "openapi.json")),
        ("POST", "/api/jobs"),
        ("DELETE", "/api/jobs"),
        ("POST", "/api/jobs/places"),
        ("PUT", "/"),
    ],
)
def test_each_answer_is_that_of_the_whole(stands, store, method, path):
    first = asked(Opening(stands)).request(method, path)
    whole = asked(create_app(store, stands.static)).request(method, path)
    assert (first.status_code, first.content) == (whole.status_code, whole.content)
    assert first.headers.items() >= {(key, value) for key, value in whole.headers.items() if key != "date"}


def test_it_is_loaded_once_whoever_asks(stands, monkeypatch):
    made = []
    real = opening.application
    monkeypatch.setattr(
        opening, "application", lambda *words: made.append(len(list(words[1]))) or real(*words)
    )
    app = Opening(stands)
    threads = [threading.Thread(target=app.load) for _ in range(4)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert asked(app).get("/api/shelf").status_code == 200
    assert made == [1, len(ROUTERS)]


@pytest.mark.parametrize("path", ["/", "/api/jobs", "/api/shelf"])
def test_nobody_else_is_answered_meanwhile(stands, path):
    guarded = Opening(Stands(stands.store, stands.static, Access("a token")))
    assert asked(guarded).get(path).status_code == 401
    assert TestClient(Opening(stands), base_url="http://elsewhere.example").get(path).status_code == 400


def test_what_is_there_at_once_loads_nothing_that_works_jobs_out():
    told = subprocess.run(
        [sys.executable, "-c", "import kettledrum.server, sys; print(*sys.modules)"],
        capture_output=True,
        text=True,
        check=True,
    ).stdout.split()
    assert "kettledrum.api.opening" in told
    routes = {name.rpartition(".")[2] for name in told if name.startswith("kettledrum.api.routes.")}
    assert routes == {"job_list"}
    assert not {f"kettledrum.core.{room}" for room in ("search", "verdict", "fit", "swap", "quick")} & {*told}
