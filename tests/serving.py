"""A server started as a user starts it, in a process of its own, and Chromium with the words to start it."""

import json
import os
import shutil
import signal
import subprocess
import sys
import urllib.request
from collections.abc import Callable, Sequence
from pathlib import Path
from typing import IO, Any

# Chromium would draw a page of its own for the address bar of each page, half a second of work. The rest is
# what Playwright leaves out, in whose place this list stands.
_LEFT_OUT = (
    "WebUIOmniboxPopup",
    "WebUIOmniboxFullPopup",
    "WebUIOmniboxAimPopup",
    "AvoidUnnecessaryBeforeUnloadCheckSync",
    "DestroyProfileOnBrowserClose",
    "HttpsUpgrades",
    "HttpsFirstBalancedModeAutoEnable",
    "LensOverlay",
    "MediaRouter",
    "PaintHolding",
    "ThirdPartyStoragePartitioning",
    "OptimizationHints",
    "NetworkTimeServiceQuerying",
    "AimEnabled",
    "PreconnectToSearch",
)
CHROMIUM = shutil.which("chromium")
HEADLESS_CHROMIUM = shutil.which("chromium-headless-shell") or CHROMIUM
"""The same without windows around its pages, where it is there: a sixth less work for the tests."""
CHROMIUM_WORDS = [
    f"--disable-features={','.join(_LEFT_OUT)}",
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]


class Served:
    """`kettledrum` with some words, on a data directory.

    `address` is where it is served, `said` all that it prints at its start; `errors` takes what it logs.
    """

    def __init__(
        self,
        *words: str,
        data: Path,
        before: Callable[[], None] | None = None,
        errors: IO[bytes] | None = None,
        words_before: Sequence[str] = (),
    ) -> None:
        self.data = data
        self.process = subprocess.Popen(
            [*words_before, sys.executable, "-c", "from kettledrum.cli import main; main()", *words],
            preexec_fn=before,
            env={
                **os.environ,
                "KETTLEDRUM_DATA": str(data),
                "PYTHONUNBUFFERED": "1",
                # Compiled at its first start alone, as it is for whoever has it installed.
                "PYTHONDONTWRITEBYTECODE": "",
            },
            stdout=subprocess.PIPE,
            stderr=errors,
            text=True,
        )
        assert self.process.stdout is not None
        self.said = ""
        while "Stop it with" not in self.said and (line := self.process.stdout.readline()):
            self.said += line
        self.address = self.said.partition("Kettledrum is at ")[2].split()[0]

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
