"""What the pairings and the search through parts say."""

import pytest
from test_pairings import hub_with, job
from test_would_do import answers, part
from test_would_do import job as need

from examples import sprockets
from kettledrum.core.pairings.grid import pairings
from kettledrum.core.pairings.would_do import would_do


def said(brief):
    return pairings(brief, brief.setups[0])


def test_the_mounted_pairing_is_judged_first_and_the_best_named():
    found = said(job(sprockets([44], [22]), hub_with(primary_ratio_min=1.8), front=[40, 44], rear=[18, 22]))
    assert found.says.startswith("44 × 22 is mounted")
    mounted = next(each for each in found.pairings if (each.front, each.rear) == (44, 22))
    assert f"{mounted.lowest.development_m:.2f} m per pedal turn, its highest up to" in found.says
    best = found.pairings[0]
    if (best.front, best.rear) != (44, 22):
        assert f"{best.front} × {best.rear}" in found.says or "No pairing within" in found.says


def test_a_mounted_pairing_beyond_a_limit_says_so_and_what_is_best():
    found = said(job(sprockets([40], [22]), hub_with(primary_ratio_min=2.2), front=[40, 46], rear=[18, 22]))
    assert "40 × 22 is mounted" in found.says
    assert "is under the smallest allowed, 2.2" in found.says
    assert " Best is " in found.says
    best = next(each for each in found.pairings if each.state != "fails")
    assert f"Best is {best.front} × {best.rear}" in found.says


def test_where_none_stays_within_the_limits_the_reason_is_given():
    found = said(job(sprockets([40], [22]), hub_with(primary_ratio_min=5), front=[40], rear=[22]))
    only = "The only pairing that can be had does not stay within every limit: "
    assert found.says.startswith(only)
    two = said(job(sprockets([40], [22]), hub_with(primary_ratio_min=5), front=[40, 41], rear=[22]))
    assert two.says.startswith("None of the 2 pairings stays within every limit: ")
    assert "is under the smallest allowed, 5" in found.says


def test_what_would_do_is_named_with_its_pairing():
    limits = {"primary_ratio_min": 1.0, "input_torque_max_nm": 300}
    brief = need(wants={"lowest_by": "ratio", "lowest_ratio": 1.0, "top_kmh": 20})
    found = would_do(brief, brief.setups[0], [part("wide", limits=limits)])
    (one,) = found.parts
    assert found.says == f"1 part would do: “wide” with {one.front} × {one.rear}."
    unsure = would_do(brief, brief.setups[0], [part("silent")])
    assert "if its maker allows it: what it bears is not stated" in unsure.says
    hopeless = need(wants={"lowest_by": "ratio", "lowest_ratio": 0.2, "top_kmh": 60})
    none = would_do(hopeless, hopeless.setups[0], [part("narrow", low=0.9, high=1.1, limits=limits)])
    nearest = answers(hopeless, part("narrow", low=0.9, high=1.1, limits=limits))["narrow"]
    assert nearest.help
    help_said = f"{nearest.help[0][:1].upper()}{nearest.help[0][1:]}."
    assert none.says == f"“narrow” would not do: {nearest.why}. {help_said}"
    two = [part("narrow", low=0.9, high=1.1, limits=limits), part("narrower", low=1, high=1, limits=limits)]
    assert would_do(hopeless, hopeless.setups[0], two).says.startswith(
        f"None of the 2 would do. “narrow” comes nearest: {nearest.why}."
    )
    assert would_do(brief, brief.setups[0], []).says == "There is no hub or gearbox in Parts to try."


@pytest.mark.parametrize("count", [4, 6])
def test_of_many_that_would_do_three_are_named(count):
    limits = {"primary_ratio_min": 1.0, "input_torque_max_nm": 300}
    brief = need(wants={"lowest_by": "ratio", "lowest_ratio": 1.0, "top_kmh": 20})
    found = would_do(brief, brief.setups[0], [part(f"hub {at}", limits=limits) for at in range(count)])
    assert found.says.startswith(f"{count} parts would do: ")
    assert found.says.endswith(f", and {count - 3} more.")
