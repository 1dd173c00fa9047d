"""The server killed while it writes, on a full disk, without leave to write, and open to a network."""

import http.client
import json
import os
import random
import resource
import shutil
import signal
import sqlite3
import subprocess
import sys
import threading
import time
import urllib.error
from contextlib import closing

import pytest

from examples import brief, setup
from fuzzing import LONGER
from kettledrum.store.file.sqlite import FILE_NAME
from serving import Served

KILLS = 6 * LONGER


def integrity(directory) -> str:
    with closing(sqlite3.connect(directory / FILE_NAME)) as connection:
        return connection.execute("PRAGMA integrity_check").fetchone()[0]


class Writer:
    """Sends jobs one after the other; `answered` are the names of those that were said to be kept."""

    def __init__(self, address: str, start: int) -> None:
        self.answered: list[str] = []
        self.refused: dict | None = None
        self._connection = http.client.HTTPConnection(address.split("/")[2], timeout=10)
        self._next = start

    def write(self) -> bool:
        name = f"Job {self._next}"
        self._next += 1
        body = json.dumps({**brief(setup(name="One"), setup(name="Two")), "name": name})
        try:
            self._connection.request("POST", "/api/jobs", body, {"content-type": "application/json"})
            answer = self._connection.getresponse()
            content = json.loads(answer.read())
        except (OSError, http.client.HTTPException, ValueError):
            return False
        if answer.status != 201:
            self.refused = {"status": answer.status, **content}
            return False
        self.answered.append(name)
        return True

    def write_on(self) -> None:
        """Writes until that fails."""
        with closing(self._connection):
            while self.write():
                pass


def test_killed_in_a_stream_of_writes_it_keeps_every_write_that_was_answered(tmp_path):
    answered: list[str] = []
    chance = random.Random(11)
    for kill in range(KILLS):
        served = Served("serve", data=tmp_path)
        # All of it is loaded, so that writes are answered before it is killed.
        served.get("api/shelf")
        known = {job["name"] for job in served.get("api/jobs")}
        assert set(answered) <= known
        writers = [Writer(served.address, 10_000 * (2 * kill + number)) for number in range(2)]
        threads = [threading.Thread(target=writer.write_on) for writer in writers]
        for thread in threads:
            thread.start()
        time.sleep(chance.uniform(0.05, 0.5))
        served.stop(signal.SIGKILL)
        for thread in threads:
            thread.join()
        answered += [name for writer in writers for name in writer.answered]
        assert integrity(tmp_path) == "ok"
    served = Served("serve", data=tmp_path)
    jobs = served.get("api/jobs")
    served.stop()
    assert len(answered) > KILLS
    assert set(answered) <= {job["name"] for job in jobs}
    # A job is never there in part.
    assert {job["setup_count"] for job in jobs} == {2}
    assert list(tmp_path.glob("*damaged*")) == []


def test_on_a_full_disk_what_was_kept_stays_and_what_was_not_is_said(tmp_path):
    def little_room():
        # No file may grow beyond this: a write past it fails, as it does on a full disk.
        resource.setrlimit(resource.RLIMIT_FSIZE, (300_000, 300_000))

    served = Served("serve", data=tmp_path, before=little_room)
    writer = Writer(served.address, 0)
    writer.write_on()
    assert writer.refused is not None
    assert writer.refused["status"] == 503
    assert "the store cannot be written: the disk" in writer.refused["detail"]
    assert [job["name"] for job in served.get("api/jobs")] == writer.answered
    served.stop()
    assert integrity(tmp_path) == "ok"
    served = Served("serve", data=tmp_path)
    assert [job["name"] for job in served.get("api/jobs")] == writer.answered
    served.stop()


UNPRIVILEGED = ("setpriv", "--bounding-set=-dac_override,-dac_read_search") if os.getuid() == 0 else ()
"""Before a command, takes from it the right, which root has, to write where nobody may."""


def unprivileged(*words: str) -> subprocess.CompletedProcess[str]:
    """Runs a command that may not write where nobody may."""
    command = [*UNPRIVILEGED, sys.executable, "-c", "from kettledrum.cli import main; main()", *words]
    return subprocess.run(command, capture_output=True, text=True, timeout=30, check=False)


@pytest.mark.skipif(os.getuid() == 0 and shutil.which("setpriv") is None, reason="root may write anywhere")
def test_a_data_directory_that_may_not_be_written_is_opened_to_look_at_or_named(tmp_path):
    data = tmp_path / "data"
    served = Served("serve", data=data)
    served.send("POST", "api/jobs", brief(name="Round"))
    served.stop()
    empty = tmp_path / "empty"
    empty.mkdir()
    for path in (data / FILE_NAME, data, empty):
        path.chmod(0o555 if path.is_dir() else 0o444)
    try:
        for directory in (empty, empty / "inner"):
            ended = unprivileged("serve", "--data", str(directory))
            assert (ended.returncode, ended.stdout) == (2, "")
            assert f"store in {directory}" in ended.stderr
            assert ended.stderr.count("\n") == 1
        ended = unprivileged("export", "--data", str(data))
        assert ended.returncode == 2
        assert ended.stderr.startswith(f"the store in {data} cannot be opened: ")
        looked = Served("serve", data=data, words_before=UNPRIVILEGED)
        assert "and may be looked at but not changed" in looked.said
        assert [job["name"] for job in looked.get("api/jobs")] == ["Round"]
        assert looked.get("api/data")["read_only"] is True
        with pytest.raises(urllib.error.HTTPError) as refused:
            looked.send("POST", "api/jobs", brief(name="New"))
        assert refused.value.code == 503
        assert "may be looked at but not changed" in json.load(refused.value)["detail"]
        looked.stop()
    finally:
        for path in (data, data / FILE_NAME, empty):
            path.chmod(0o755)
    served = Served("serve", data=data)
    assert [job["name"] for job in served.get("api/jobs")] == ["Round"]
    served.stop()


def test_open_to_a_network_it_asks_for_a_token_that_stands_in_no_log(tmp_path):
    log = tmp_path / "log"
    data = tmp_path / "data"
    with log.open("wb") as errors:
        served = Served("serve", "--host", "0.0.0.0", data=data, errors=errors)
    where, _, token = served.address.partition("?token=")
    assert len(token) >= 32
    port = where.rstrip("/").rpartition(":")[2]

    def status(path: str, **headers: str) -> int:
        with closing(http.client.HTTPConnection("127.0.0.1", int(port), timeout=10)) as connection:
            connection.request("GET", path, headers=headers)
            return connection.getresponse().status

    assert status("/api/jobs") == 401
    assert status("/api/jobs", authorization=f"Bearer {token}") == 200
    assert status(f"/?token={token}") == 303
    assert status("/api/jobs", authorization=f"Bearer {token}", host="kettle.example") == 400
    # The address carries the token past a path that breaks, and past one that is no HTTP.
    assert status(f"/%ff?token={token}") == 303
    served.stop()
    assert "what is sent is not encrypted" in served.said
    assert "on a network that you trust" in served.said
    # It is said once, where it was started, and nowhere else.
    assert served.said.count(token) == 1
    kept = [path for path in tmp_path.rglob("*") if path.is_file()]
    assert log in kept
    assert [path for path in kept if token.encode() in path.read_bytes()] == []


def test_an_address_that_is_not_this_machines_is_refused(tmp_path):
    for host in ("192.0.2.7", "no such name"):
        ended = unprivileged("serve", "--host", host, "--data", str(tmp_path))
        assert (ended.returncode, ended.stderr.count("\n")) == (2, 1)
        assert ended.stderr.startswith(f"--host: {host} ")


def test_a_second_start_on_the_same_data_says_where_the_first_is(tmp_path):
    served = Served("serve", data=tmp_path)
    ended = subprocess.run(
        [sys.executable, "-c", "from kettledrum.cli import main; main()", "serve", "--data", str(tmp_path)],
        capture_output=True,
        text=True,
        timeout=30,
        check=False,
    )
    assert (ended.returncode, ended.stdout) == (2, "")
    assert ended.stderr == (
        f"Kettledrum is running on the data in {tmp_path} already: open {served.address}\n"
    )
    # One that was killed holds nothing.
    served.stop(signal.SIGKILL)
    again = Served("serve", data=tmp_path)
    assert again.get("api/jobs") == []
    again.stop()
