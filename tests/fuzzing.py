"""How many examples a property is tried on."""

import os

from hypothesis import HealthCheck, settings

LONGER = int(os.environ.get("KETTLEDRUM_FUZZ", "1"))
"""How many times as many as usual: `make fuzz` says."""


def examples(count: int, *, unhealthy: tuple[HealthCheck, ...] = ()) -> settings:
    """So many examples, or many times as many where new ones are looked for."""
    return settings(max_examples=count * LONGER, suppress_health_check=unhealthy)
