"""Who has to make way on a full bench: nobody whom somebody watches."""

from kettledrum.devices.bench import MOST_BIKES, Bench


def test_a_watched_bike_makes_way_for_no_other():
    bench = Bench()
    first, second = bench.put("first"), bench.put("second")
    with bench.watched(first):
        others = [bench.put(str(number)) for number in range(MOST_BIKES)]
        assert bench.holds(first)
        assert not bench.holds(second)
        assert [bench.holds(name) for name in others] == [False, *[True] * (MOST_BIKES - 1)]
        with bench.watched(first):
            pass
        bench.put("one more")
        assert bench.holds(first)
    bench.put("and another")
    assert not bench.holds(first)


def test_where_all_are_watched_the_bench_holds_one_more():
    bench = Bench()
    names = [bench.put(str(number)) for number in range(MOST_BIKES)]
    looking = [bench.watched(name) for name in names]
    for each in looking:
        each.__enter__()
    last = bench.put("last")
    assert all(bench.holds(name) for name in [*names, last])
