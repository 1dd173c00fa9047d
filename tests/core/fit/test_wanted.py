"""Budget, care and a workshop far away: asked, they count; not asked, they say nothing."""

import pytest

from examples import WITHOUT_COST, brief, hub, setup, sprockets
from kettledrum.core.fit.page import fit_page
from kettledrum.core.job.brief import Brief
from kettledrum.core.terms.validation import validate

CHAIN = {**sprockets([42], [20]), "price": 80}
HUB = {**hub(0.6, 1, 1.6), "price": 200}
DERAILLEUR = setup({**sprockets([40], [11, 15, 21, 30]), "price": 120}, name="Derailleur", **WITHOUT_COST)
TWO_BEHIND, TWO_BEFORE = setup(sprockets([40], [16, 20])), setup(sprockets([34, 40], [20]))
GEARED = setup(CHAIN, HUB, name="Geared", **WITHOUT_COST)
BELTED = setup({**sprockets([50], [24], "belt"), "price": 150}, HUB, name="Belted", **WITHOUT_COST)


def found(one, rule, **wants):
    job = validate(Brief, brief(one, wants=wants))
    return [(each.state, each.what) for each in fit_page(job, job.setups[0]).checks if each.id == rule]


@pytest.mark.parametrize("rule", ["budget", "care", "workshop"])
def test_what_is_not_asked_says_nothing(rule):
    assert found(GEARED, rule) == []


@pytest.mark.parametrize(
    ("budget", "state", "words"),
    [
        (280, "holds", "cost 280, within the budget of 280"),
        (279, "fails", "cost 280, over the budget of 279"),
    ],
)
def test_the_budget_to_the_last_coin(budget, state, words):
    ((found_state, what),) = found(GEARED, "budget", budget=budget)
    assert found_state == state
    assert words in what


def test_a_missing_price_is_said():
    unpriced = setup(sprockets([42], [20]), HUB, name="Half", **WITHOUT_COST)
    ((state, what),) = found(unpriced, "budget", budget=500)
    assert state == "not known"
    assert "cost 200 of the budget of 500; 1 of them has none" in what
    ((state, what),) = found(unpriced, "budget", budget=100)
    assert state == "fails"
    assert "at least 200" in what


@pytest.mark.parametrize(
    ("one", "care", "state"),
    [
        (DERAILLEUR, "little", "fails"),
        (TWO_BEHIND, "little", "fails"),
        (TWO_BEFORE, "little", "fails"),
        (DERAILLEUR, "some", "tight"),
        (DERAILLEUR, "much", "holds"),
        (GEARED, "little", "tight"),
        (GEARED, "some", "holds"),
        (BELTED, "little", "holds"),
    ],
)
def test_care(one, care, state):
    ((found_state, _),) = found(one, "care", care=care)
    assert found_state == state


def test_a_workshop_far_away():
    assert found(BELTED, "workshop", workshop_km=79) == []
    ((state, what),) = found(BELTED, "workshop", workshop_km=80)
    assert state == "tight"
    assert "a belt, whose spare is found in few places" in what
    assert found(GEARED, "workshop", workshop_km=300)[0][0] == "holds"
    motor = {"at": "cranks", "torque_nm": 60, "name": "crank motor"}
    ((state, what),) = found({**GEARED, "motors": [motor]}, "workshop", workshop_km=300)
    assert state == "tight"
    assert "a motor, which no village mends" in what
    buttons = setup(CHAIN, {**HUB, "name": "smart hub", "fit": {"shifter": "buttons"}}, name="Buttons")
    assert "the buttons of smart hub" in found(buttons, "workshop", workshop_km=300)[0][1]


def test_money_is_not_what_does_not_fit():
    job = validate(Brief, brief(GEARED, wants={"budget": 279}))
    says = fit_page(job, job.setups[0]).says
    assert says.startswith("It is not what you want: its parts cost 280, over the budget of 279")
    # Where something does not go together that comes first, whatever it costs.
    frame = {"dropout_mm": 120}
    wide = setup(CHAIN, {**HUB, "fit": {"dropout_mm": 135}}, name="Wide")
    both = validate(Brief, brief(wide, wants={"budget": 1}, frame=frame))
    assert fit_page(both, both.setups[0]).says.startswith("It does not go together: 135 mm of hub")
