"""A server started as a user starts it, in a process of its own, and the words to start Chromium with."""

import json
import os
import signal
import subprocess
import sys
import urllib.request
from pathlib import Path
from typing import Any

CHROMIUM_WORDS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]


class Served:
    """`kettledrum` with some words, on a data directory; `address` is where it is served."""

    def __init__(self, *words: str, data: Path) -> None:
        self.data = data
        self.process = subprocess.Popen(
            [sys.executable, "-c", "from kettledrum.cli import main; main()", *words],
            env={**os.environ, "KETTLEDRUM_DATA": str(data), "PYTHONUNBUFFERED": "1"},
            stdout=subprocess.PIPE,
            text=True,
        )
        assert self.process.stdout is not None
        self.address = self.process.stdout.readline().split()[-1]

    def get(self, path: str) -> Any:
        with urllib.request.urlopen(self.address + path) as answer:
            return json.load(answer)

    def send(self, method: str, path: str, data: Any = None) -> None:
        request = urllib.request.Request(
            self.address + path,
            method=method,
            data=None if data is None else json.dumps(data).encode(),
            headers={"content-type": "application/json"},
        )
        urllib.request.urlopen(request).close()

    def stop(self, with_signal=signal.SIGINT) -> None:
        self.process.send_signal(with_signal)
        self.process.communicate(timeout=10)
