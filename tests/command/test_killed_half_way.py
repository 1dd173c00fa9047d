"""Backups, restores, imports and updates that are killed, or have no room on the disk: whole or not."""

import json
import random
import resource
import signal
import sqlite3
import subprocess
import sys
import threading
import time
import urllib.request
from contextlib import closing, suppress
from pathlib import Path

import pytest

from examples import NINE_SPEED_HUB, brief
from fuzzing import LONGER
from kettledrum.core.job.brief import Brief
from kettledrum.core.terms.validation import validate
from kettledrum.formats.archive import Everything, pack
from kettledrum.store import Store, back_up, restore
from kettledrum.store.file.sqlite import FILE_NAME, damage_in
from kettledrum.store.served import serving
from serving import Served

KILLS = 6 * LONGER
MAIN = [sys.executable, "-c", "from kettledrum.cli import main; main()"]


def jobs_of(directory: Path) -> list[str]:
    with closing(sqlite3.connect(directory / FILE_NAME)) as file:
        return [name for (name,) in file.execute("SELECT name FROM job ORDER BY rowid")]


def filled(directory: Path, *names: str) -> None:
    briefs = [
        validate(
            Brief,
            brief(*({**NINE_SPEED_HUB, "name": f"S {number}"} for number in range(12)), name=name),
        )
        for name in names
    ]
    store = Store(directory)
    store.take_in(Everything(briefs, []))
    store.close()


OLD, NEW = [f"Old {n}" for n in range(60)], [f"New {n}" for n in range(60)]


@pytest.fixture
def two(tmp_path) -> tuple[Path, Path]:
    """A data directory, and a backup of another state of it."""
    filled(tmp_path / "other", *NEW)
    back_up(tmp_path / "other", tmp_path / "new.sqlite")
    filled(tmp_path / "data", *OLD)
    return tmp_path / "data", tmp_path / "new.sqlite"


def killed_after(seconds: float, *words: str) -> bool:
    """Runs a command and kills it; whether it was not over before."""
    process = subprocess.Popen([*MAIN, *words], stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
    with suppress(subprocess.TimeoutExpired):
        process.wait(seconds)
        return False
    process.send_signal(signal.SIGKILL)
    process.wait()
    return True


def how_long(*words: str) -> float:
    begun = time.monotonic()
    subprocess.run([*MAIN, *words], check=True, capture_output=True)
    return time.monotonic() - begun


def moments(whole: float, seed: int) -> list[float]:
    chance = random.Random(seed)
    return [chance.uniform(0.3, 1.05) * whole for _ in range(KILLS)]


def test_a_backup_that_is_killed_leaves_nothing_under_its_name(two, tmp_path):
    data, _ = two
    whole = how_long("backup", str(tmp_path / "first.sqlite"), "--data", str(data))
    for number, after in enumerate(moments(whole, 1)):
        target = tmp_path / f"backup-{number}.sqlite"
        killed_after(after, "backup", str(target), "--data", str(data))
        if target.exists():
            assert damage_in(target) is None
            with closing(sqlite3.connect(target)) as copy:
                assert copy.execute("SELECT count(*) FROM job").fetchone() == (len(OLD),)
        assert jobs_of(data) == OLD


def test_a_restore_that_is_killed_leaves_the_old_or_the_new(two):
    data, new = two
    whole = how_long("restore", str(new), "--data", str(data))
    outcomes = set()
    for after in moments(whole, 2):
        killed_after(after, "restore", str(new), "--data", str(data))
        assert damage_in(data / FILE_NAME) is None
        held = jobs_of(data)
        assert held in (OLD, NEW)
        outcomes.add(held[0])
        # As it was before, for the next one.
        if held == NEW:
            for kept in sorted(data.glob("kettledrum-before-restore-*.sqlite"))[:1]:
                restore(data, kept)
        with serving(data):
            pass
        assert list(data.glob(".*.part")) == list(data.glob("restore-*")) == []
    assert outcomes
    served = Served("serve", data=data)
    assert len(served.get("api/jobs")) == len(OLD)
    served.stop()


def test_an_archive_goes_in_whole_or_not_at_all_when_the_server_is_killed(tmp_path):
    briefs = [validate(Brief, brief(NINE_SPEED_HUB, name=f"In {number}")) for number in range(150)]
    content = pack(Everything(briefs, []), "2026-05-01T08:00:00+00:00")
    data, chance = tmp_path / "data", random.Random(3)
    for _ in range(KILLS):
        served = Served("serve", data=data)
        before = len(served.get("api/jobs"))
        # All of it is loaded, so that it is the import that is killed.
        served.get("api/shelf")
        request = urllib.request.Request(served.address + "api/import/in-steps", content, method="POST")
        last: list[dict] = []

        def send(request=request, last=last) -> None:
            with suppress(OSError, ValueError), urllib.request.urlopen(request) as answer:
                last.extend(json.loads(line) for line in answer)

        sending = threading.Thread(target=send)
        sending.start()
        time.sleep(chance.uniform(0.05, 0.7))
        served.stop(signal.SIGKILL)
        sending.join()
        assert damage_in(data / FILE_NAME) is None
        now = len(jobs_of(data))
        assert now - before in (0, 150)
        # What was said to be in is in.
        if last and last[-1].get("added"):
            assert now - before == 150


def older(directory: Path) -> None:
    """Makes a store one that a version before wrote."""
    with closing(sqlite3.connect(directory / FILE_NAME)) as file, file:
        for index in ("setup_versions", "road_versions"):
            file.execute(f"DROP INDEX {index}")
        file.execute("UPDATE alembic_version SET version_num = '0005'")


def test_an_update_that_is_killed_is_done_or_not_begun(two):
    data, _ = two
    for after in moments(2.0, 4):
        older(data) if version_of(data) == "0006" else None
        killed_after(after, "export", str(data / "x.zip"), "--data", str(data))
        (data / "x.zip").unlink(missing_ok=True)
        assert damage_in(data / FILE_NAME) is None
        assert jobs_of(data) == OLD
        with closing(sqlite3.connect(data / FILE_NAME)) as file:
            indexes = {
                name for (name,) in file.execute("SELECT name FROM sqlite_schema WHERE type = 'index'")
            }
        assert {"setup_versions", "road_versions"} <= indexes or version_of(data) == "0005"


def version_of(directory: Path) -> str:
    with closing(sqlite3.connect(directory / FILE_NAME)) as file:
        return file.execute("SELECT version_num FROM alembic_version").fetchone()[0]


@pytest.mark.parametrize("room", [4_096, 20_000, 60_000, 120_000, 200_000])
@pytest.mark.parametrize("command", ["backup", "restore", "import"])
def test_without_room_on_the_disk_it_is_said_in_a_line_and_nothing_is_harmed(two, tmp_path, room, command):
    data, new = two
    archive = tmp_path / "in.zip"
    briefs = [validate(Brief, brief(NINE_SPEED_HUB, name=f"In {number}")) for number in range(150)]
    archive.write_bytes(pack(Everything(briefs, []), "2026-05-01T08:00:00+00:00"))
    out = tmp_path / "out.sqlite"
    words = {"backup": str(out), "restore": str(new), "import": str(archive)}[command]

    def little_room() -> None:
        resource.setrlimit(resource.RLIMIT_FSIZE, (room, room))

    ended = subprocess.run(
        [*MAIN, command, words, "--data", str(data)],
        capture_output=True,
        text=True,
        preexec_fn=little_room,
        check=False,
    )
    assert ended.returncode == 2
    assert ended.stderr.count("\n") == 1
    assert "Traceback" not in ended.stderr
    assert "made a mistake" not in ended.stderr
    assert damage_in(data / FILE_NAME) is None
    assert jobs_of(data) == OLD
    assert not out.exists()
    assert list(tmp_path.glob(".*.part")) == []
