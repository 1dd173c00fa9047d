"""Swap test files: `kettledrum-swap-test/1`, read and written without loss."""

import json

from kettledrum.core.job.swap_test import SwapTest, SwapTestFile
from kettledrum.core.terms.validation import validate
from kettledrum.formats.json_text import MOST_BYTES, parse


def read_swap_test(data: bytes) -> SwapTest:
    """The test in a swap test file. Raises InvalidInput."""
    return validate(SwapTestFile, parse(data, MOST_BYTES))


def swap_test_text(test: SwapTest) -> str:
    """The text of a swap test file."""
    data = {"format": "kettledrum-swap-test/1", **test.model_dump(mode="json", exclude_unset=True)}
    return json.dumps(data, ensure_ascii=False, allow_nan=False, indent=2) + "\n"
