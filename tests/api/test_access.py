"""Who is answered: this machine alone, or on a network whoever brings the token."""

import gzip
import socket

import pytest
from fastapi.testclient import TestClient

from examples import brief
from kettledrum.api.access import Access
from kettledrum.api.app import create_app
from kettledrum.core.job.brief import Brief
from kettledrum.core.terms.validation import validate
from kettledrum.store import Store

TOKEN = "a-token-for-this-test"
NETWORK = Access(TOKEN)


@pytest.fixture
def store(tmp_path):
    store = Store(tmp_path / "data")
    yield store
    store.close()


@pytest.fixture
def static(tmp_path):
    assets = tmp_path / "static" / "assets"
    assets.mkdir(parents=True)
    (tmp_path / "static" / "index.html").write_text("<title>Kettledrum</title>")
    (assets / "page-1a2b.js").write_text("let gear = 1;" * 200)
    (assets / "page-1a2b.js.gz").write_bytes(gzip.compress(b"let gear = 1;" * 200))
    (assets / "page-1a2b.js.br").write_bytes(b"as brotli has it")
    (assets / "small-3c.css").write_text("p{}")
    return tmp_path / "static"


def client(store, static, access, host="192.0.2.7:8750"):
    app = create_app(store, static, access)
    return TestClient(app, base_url=f"http://{host}", follow_redirects=False)


@pytest.mark.parametrize(
    ("host", "alone", "network"),
    [
        ("127.0.0.1:8750", True, True),
        ("LOCALHOST", True, True),
        ("[::1]:8750", True, True),
        ("192.0.2.7:8750", False, True),
        ("[2001:db8::7]", False, True),
        (f"{socket.gethostname()}:8750", False, True),
        ("kettle.example:8750", False, False),
        ("127.0.0.1.kettle.example", False, False),
        ("", False, False),
        ("[::1]evil.example", False, False),
        ("[::1]:8750@evil.example", False, False),
        ("127.0.0.1:8750:1", False, False),
        ("127.0.0.1:port", False, False),
        ("127.0.0.1, evil.example", False, False),
        ("127.0.0.1/evil", False, False),
        ("[127.0.0.1", False, False),
    ],
)
def test_only_our_own_names_are_answered(host, alone, network):
    assert Access().answers_to(host) is alone
    assert NETWORK.answers_to(host) is network


def test_without_the_token_nothing_is_told(store, static):
    store.jobs.add(validate(Brief, brief(name="Round")))
    stranger = client(store, static, NETWORK)
    page = stranger.get("/")
    assert (page.status_code, "asks for its token" in page.text) == (401, True)
    for method, path in (("GET", "/api/jobs"), ("POST", "/api/import"), ("GET", "/api/openapi.json")):
        answer = stranger.request(method, path)
        assert (answer.status_code, answer.headers["content-type"]) == (401, "application/problem+json")
    for wrong in (
        {"authorization": f"Bearer {TOKEN}x"},
        {"authorization": f"Basic {TOKEN}"},
        {"cookie": "kettledrum-token="},
    ):
        assert stranger.get("/api/jobs", headers=wrong).status_code == 401
    assert stranger.get("/assets/page-1a2b.js").status_code == 401
    assert stranger.get("/?token=guess").status_code == 401
    assert stranger.post(f"/api/import?token={TOKEN}").status_code == 401


def test_the_address_with_the_token_opens_it_and_loses_the_token(store, static):
    friend = client(store, static, NETWORK)
    answer = friend.get(f"/jobs/1/setups?token={TOKEN}&gear=3")
    assert (answer.status_code, answer.headers["location"]) == (303, "/jobs/1/setups?gear=3")
    cookie = answer.headers["set-cookie"].lower()
    assert "httponly" in cookie
    assert "samesite=strict" in cookie
    assert friend.get("/").status_code == 200
    assert friend.get("/api/jobs").json() == []
    program = client(store, static, NETWORK)
    assert program.get("/api/jobs", headers={"authorization": f"bearer {TOKEN}"}).status_code == 200


def test_a_page_elsewhere_gets_nothing_even_with_the_token(store, static):
    headers = {"authorization": f"Bearer {TOKEN}", "origin": "http://kettle.example"}
    assert client(store, static, NETWORK).get("/api/jobs", headers=headers).status_code == 403


@pytest.mark.parametrize(
    ("method", "path", "told", "status"),
    [
        ("GET", "/api/jobs", {"sec-fetch-site": "same-origin"}, 200),
        ("GET", "/api/jobs", {"sec-fetch-site": "none"}, 200),
        ("GET", "/api/jobs", {}, 200),
        ("GET", "/api/jobs", {"sec-fetch-site": "cross-site"}, 403),
        ("GET", "/api/jobs", {"sec-fetch-site": "same-site"}, 403),
        ("GET", "/api/archive", {"sec-fetch-site": "cross-site", "sec-fetch-mode": "navigate",
                                 "sec-fetch-dest": "document"}, 403),
        ("GET", "/", {"sec-fetch-site": "cross-site", "sec-fetch-mode": "navigate",
                      "sec-fetch-dest": "document"}, 200),
        ("GET", "/", {"sec-fetch-site": "cross-site", "sec-fetch-mode": "navigate",
                      "sec-fetch-dest": "iframe"}, 403),
        ("GET", "/assets/small-3c.css", {"sec-fetch-site": "cross-site", "sec-fetch-mode": "no-cors",
                                         "sec-fetch-dest": "style"}, 403),
        ("POST", "/api/jobs/demo", {"sec-fetch-site": "cross-site", "sec-fetch-mode": "navigate",
                                    "sec-fetch-dest": "document"}, 403),
    ],
)  # fmt: skip
def test_what_a_browser_says_of_who_asks_is_heeded(store, static, method, path, told, status):
    asked = client(store, static, Access(), host="127.0.0.1:8750")
    answer = asked.request(method, path, headers=told)
    assert answer.status_code == status
    if status == 200:
        assert answer.headers["cross-origin-resource-policy"] == "same-origin"
        assert answer.headers["cross-origin-opener-policy"] == "same-origin"


@pytest.mark.parametrize(
    ("accepted", "encoding"),
    [("gzip, deflate, br", "br"), ("gzip", "gzip"), ("br;q=0, gzip;q=0.5", "gzip"), ("", None)],
)
def test_files_go_out_as_the_build_has_compressed_them(store, static, accepted, encoding):
    page = client(store, static, Access(), "127.0.0.1")
    with page.stream("GET", "/assets/page-1a2b.js", headers={"accept-encoding": accepted}) as answer:
        assert answer.headers.get("content-encoding") == encoding
        assert answer.headers["vary"] == "Accept-Encoding"
        assert answer.headers["content-type"].startswith("text/javascript")
        assert "immutable" in answer.headers["cache-control"]
        ending = {"br": ".br", "gzip": ".gz", None: ""}[encoding]
        assert b"".join(answer.iter_raw()) == (static / f"assets/page-1a2b.js{ending}").read_bytes()


def test_a_file_too_small_to_compress_goes_out_as_it_is(store, static):
    page = client(store, static, Access(), "127.0.0.1")
    assert page.get("/assets/small-3c.css").text == "p{}"
    gone = page.get("/assets/gone-9f.js")
    assert (gone.status_code, gone.headers["cache-control"]) == (404, "no-store")
    assert page.get("/assets/..%2f..%2fdata/kettledrum.sqlite").status_code == 404
