"""The wheel holds all that is needed, and runs where there is no Node."""

import os
import subprocess
import sys
import urllib.request
import zipfile
from pathlib import Path

import pytest

ROOT = Path(__file__).parents[2]
RUN = "from kettledrum.cli import main; import kettledrum; print(kettledrum.__file__, flush=True); main()"


@pytest.fixture(scope="module")
def wheel(tmp_path_factory):
    directory = tmp_path_factory.mktemp("wheel")
    words = [sys.executable, "-m", "pip", "wheel", "--quiet", "--no-deps", "--wheel-dir", str(directory), "."]
    subprocess.run(words, cwd=ROOT, check=True)
    [file] = directory.glob("kettledrum-*.whl")
    return file


def test_it_holds_the_front_end_the_migrations_the_demo_and_the_schemas(wheel):
    names = set(zipfile.ZipFile(wheel).namelist())
    assert {
        "kettledrum/api/static/index.html",
        "kettledrum/demo/honey-round.json",
        "kettledrum/formats/json-schemas/kettledrum-setup-1.json",
        "kettledrum/store/migrations/env.py",
        "kettledrum/store/migrations/versions/m0001_jobs_and_setups.py",
    } <= names
    assets = "kettledrum/api/static/assets"
    for kind, ending in (("index", ".js"), ("style", ".css")):
        there = [name for name in names if name.startswith(f"{assets}/{kind}-")]
        assert {Path(name).suffix for name in there} == {ending, ".br", ".gz"}
    assert not [name for name in names if "node_modules" in name or name.startswith(("web/", "tests/"))]


def test_it_runs_without_node(wheel, tmp_path):
    inside = tmp_path / "inside"
    zipfile.ZipFile(wheel).extractall(inside)
    served = subprocess.Popen(
        [sys.executable, "-c", RUN, "demo"],
        cwd=tmp_path,
        env={
            **os.environ,
            "PATH": str(tmp_path),
            "PYTHONPATH": str(inside),
            "PYTHONUNBUFFERED": "1",
            "KETTLEDRUM_DATA": str(tmp_path / "data"),
        },
        stdout=subprocess.PIPE,
        text=True,
    )
    assert served.stdout is not None
    assert served.stdout.readline().startswith(str(inside))
    address = served.stdout.readline().split()[-1]
    with urllib.request.urlopen(address) as page:
        assert b"/assets/index-" in page.read()
    with urllib.request.urlopen(address + "api/jobs") as jobs:
        assert b"Honey round" in jobs.read()
    served.terminate()
    served.communicate(timeout=10)
