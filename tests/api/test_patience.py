"""A server that nothing stalls: connections that say nothing, logs that somebody would fill, long files."""

import json
import logging
import re
import socket
import threading
import time
import urllib.error
import urllib.request
from pathlib import Path

import pytest
import uvicorn

from examples import NINE_SPEED_HUB, brief
from kettledrum import timed_http
from kettledrum.api.app import create_app
from kettledrum.core.job.brief import Brief
from kettledrum.core.terms.validation import validate
from kettledrum.formats.archive import Everything, pack
from kettledrum.store import Store
from kettledrum.throttled_log import Throttle, throttle_logs
from serving import Served


@pytest.fixture
def impatient(tmp_path, monkeypatch):
    """A server that waits a third of a second for a request's head: its host and port."""
    monkeypatch.setattr(timed_http, "ASKS_WITHIN_S", 0.35)
    store = Store(tmp_path)
    listener = socket.create_server(("127.0.0.1", 0))
    config = uvicorn.Config(
        create_app(store), http=timed_http.TimedProtocol, lifespan="off", log_level="critical"
    )
    server = uvicorn.Server(config)
    running = threading.Thread(target=server.run, kwargs={"sockets": [listener]})
    running.start()
    while not server.started:
        time.sleep(0.01)
    yield listener.getsockname()
    server.should_exit = True
    running.join()
    store.close()


def closed_after(connection: socket.socket) -> float:
    begun = time.monotonic()
    connection.settimeout(10)
    while connection.recv(4096):
        pass
    return time.monotonic() - begun


@pytest.mark.parametrize("said", [b"", b"GET /api/jobs HTTP/1.1\r\nHost: 127.0.0.1\r\nX-Slow: "])
def test_whoever_connects_and_does_not_ask_makes_room(impatient, said):
    with socket.create_connection(impatient) as connection:
        connection.sendall(said)
        assert 0.2 < closed_after(connection) < 5


def test_a_second_request_must_come_as_soon_and_a_slow_body_may_take_its_time(impatient):
    host = f"127.0.0.1:{impatient[1]}".encode()
    ask = b"GET /api/jobs HTTP/1.1\r\nHost: " + host + b"\r\n\r\n"
    with socket.create_connection(impatient) as connection:
        connection.sendall(ask)
        assert connection.recv(4096).startswith(b"HTTP/1.1 200")
        connection.sendall(ask[:20])
        assert closed_after(connection) < 5
    body = json.dumps({"format": "kettledrum-brief/1"}).encode()
    with socket.create_connection(impatient) as connection:
        connection.sendall(
            b"POST /api/calculate/compare HTTP/1.1\r\nHost: "
            + host
            + b"\r\nContent-Type: application/json\r\n"
            b"Content-Length: " + str(len(body)).encode() + b"\r\n\r\n" + body[:5]
        )
        time.sleep(0.8)
        connection.sendall(body[5:])
        connection.settimeout(10)
        assert connection.recv(4096).startswith(b"HTTP/1.1 422")


def test_of_many_connections_the_one_that_is_silent_for_longest_makes_room(impatient, monkeypatch):
    monkeypatch.setattr(timed_http, "ASKS_WITHIN_S", 30)
    monkeypatch.setattr(timed_http, "MOST_AT_ONCE", 4)
    silent = []
    for _ in range(4):
        silent.append(socket.create_connection(impatient))
        time.sleep(0.05)
    for _ in range(3):
        url = f"http://127.0.0.1:{impatient[1]}/api/jobs"
        with urllib.request.urlopen(url) as answer:
            assert json.load(answer) == []
    # Only as many went as were needed, from the oldest on; urllib closes its own connections.
    assert closed_after(silent[0]) < 5
    silent[-1].settimeout(0.3)
    with pytest.raises(TimeoutError):
        silent[-1].recv(1)
    for each in silent:
        each.close()


def test_a_record_of_any_part_of_the_application_is_throttled(capfd):
    own = logging.getLogger("kettledrum")
    before = own.handlers[:], own.propagate
    try:
        own.handlers = []
        throttle_logs()
        for _ in range(50):
            logging.getLogger("kettledrum.api.problem_details").error("an answer failed")
    finally:
        own.handlers, own.propagate = before
    assert capfd.readouterr().err.count("an answer failed") == 5


def test_what_is_said_again_and_again_is_written_a_few_times(monkeypatch):
    at = {"now": 0.0}
    monkeypatch.setattr("kettledrum.throttled_log.time.monotonic", lambda: at["now"])
    throttle = Throttle()

    def written(message: str) -> list[str]:
        record = logging.LogRecord("uvicorn.error", logging.WARNING, "", 0, message, (), None)
        return [record.getMessage()] if throttle.filter(record) else []

    assert sum(len(written("Invalid HTTP request received.")) for _ in range(5000)) == 5
    assert written("something else") == ["something else"]
    at["now"] = 61.0
    assert written("Invalid HTTP request received.") == [
        "Invalid HTTP request received. (and 4995 times before, not written)"
    ]
    assert written("Invalid HTTP request received.") == ["Invalid HTTP request received."]


ZEROS = "[" + "0," * 7_900_000 + "0]"
BRIEF = (
    '{"format":"kettledrum-brief/1","name":"x","rider":{"mass_kg":80,"power_w":100,"cadence_rpm":[60,90]},'
)
HOSTILE = {
    "zeros": ("/api/calculate/compare", lambda: ZEROS[:3_900_000] + "0]"),
    "objects": ("/api/calculate/compare", lambda: "[" + "{}," * 1_300_000 + "{}]"),
    "lists": ("/api/calculate/compare", lambda: BRIEF + '"setups":[' + "[]," * 1_200_000 + "[]]}"),
    "keys": (
        "/api/calculate/compare",
        lambda: "{" + ",".join(f'"k{number}":0' for number in range(300_000)) + "}",
    ),
    "deep": ("/api/calculate/compare", lambda: "[" * 1_900_000),
    "text": ("/api/calculate/compare", lambda: BRIEF + '"notes":"' + "x" * 3_800_000 + '","setups":[]}'),
    "import of zeros": ("/api/import", lambda: ZEROS),
    "points": (
        "/api/import",
        lambda: BRIEF + '"setups":[],"road":{"routes":[{"name":"r","points":['
        + "[0,0]," * 2_400_000 + "]}]}}",
    ),
    "wrong points": (
        "/api/import",
        lambda: BRIEF + '"setups":[],"road":{"routes":[{"name":"r","points":['
        + ",".join(['["a","b"]'] * 700_000) + "]}]}}",
    ),
    "parts": ("/api/shelf/import", lambda: '{"format":"kettledrum-shelf/1","parts":' + ZEROS + "}"),
    "columns": ("/api/shelf/import", lambda: "kind,name" + ",x" * 40_000 + "\nhub,h" + ",1" * 40_000),
    "rows": ("/api/shelf/import", lambda: "kind,name\n" + "hub,h\n" * 2_600_000),
    "commas": ("/api/shelf/import", lambda: "kind,name\n" + "," * 15_000_000),
    "one cell": ("/api/shelf/import", lambda: 'kind,name\nhub,"' + "x" * 15_000_000),
    "tags": ("/roads/import", lambda: "<gpx>" + "<a>" * 19_000_000),
    "tracks": ("/roads/import", lambda: "<gpx>" + "<trk/>" * 9_000_000),
    "attributes": ("/roads/import", lambda: "<gpx><trkpt " + 'a="1" ' * 9_000_000),
    "track points": ("/roads/import", lambda: "<gpx><trk>" + '<trkpt lat="1" lon="2"/>' * 900_000),
    "road rows": ("/roads/import", lambda: "distance,elevation\n" + "1,2\n" * 3_000_000),
}  # fmt: skip
WAIT_S, MEMORY_MB = 0.3, 300


def memory_mb(pid: int, what: str) -> float:
    told = Path(f"/proc/{pid}/status").read_text(encoding="utf-8")
    return int(re.search(rf"{what}:\s+(\d+)", told)[1]) / 1024


def slowness() -> float:
    """How many times as long as on the machine of the aims a bare loop takes here and now."""
    begun = time.perf_counter()
    for _ in range(1_000_000):
        pass
    return max((time.perf_counter() - begun) / 0.047, 1.0)


@pytest.fixture(scope="module")
def served(tmp_path_factory):
    server = Served("demo", data=tmp_path_factory.mktemp("served"))
    # All of it is loaded before anybody is timed.
    server.get("api/calculate/starting-values")
    yield server
    server.stop()


def test_an_archive_of_500_jobs_goes_in_while_others_save(served):
    setups = [{**NINE_SPEED_HUB, "name": f"S {number}"} for number in range(20)]
    first = validate(Brief, brief(*setups, name="0"))
    jobs = [first.model_copy(update={"name": str(number)}) for number in range(500)]
    content = pack(Everything(jobs, []), "2026-05-01T08:00:00+00:00")
    waits, done = [], threading.Event()

    def others() -> None:
        while not done.is_set():
            begun = time.perf_counter()
            served.send("POST", "api/jobs", brief(name="Another"))
            waits.append(time.perf_counter() - begun)
            time.sleep(0.02)

    asking, slow, begun = threading.Thread(target=others), slowness(), time.perf_counter()
    asking.start()
    try:
        request = urllib.request.Request(served.address + "api/import/in-steps", content, method="POST")
        with urllib.request.urlopen(request) as answer:
            *_, last = answer.read().decode().splitlines()
    finally:
        done.set()
        asking.join()
    slow = max(slow, slowness())
    assert len(json.loads(last)["added"]["jobs"]) == 500
    assert time.perf_counter() - begun < 15 * slow
    assert max(waits) < 0.5 * slow * 2


@pytest.mark.skipif(not Path("/proc/self/status").exists(), reason="memory is read from /proc")
@pytest.mark.parametrize("name", HOSTILE)
def test_nobody_waits_for_a_hostile_file_and_it_takes_no_room(served, name):
    path, made = HOSTILE[name]
    if path == "/roads/import":
        path = f"/api/jobs/{served.get('api/jobs')[0]['id']}/roads/import"
    content, pid = made().encode(), served.process.pid
    waits, done = [], threading.Event()

    def others() -> None:
        while not done.is_set():
            begun = time.perf_counter()
            served.get("api/calculate/starting-values")
            waits.append(time.perf_counter() - begun)
            time.sleep(0.01)

    Path(f"/proc/{pid}/clear_refs").write_text("5", encoding="utf-8")
    before, asking, slow = memory_mb(pid, "VmRSS"), threading.Thread(target=others), slowness()
    asking.start()
    kind = "application/json" if "calculate" in path else "application/octet-stream"
    request = urllib.request.Request(
        served.address + path[1:], content, {"content-type": kind}, method="POST"
    )
    try:
        with urllib.request.urlopen(request) as answer:
            told = answer.read().decode().splitlines()[-1]
    except urllib.error.HTTPError as error:
        told = error.read().decode() if error.code in (400, 413, 422) else str(error)
    finally:
        done.set()
        asking.join()
    assert "problems" in told
    assert "\n" not in told
    # Beside other tests on as many processors as there are workers everything takes some times as long.
    assert max(waits) < WAIT_S * max(slow, slowness()) * 2
    assert memory_mb(pid, "VmHWM") - before < MEMORY_MB
