"""A weighing after a setup has got another name."""

from typing import Any

from kettledrum.core.job.weighing import Decision, Weighing


def renamed(weighing: Weighing, was: str, now: str) -> Weighing:
    """The weighing with what it says of a setup said of its new name; itself where it says nothing.

    What was frozen with a decision keeps its figures, under the new name too: they are of that setup.
    """

    def name(held: str) -> str:
        return now if held == was else held

    def of_setups(held: dict[str, Any]) -> dict[str, Any]:
        # What was said of another of that name, which is gone, is not said of this one.
        return {name(key): value for key, value in held.items() if key != now}

    changed: dict[str, object] = {}
    if weighing.ratings:
        changed["ratings"] = {key: of_setups(rated) for key, rated in weighing.ratings.items()}
    if weighing.reasons:
        changed["reasons"] = {key: of_setups(why) for key, why in weighing.reasons.items()}
    if weighing.voices:
        changed["voices"] = [
            voice.model_copy(update={"setup": name(voice.setup)}) for voice in weighing.voices
        ]
    if weighing.ticked:
        changed["ticked"] = [
            each.model_copy(update={"start": name(each.start), "to": name(each.to)})
            for each in weighing.ticked
        ]
    if weighing.decision:
        changed["decision"] = _decision(weighing.decision, was, now)
    if weighing.earlier:
        changed["earlier"] = [_decision(each, was, now) for each in weighing.earlier]
    after = weighing.model_copy(update=changed)
    return weighing if after == weighing else after


def _decision(decision: Decision, was: str, now: str) -> Decision:
    if was not in decision.chosen and not (
        decision.figures and any(each.name == was for each in decision.figures.setups)
    ):
        return decision

    def name(held: str) -> str:
        return now if held == was else held

    changed: dict[str, object] = {"chosen": [name(each) for each in decision.chosen]}
    if decision.uses:
        changed["uses"] = {name(key): use for key, use in decision.uses.items()}
    if decision.figures:
        setups = [each.model_copy(update={"name": name(each.name)}) for each in decision.figures.setups]
        changed["figures"] = decision.figures.model_copy(update={"setups": setups})
    if decision.setups:
        changed["setups"] = [each.model_copy(update={"name": name(each.name)}) for each in decision.setups]
    return decision.model_copy(update=changed)
