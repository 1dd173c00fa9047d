"""Runs commands as a terminal does."""

import io
import json
import sys

import pytest

from kettledrum.cli import main


@pytest.fixture
def run(monkeypatch, capsys):
    """Runs a command; gives its exit status, standard output and standard error."""

    def run(*words: str, stdin: bytes = b"") -> tuple[int, str, str]:
        monkeypatch.setattr(sys, "argv", ["kettledrum", *words])
        monkeypatch.setattr(sys, "stdin", io.TextIOWrapper(io.BytesIO(stdin)))
        with pytest.raises(SystemExit) as ended:
            main()
        out, err = capsys.readouterr()
        return int(ended.value.code or 0), out, err

    return run


@pytest.fixture
def file(tmp_path):
    def file(data) -> str:
        path = tmp_path / "given.json"
        path.write_bytes(data if isinstance(data, bytes) else json.dumps(data).encode())
        return str(path)

    return file
