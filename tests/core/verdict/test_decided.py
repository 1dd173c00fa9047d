"""A decision against how things stand now; and under another name."""

import pytest

from examples import WHEEL, brief, hub, setup, sprockets
from kettledrum.core.job.brief import Brief
from kettledrum.core.job.renamed import renamed
from kettledrum.core.job.weighing import Weighing
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate
from kettledrum.core.verdict.verdict import verdict

WEIGHTS = {"price": 2, "lowest development": 1}


def bike(name, lowest, price):
    return setup(
        {**sprockets([42], [21]), "price": 0},
        {**hub(lowest, 1.0), "price": price},
        name=name,
        cranks={"length_mm": 170, "price": 0},
        wheel={**WHEEL, "price": 0},
    )


def found(*setups, weights=WEIGHTS, **weighing):
    return verdict(validate(Brief, brief(*setups, weighing={"weights": weights, **weighing})), [])


def decision(*setups, **parts):
    """A decision for the first, with its figures frozen."""
    stands_on = found(*setups).stands_on.model_dump(mode="json")
    return {"chosen": [setups[0]["name"]], "on": "2026-05-14", "figures": stands_on, **parts}


A, B = bike("A", 0.5, 300), bike("B", 0.4, 900)


def test_nothing_changed_is_said():
    now = found(A, B, decision=decision(A, B)).decision
    assert now.says == "Decided on 14 May 2026: “A”."
    assert now.since == ["Nothing has changed since."]
    assert (now.changed, now.order_changed, now.gone) == ([], False, [])


def test_a_price_that_changed_is_told_with_both_figures_and_the_order():
    dearer = bike("A", 0.5, 340)
    now = found(dearer, B, decision=decision(A, B)).decision
    assert now.since == [
        "Price of “A” has changed from 300 to 340.",
        "Cost over 5 years of “A” has changed from 300 to 340.",
        "The order has not changed.",
    ]
    assert [(each.criterion, each.was, each.now) for each in now.changed] == [
        ("price", 300, 340),
        ("total cost", 300, 340),
    ]


def test_the_order_turned_names_who_leads_now():
    now = found(bike("A", 0.5, 2000), B, decision=decision(A, B)).decision
    assert now.order_changed
    assert now.since[-1] == "The order has changed. “B” leads now."


def test_what_changed_of_the_others_is_said_too():
    now = found(A, bike("B", 0.4, 100), decision=decision(A, B)).decision
    assert now.since == ["Figures of “B” have changed.", "The order has changed. “B” leads now."]
    assert (now.changed, now.order_changed) == ([], True)
    kept = found(A, bike("B", 0.4, 950), decision=decision(A, B)).decision
    assert kept.since == ["Figures of “B” have changed.", "The order has not changed."]
    # What is told alike is no change.
    assert found(A, bike("B", 0.4, 900.001), decision=decision(A, B)).decision.since == [
        "Nothing has changed since."
    ]


@pytest.mark.parametrize(
    ("then", "since"),
    [(0.02, "“A” does not climb the steepest hill any more."), (0.2, None), (None, None)],
)
def test_a_hill_that_is_climbed_no_more_is_said(then, since):
    def on(steepest, **weighing):
        road = {} if steepest is None else {"steepest": steepest}
        given = brief(A, B, road=road, weighing={"weights": WEIGHTS, **weighing})
        return verdict(validate(Brief, given), [])

    stood = {"chosen": ["A"], "figures": on(then).stands_on.model_dump(mode="json")}
    told = on(0.2, decision=stood).decision.since
    assert ([each for each in told if "steepest hill" in each] or [None]) == [since]
    if since:
        back = {"chosen": ["A"], "figures": on(0.2).stands_on.model_dump(mode="json")}
        assert "“A” climbs the steepest hill now." in on(0.02, decision=back).decision.since


def test_of_many_others_the_number_is_told():
    def many(price):
        return [bike(f"Other {number}", 0.4, price + number) for number in range(4)]

    stood = decision(A, *many(900))
    assert "Figures of 4 others have changed." in found(A, *many(800), decision=stood).decision.since
    named = found(A, *many(900)[:1], *many(800)[1:], decision=stood).decision.since
    assert "Figures of “Other 1”, “Other 2” and “Other 3” have changed." in named


def test_a_must_that_came_since_turns_the_order_too():
    now = found(A, B, decision=decision(A, B), musts=[{"criterion": "price", "at_most": 200}]).decision
    assert now.order_changed is True


@pytest.mark.parametrize(
    ("then", "now", "said"),
    [
        (None, 200, "“A” is not all that it must be now: price."),
        (200, None, "“A” is all that it must be now."),
        (200, 250, None),
    ],
)
def test_a_must_that_the_chosen_one_misses_since_is_said(then, now, said):
    def musts(most):
        return {"musts": [{"criterion": "price", "at_most": most}]} if most else {}

    stood = {"chosen": ["A"], "figures": found(A, B, **musts(then)).stands_on.model_dump(mode="json")}
    since = found(A, B, decision=stood, **musts(now)).decision.since
    assert ([each for each in since if "must be now:" in each or "all that it" in each] or [None])[0] == said


def test_who_led_before_leads_still():
    # The others turn about behind it.
    third, dear = bike("C", 0.45, 1200), bike("B", 0.6, 2500)
    now = found(A, dear, third, decision=decision(A, B, third)).decision
    assert now.since[-1] == "The order has changed. “A” still leads."
    none = found(A, B, decision=decision(A, B), musts=[{"criterion": "price", "at_most": 1}]).decision
    assert none.since[-1] == "The order has changed. No setup is all that it must be now."


def test_where_nothing_is_weighed_there_is_no_order_to_change():
    nothing = {"weights": {"price": 0}}
    stood = found(A, B, **nothing).stands_on.model_dump(mode="json")
    turned = found(B, A, decision={"chosen": ["A"], "figures": stood}, **nothing).decision
    assert (turned.order_changed, turned.since) == (None, ["Nothing has changed since."])
    weighed = found(A, B, decision={"chosen": ["A"], "figures": stood}).decision
    assert (weighed.order_changed, weighed.since) == (None, ["The weights have changed."])


def test_of_equals_it_makes_no_difference_where_they_stand():
    same = bike("A too", 0.5, 300)
    assert found(same, A, B, decision=decision(A, same, B)).decision.since == ["Nothing has changed since."]


def test_other_years_and_other_money_are_said():
    def with_money(**money):
        return brief(A, B, weighing={"weights": WEIGHTS}, money=money)

    stood = verdict(validate(Brief, with_money(currency="crowns", years=1)), []).stands_on
    data = with_money(currency="marks", years=8)
    data["weighing"]["decision"] = {"chosen": ["A"], "figures": stood.model_dump(mode="json")}
    since = verdict(validate(Brief, data), []).decision.since
    assert "Costs were reckoned over 1 year then, over 8 now." in since
    assert "Money was in crowns then, and is in marks now." in since
    del data["money"]["currency"]
    assert (
        "Money was in crowns then, and has no name now." in verdict(validate(Brief, data), []).decision.since
    )
    data["weighing"]["decision"]["figures"]["currency"] = ""
    data["money"]["currency"] = "marks"
    assert not any("Money" in each for each in verdict(validate(Brief, data), []).decision.since)


def test_what_is_gone_and_what_came_is_said():
    made = decision(A, B)
    now = found(B, bike("C", 0.6, 100), decision=made).decision
    assert now.gone == ["A"]
    assert "“A” is gone from this job; what it was is kept here." in now.since
    assert not any("was weighed then, and" in each for each in now.since)
    assert "“C” came since and was not weighed then." in now.since
    without = found(A, bike("C", 0.6, 100), decision=made).decision
    assert without.gone == []
    assert "“B” was weighed then, and is gone from this job." in without.since
    several = found(A, decision=decision(A, B, bike("C", 0.6, 100))).decision
    assert "“C” and “B” were weighed then, and are gone from this job." in several.since


def test_other_weights_are_said():
    now = found(A, B, weights={"price": 5, "lowest development": 1}, decision=decision(A, B)).decision
    assert now.since == ["The weights have changed.", "The order has not changed."]


def test_a_change_too_small_to_be_shown_is_none():
    now = found(bike("A", 0.5, 300.2), B, decision=decision(A, B)).decision
    assert now.since == ["Nothing has changed since."]


def test_what_is_not_known_any_more_is_a_change():
    unknown = bike("A", 0.5, 300)
    del unknown["path"][1]["price"]
    now = found(unknown, B, decision=decision(A, B)).decision
    assert now.since[0] == "Price of “A” has changed from 300 to not known."


def test_without_figures_nothing_can_be_said():
    now = found(A, B, decision={"chosen": ["A", "B"], "for": {"A": "the round", "B": "the market"}}).decision
    assert now.says == "Decided: “A” for the round; “B” for the market."
    assert now.since == ["No figures were kept with this decision: what has changed since cannot be said."]
    assert now.order_changed is None


def test_earlier_decisions_are_kept_in_their_order():
    told = found(A, B, earlier=[{"chosen": ["B"]}, {"chosen": ["A"], "on": "2026-06-01"}]).earlier
    assert [each.says for each in told] == ["Decided: “B”.", "Decided on 1 June 2026: “A”."]


@pytest.mark.parametrize(
    ("data", "where", "what"),
    [
        ({"chosen": []}, "weighing.decision.chosen", "at least one entry"),
        ({"chosen": ["A", "A"]}, "weighing.decision.chosen[1]", "“A” is chosen already"),
        ({"chosen": ["A"], "for": {"B": "x"}}, "weighing.decision.for", "is not among the chosen"),
        ({"chosen": ["A"], "on": "14 May"}, "weighing.decision.on", "such as 2026-05-14"),
        ({"chosen": ["A"], "on": "1900-01-01"}, "weighing.decision.on", "from 1950 to 2150"),
        (
            {"chosen": ["A"], "on": "2026-05-14", "look_again": "2026-05-13"},
            "weighing.decision.look_again",
            "must not be before",
        ),
        ({"chosen": ["A"], "uses": {}}, "weighing.decision.uses", "allowed are chosen, for, gave_up"),
    ],
)
def test_bad_decisions_name_the_field(data, where, what):
    with pytest.raises(InvalidInput) as caught:
        validate(Brief, brief(A, B, weighing={"decision": data}))
    [problem] = caught.value.problems
    assert problem.where == where
    assert what in problem.what


def test_a_decision_is_written_as_it_is_read():
    day = "2026-05-14"
    # It may be looked at again on its own day.
    data = {"decision": {"chosen": ["A"], "for": {"A": "the round"}, "on": day, "look_again": day}}
    assert validate(Weighing, data).model_dump(mode="json", exclude_unset=True) == data


def test_another_name_is_followed_everywhere():
    made = decision(A, B, **{"for": {"A": "the round"}}, setups=[A])
    before = validate(
        Weighing,
        {
            "ratings": {"feel": {"A": 7, "B": 3}},
            "reasons": {"feel": {"A": "smooth"}},
            "voices": [{"who": "a friend", "setup": "A"}, {"who": "another", "setup": "B"}],
            "ticked": [{"start": "B", "to": "A", "done": ["x"]}],
            "decision": made,
            "earlier": [{"chosen": ["B"]}, {"chosen": ["A"]}],
        },
    )
    after = renamed(before, "A", "Z")
    assert after.ratings == {"feel": {"Z": 7, "B": 3}}
    assert after.reasons == {"feel": {"Z": "smooth"}}
    assert [voice.setup for voice in after.voices] == ["Z", "B"]
    assert (after.ticked[0].start, after.ticked[0].to) == ("B", "Z")
    assert after.decision.chosen == ["Z"]
    assert after.decision.uses == {"Z": "the round"}
    assert [each.name for each in after.decision.figures.setups] == ["Z", "B"]
    assert after.decision.setups[0].name == "Z"
    assert [each.chosen for each in after.earlier] == [["B"], ["Z"]]
    assert renamed(after, "Z", "A") == before
    assert renamed(before, "nobody", "Z") is before


def test_what_was_said_of_one_that_is_gone_is_not_said_of_its_namesake():
    before = validate(Weighing, {"ratings": {"feel": {"Old": 2, "A": 7}}})
    assert renamed(before, "A", "Old").ratings == {"feel": {"Old": 7}}
