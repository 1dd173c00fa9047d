"""What was decided, against how things stand now: which figures have changed since, and the order."""

from collections.abc import Iterator, Sequence
from typing import TYPE_CHECKING

from pydantic import BaseModel

from kettledrum.core.job.weighing import MEASURED, Decision, Frozen, FrozenSetup
from kettledrum.core.terms.day import in_words
from kettledrum.core.terms.in_words import capital, counted, listed, quoted
from kettledrum.core.verdict.criteria import Words

if TYPE_CHECKING:
    from kettledrum.core.verdict.result import WeighedSetup
    from kettledrum.core.verdict.verdict import Balance

_NAMED = 3
"""So many others are named whose figures have changed; of more it is told how many."""
_SAME = 1e-6
"""Figures no farther apart than this share are one."""


class ChangedFigure(BaseModel):
    """A figure of a chosen setup that has changed since it was decided."""

    setup: str
    criterion: str
    was: float | None
    now: float | None
    says: str


class Decided(BaseModel):
    """A decision as it stands now.

    `says` what was chosen for what, and when; `since` what has changed, in sentences; `order_changed` whether
    the order has, null where there was none. `gone` are chosen setups that the job has no more.
    """

    chosen: list[str]
    says: str
    changed: list[ChangedFigure]
    order_changed: bool | None
    gone: list[str]
    since: list[str]


def frozen(balance: "Balance", setups: "Sequence[WeighedSetup]") -> Frozen:
    """The figures of all setups as they are, to be kept with a decision: the first by score first."""
    ordered = sorted(setups, key=lambda each: (bool(each.out_by), -(each.score or 0.0)))
    names = [each.name for each in setups]
    own = [name for name in balance.criteria if name not in MEASURED]
    return Frozen(
        currency=balance.words.currency,
        years=balance.words.years,
        weights=balance.given,
        setups=[
            FrozenSetup(
                name=each.name,
                out_by=each.out_by,
                score=each.score,
                wins=each.wins,
                figures={name: balance.figure(names.index(each.name), name) for name in (*MEASURED, *own)},
                climbs=balance.measured.is_so(names.index(each.name), "climbs the hill"),
            )
            for each in ordered
        ],
    )


def decided(decision: Decision, now: Frozen, words: Words) -> Decided:
    """Holds what a decision stood on against how things stand now."""
    names = _names(now)
    gone = [name for name in decision.chosen if name not in names]
    was = decision.figures
    changed = _changed(decision.chosen, was, now, words) if was else []
    chosen = set(decision.chosen)
    others = _changed([name for name in names if name not in chosen], was, now, words) if was else []
    order = _order_changed(was, now) if was else None
    return Decided(
        chosen=decision.chosen,
        says=_says(decision),
        changed=changed,
        order_changed=order,
        gone=gone,
        since=_since(decision, was, now, words, _figures_say(changed, others), order),
    )


def _changed(names: Sequence[str], was: Frozen, now: Frozen, words: Words) -> list[ChangedFigure]:
    before = {each.name: each for each in was.setups}
    after = {each.name: each for each in now.setups}
    found = []
    for name in names:
        if name not in before or name not in after:
            continue
        for criterion, old in before[name].figures.items():
            new = after[name].figures.get(criterion)
            if _differs(old, new):
                old_says, new_says = _figure(words, criterion, old), _figure(words, criterion, new)
                if old_says == new_says:
                    continue
                says = f"{words.name(criterion)} of {quoted(name)} has changed from {old_says} to {new_says}"
                found.append(ChangedFigure(setup=name, criterion=criterion, was=old, now=new, says=says))
    return found


def _figures_say(changed: Sequence[ChangedFigure], others: Sequence[ChangedFigure]) -> list[str]:
    found = [f"{capital(each.says)}." for each in changed]
    names = list(dict.fromkeys(each.setup for each in others))
    if names:
        whose = listed([quoted(name) for name in names]) if len(names) <= _NAMED else f"{len(names)} others"
        found.append(f"Figures of {whose} have changed.")
    return found


def _figure(words: Words, criterion: str, value: float | None) -> str:
    return "not known" if value is None else words.figure(criterion, value)


def _differs(old: float | None, new: float | None) -> bool:
    if old is None or new is None:
        return old is not new
    return abs(old - new) > _SAME * max(abs(old), abs(new))


def _ranked(one: Frozen, names: set[str]) -> list[str]:
    """Those that are not out, by score; what scores the same by name, wherever it stands in the job."""
    scored = [(-round(each.score or 0.0, 9), each.name) for each in _left(one) if each.name in names]
    return [name for _, name in sorted(scored)]


def _left(one: Frozen) -> list[FrozenSetup]:
    return [each for each in one.setups if not each.out_by]


def _order_changed(was: Frozen, now: Frozen) -> bool | None:
    """Whether those that are there then and now stand in another order, or others of them are out; None where
    then or now nothing had a weight.
    """
    if any(each.score is None for one in (was, now) for each in _left(one)):
        return None
    both = {each.name for each in was.setups} & {each.name for each in now.setups}
    return _ranked(was, both) != _ranked(now, both)


def _says(decision: Decision) -> str:
    uses = decision.uses or {}
    chosen = [
        f"{quoted(name)} for {uses[name]}" if uses.get(name) else quoted(name) for name in decision.chosen
    ]
    when = f"Decided on {in_words(decision.on)}" if decision.on else "Decided"
    return f"{when}: {'; '.join(chosen)}."


def _since(
    decision: Decision,
    was: Frozen | None,
    now: Frozen,
    words: Words,
    figures_say: list[str],
    order: bool | None,
) -> list[str]:
    if was is None:
        return ["No figures were kept with this decision: what has changed since cannot be said."]
    found = figures_say
    found += _hill_changed(decision.chosen, was, now)
    found += _musts_changed(decision.chosen, was, now, words)
    before, after = ({each.name for each in one.setups} for one in (was, now))
    gone = [name for name in decision.chosen if name not in after]
    found += [f"{quoted(name)} is gone from this job; what it was is kept here." for name in gone]
    left = [name for name in _names(was) if name not in (*after, *gone)]
    if left:
        whose = listed([quoted(name) for name in left])
        found.append(f"{whose} {_were(left)} weighed then, and {_are(left)} gone from this job.")
    came = [name for name in _names(now) if name not in before]
    if came:
        new = listed([quoted(name) for name in came])
        found.append(f"{new} came since and {_were(came)} not weighed then.")
    if was.weights != now.weights:
        found.append("The weights have changed.")
    if was.years and was.years != now.years:
        found.append(f"Costs were reckoned over {counted(was.years, 'year')} then, over {now.years} now.")
    # What had no name then, or was not kept, is no other money by being named.
    if was.currency and was.currency != now.currency:
        today = f"is in {now.currency}" if now.currency else "has no name"
        found.append(f"Money was in {was.currency} then, and {today} now.")
    if not found and not order:
        return ["Nothing has changed since."]
    if order is not None:
        found.append(_order_says(was, now) if order else "The order has not changed.")
    return found


def _order_says(was: Frozen, now: Frozen) -> str:
    if not _left(now):
        return "The order has changed. No setup is all that it must be now."
    first = _left(now)[0].name
    still = bool(_left(was)) and _left(was)[0].name == first
    return f"The order has changed. {quoted(first)} {'still leads' if still else 'leads now'}."


def _hill_changed(chosen: Sequence[str], was: Frozen, now: Frozen) -> Iterator[str]:
    before, after = ({each.name: each.climbs for each in one.setups} for one in (was, now))
    for name in chosen:
        then, by_now = before.get(name), after.get(name)
        if then is not None and by_now is not None and then != by_now:
            climbs = "climbs the steepest hill now" if by_now else "does not climb the steepest hill any more"
            yield f"{quoted(name)} {climbs}."


def _musts_changed(chosen: Sequence[str], was: Frozen, now: Frozen, words: Words) -> Iterator[str]:
    before, after = ({each.name: each.out_by for each in one.setups} for one in (was, now))
    for name in chosen:
        then, by_now = before.get(name), after.get(name)
        if then is None or by_now is None:
            continue
        missed = [words.name(criterion) for criterion in by_now if criterion not in then]
        if missed:
            yield f"{quoted(name)} is not all that it must be now: {listed(missed)}."
        elif then and not by_now:
            yield f"{quoted(name)} is all that it must be now."


def _were(names: Sequence[str]) -> str:
    return "was" if len(names) == 1 else "were"


def _are(names: Sequence[str]) -> str:
    return "is" if len(names) == 1 else "are"


def _names(one: Frozen) -> list[str]:
    return [each.name for each in one.setups]
