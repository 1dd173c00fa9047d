"""What a chain or belt with its sprockets usually weighs."""

import pytest

from examples import setup, sprockets
from kettledrum.core.parts.setup import Setup
from kettledrum.core.parts.usual_masses import usual_mass_kg
from kettledrum.core.terms.validation import validate


@pytest.mark.parametrize(
    ("stage", "kg"),
    [
        (sprockets([42], [21]), 0.95),
        (sprockets([42], [21], "belt"), 0.55),
        (sprockets([42], [11, 15, 21, 28]), 1.7),
        (sprockets([30, 44], [21]), 1.4),
        (sprockets([30, 44], [11, 15, 21, 28]), 2.15),
        ({"kind": "sprockets", "pairs": [[30, 20], [42, 17]]}, 0.95),
    ],
)
def test_what_shifts_outside_weighs_more(stage, kg):
    [taken] = validate(Setup, setup(stage)).path
    assert usual_mass_kg(taken) == pytest.approx(kg)
