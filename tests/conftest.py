"""Settings for every test."""

import os

from hypothesis import settings

from fuzzing import LONGER

# What is started a hundred times in processes of its own is compiled once.
os.environ.pop("PYTHONDONTWRITEBYTECODE", None)

# How long an example takes says nothing here: speed is measured apart, not in tests. The examples are the
# same each time, so that a change is judged by the change; `make fuzz` looks for new ones, and for longer.
settings.register_profile("same", deadline=None, derandomize=True)
settings.register_profile("fuzz", deadline=None, print_blob=True, max_examples=100 * LONGER)
settings.load_profile("fuzz" if LONGER > 1 else "same")
