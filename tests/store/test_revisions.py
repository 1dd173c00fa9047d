"""Undo and redo: everything can be taken back and done again, over restarts, and says what it was."""

from pathlib import Path
from tempfile import TemporaryDirectory

import pytest
from hypothesis import given
from hypothesis import strategies as st

from examples import brief, setup, sprockets
from fuzzing import examples
from kettledrum.core.job.brief import Brief, Need
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.errors import InvalidInput
from kettledrum.core.terms.validation import validate
from kettledrum.store import StaleWrite, Store, brief_of, revisions


@pytest.fixture(autouse=True)
def every_change_apart(monkeypatch):
    """Changes made in quick succession count as typed in one stroke; not in these tests."""
    monkeypatch.setattr(revisions, "TYPING_SECONDS", -1)


def a_setup(name: str, front: int = 42, rear: int = 21, **parts) -> Setup:
    return validate(Setup, setup(sprockets([front], [rear]), name=name, **parts))


def a_job(store: Store, *names: str) -> str:
    return store.jobs.add(validate(Brief, brief(*(setup(name=name) for name in names)))).id


def content(store: Store, job_id: str):
    job = store.jobs.job(job_id)
    return brief_of(job), [(held.letter, held.id) for held in job.setups]


def undo(store: Store, job_id: str):
    return store.history.undo(job_id, store.jobs.job(job_id).revision)


def redo(store: Store, job_id: str):
    return store.history.redo(job_id, store.jobs.job(job_id).revision)


def test_a_change_is_taken_back_and_done_again(store):
    job_id = a_job(store, "One")
    [held] = store.jobs.job(job_id).setups
    store.jobs.change_setup(job_id, held.id, a_setup("One", front=44), 1)
    stepped = undo(store, job_id)
    assert stepped.what == "front teeth of “One”"
    assert stepped.job.setups[0].setup == held.setup
    assert (stepped.job.undo, stepped.job.redo) == (None, "front teeth of “One”")
    stepped = redo(store, job_id)
    assert stepped.what == "front teeth of “One”"
    assert stepped.job.setups[0].setup == a_setup("One", front=44)


def test_versions_rise_so_that_a_window_that_missed_the_undo_is_stale(store):
    job_id = a_job(store, "One")
    [held] = store.jobs.job(job_id).setups
    changed = store.jobs.change_setup(job_id, held.id, a_setup("One", front=44), 1).setup
    undo(store, job_id)
    with pytest.raises(StaleWrite):
        store.jobs.change_setup(job_id, held.id, a_setup("One", front=50), changed.version)


def test_what_was_undone_cannot_be_redone_after_another_change(store):
    job_id = a_job(store, "One")
    [held] = store.jobs.job(job_id).setups
    store.jobs.change_setup(job_id, held.id, a_setup("One", front=44), 1)
    version = undo(store, job_id).job.setups[0].version
    store.jobs.change_setup(job_id, held.id, a_setup("One", rear=18), version)
    assert store.jobs.job(job_id).redo is None
    assert redo(store, job_id).what is None
    assert undo(store, job_id).what == "rear teeth of “One”"
    assert undo(store, job_id).what is None


def test_undo_reaches_back_over_a_restart(tmp_path):
    store = Store(tmp_path)
    job_id = a_job(store, "One")
    before = content(store, job_id)
    store.jobs.add_setup(job_id, a_setup("Two"))
    store.close()
    store = Store(tmp_path)
    assert undo(store, job_id).what == "addition of “Two”"
    assert content(store, job_id) == before
    store.close()


def test_undo_in_a_window_that_has_not_seen_the_last_change_is_refused(store):
    job_id = a_job(store, "One")
    seen = store.jobs.job(job_id).revision
    store.jobs.add_setup(job_id, a_setup("Two"))
    with pytest.raises(StaleWrite):
        store.history.undo(job_id, seen)
    assert len(store.jobs.job(job_id).setups) == 2


def test_a_refused_change_leaves_nothing_to_undo(store):
    job_id = a_job(store, "One")
    with pytest.raises(InvalidInput):
        store.jobs.add_setup(job_id, a_setup("One"))
    assert store.jobs.job(job_id).undo is None


def test_saving_the_same_again_is_no_change(store):
    job_id = a_job(store, "One")
    [held] = store.jobs.job(job_id).setups
    store.jobs.change_setup(job_id, held.id, held.setup, 1)
    assert store.jobs.job(job_id).undo is None


@pytest.mark.parametrize(
    ("change", "what"),
    [
        (lambda s, j, one, two: s.jobs.delete_setup(j, one), "deletion of “One”"),
        (lambda s, j, one, two: s.jobs.add_setup(j, a_setup("New")), "addition of “New”"),
        (lambda s, j, one, two: s.jobs.change_setup(j, one, a_setup("Uno"), 1), "name of “One”"),
        (
            lambda s, j, one, two: s.jobs.change_setup(j, one, a_setup("One", rear=19), 1),
            "rear teeth of “One”",
        ),
        (
            lambda s, j, one, two: s.jobs.change_setup(j, one, a_setup("One", wheel={"rollout_mm": 2100}), 1),
            "wheel of “One”",
        ),
        (
            lambda s, j, one, two: s.jobs.change_setup(
                j, one, validate(Setup, setup(sprockets([42], [21]), sprockets([20], [20]), name="One")), 1
            ),
            "stages of “One”",
        ),
        (
            lambda s, j, one, two: s.jobs.change_reference(j, two, s.jobs.job(j).version),
            "choice of the reference",
        ),
        (
            lambda s, j, one, two: s.jobs.change_need(
                j, validate(Need, {**s.jobs.job(j).need.model_dump(exclude_unset=True), "notes": "Up"}), 1
            ),
            "notes of the job",
        ),
    ],
)
def test_every_kind_of_change_is_taken_back_whole(store, change, what):
    job_id = a_job(store, "One", "Two")
    one, two = (held.id for held in store.jobs.job(job_id).setups)
    before = content(store, job_id)
    change(store, job_id, one, two)
    after = content(store, job_id)
    assert store.jobs.job(job_id).undo == what
    assert undo(store, job_id).what == what
    assert content(store, job_id) == before
    redo(store, job_id)
    assert content(store, job_id) == after


def test_typing_is_one_step(store, monkeypatch):
    monkeypatch.setattr(revisions, "TYPING_SECONDS", 60)
    job_id = a_job(store, "One")
    [held] = store.jobs.job(job_id).setups
    for version, name in enumerate(["On", "Onc", "Once"], start=1):
        store.jobs.change_setup(job_id, held.id, a_setup(name), version)
    store.jobs.change_setup(job_id, held.id, a_setup("Once", front=40), 4)
    assert undo(store, job_id).what == "front teeth of “Once”"
    assert undo(store, job_id).what == "name of “One”"
    assert store.jobs.job(job_id).setups[0].setup.name == "One"


edits = st.lists(
    st.tuples(st.sampled_from(["add", "change", "rename", "delete", "restore", "refer"]), st.integers(0, 5)),
    max_size=12,
)


@examples(15)
@given(edits)
def test_any_edits_undone_give_the_first_state_and_redone_the_last(sequence):
    with TemporaryDirectory() as directory:
        store = Store(Path(directory))
        job_id = a_job(store, "One", "Two")
        first = content(store, job_id)
        gone: list[str] = []
        for number, (edit, which) in enumerate(sequence):
            job = store.jobs.job(job_id)
            held = job.setups[which % len(job.setups)] if job.setups else None
            name = f"New {number}"
            if edit == "add":
                store.jobs.add_setup(job_id, a_setup(name))
            elif edit == "restore" and gone:
                store.jobs.restore_setup(job_id, gone.pop())
            elif held and edit == "delete":
                store.jobs.delete_setup(job_id, held.id)
                gone.append(held.id)
            elif held and edit == "change":
                store.jobs.change_setup(
                    job_id, held.id, a_setup(held.setup.name, front=30 + number), held.version
                )
            elif held and edit == "rename":
                store.jobs.change_setup(job_id, held.id, a_setup(name), held.version)
            elif held and edit == "refer":
                store.jobs.change_reference(job_id, held.id, job.version)
        last = content(store, job_id)
        while undo(store, job_id).what is not None:
            pass
        assert content(store, job_id) == first
        while redo(store, job_id).what is not None:
            pass
        assert content(store, job_id) == last
        store.close()
