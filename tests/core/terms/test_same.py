"""What stands for an object is equal to what stands for that very object."""

from kettledrum.core.terms.same import Same


def test_equal_objects_are_not_the_same():
    teeth, alike = [42], [42]
    assert Same(teeth) == Same(teeth)
    assert hash(Same(teeth)) == hash(Same(teeth))
    assert Same(teeth) != Same(alike)
    assert Same(teeth) != teeth
    assert {Same(teeth): 1}.get(Same(alike)) is None
