"""A bike given the upkeep that its setup has by now: what was on it all the while counts on."""

from kettledrum.core.care.due import due_on_bike
from kettledrum.core.care.taken_over import differs, with_upkeep_of
from kettledrum.core.parts.names import part_names
from looked_after import bike, day, mounted, rode

OLD = {"what": "oil change", "every_km": 500}
NEW = {"what": "oil change", "every_km": 800, "minutes": 5}


def care_of(setup, name="hub"):
    part = dict(part_names(setup))[name]
    return part.care and [task.model_dump(mode="json", exclude_unset=True) for task in part.care]


def test_the_same_upkeep_changes_nothing():
    head = bike(OLD)
    assert not differs(head, mounted(OLD).setup)
    assert with_upkeep_of(head, mounted(OLD).setup) is head


def test_other_upkeep_counts_from_when_the_part_was_new():
    head = bike(mounted=[mounted(OLD), mounted(OLD, name="Other teeth", on=day(5), front=40)])
    setup = mounted(NEW, name="Other teeth", front=40).setup
    assert differs(head, setup)
    after = with_upkeep_of(head, setup)
    assert [care_of(each.setup) for each in after.mounted] == [[NEW], [NEW]]
    assert [each.setup.path[0].front for each in after.mounted] == [
        each.setup.path[0].front for each in head.mounted
    ]
    (task,) = due_on_bike(after, rode(*[20] * 10), day(10)).tasks
    assert (task.due_km, task.minutes) == (1800, 5)
    assert not differs(after, setup)


def test_what_another_part_had_before_is_left():
    head = bike(mounted=[mounted(OLD), mounted({**OLD, "every_km": 300}, name="Other hub", on=day(5))])
    after = with_upkeep_of(head, mounted(NEW).setup)
    assert [care_of(each.setup) for each in after.mounted] == [[OLD], [NEW]]


def test_upkeep_that_is_gone_goes():
    after = with_upkeep_of(bike(OLD), mounted().setup)
    assert care_of(after.mounted[0].setup) == []
    bare = mounted(OLD).setup.model_dump(mode="json", exclude_unset=True)
    del bare["path"][1]["care"]
    gone = with_upkeep_of(bike(OLD), type(mounted(OLD).setup).model_validate(bare))
    assert "care" not in gone.mounted[0].setup.model_dump(exclude_unset=True)["path"][1]
    assert due_on_bike(gone, rode(600), day(1)).tasks == []


def test_parts_that_the_setup_has_not_keep_theirs():
    other = mounted(NEW).setup.model_copy(update={"path": mounted(NEW).setup.path[:1]})
    head = bike(OLD)
    assert care_of(with_upkeep_of(head, other).mounted[0].setup) == [OLD]
