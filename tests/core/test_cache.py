"""What is remembered by identity: never another thing's result, whatever was freed, asked again inside or asked at once."""

import gc
from concurrent.futures import ThreadPoolExecutor

import pytest

from bellstone.core.assess import assess
from bellstone.core.edits import add_line, new_record
from bellstone.core.ground import remembered, uncollected
from tests.core.said import HOUSE, read_line


class Thing:
    def __init__(self, size: int) -> None:
        self.size = size


def test_a_thing_freed_and_made_anew_at_its_place_in_memory_is_another() -> None:
    asked = []

    @remembered(4, "thing")
    def size(thing: Thing) -> int:
        asked.append(thing.size)
        return thing.size

    assert [size(Thing(n)) for n in range(200)] == list(range(200))  # each freed but for the last four
    kept = Thing(7)
    assert (size(kept), size(kept), asked[-1], len(asked)) == (7, 7, 7, 201)


def test_other_arguments_are_known_by_their_value_and_left_out_ones_by_being_left_out() -> None:
    asked = []

    @remembered(8, "thing")
    def longer(thing: Thing, by: tuple[int, ...], more: int = 1) -> int:
        asked.append(by)
        return thing.size + sum(by) + more

    one, other = Thing(1), Thing(1)
    assert longer(one, (1, 2)) == longer(one, (1, 2)) == longer(other, (1, 2)) == 5
    assert longer(one, (1, 2), 2) == 6
    assert len(asked) == 3  # once for each thing, once for another default
    with pytest.raises(TypeError):
        longer(thing=one, by=(1,))  # in place, or not at all


def test_a_function_that_asks_itself_keeps_each_answer_apart() -> None:
    @remembered(64, "thing")
    def count(thing: Thing, n: int) -> int:
        return 0 if n == 0 else thing.size + count(thing, n - 1)

    one, two = Thing(1), Thing(2)
    assert [count(one, 5), count(two, 5), count(one, 6), count(two, 3)] == [5, 10, 6, 6]


def test_threads_that_ask_at_once_get_their_own_answers() -> None:
    @remembered(16, "thing")
    def size(thing: Thing) -> int:
        return thing.size

    things = [Thing(n) for n in range(50)]
    with ThreadPoolExecutor(8) as pool:
        assert list(pool.map(size, things * 40)) == [t.size for t in things] * 40


def test_an_error_is_not_remembered() -> None:
    tries = []

    @remembered(4, "thing")
    def first_fails(thing: Thing) -> int:
        tries.append(thing)
        if len(tries) == 1:
            raise ValueError
        return thing.size

    thing = Thing(3)
    with pytest.raises(ValueError):
        first_fails(thing)
    assert first_fails(thing) == 3


@pytest.mark.parametrize("was_on", [True, False])
def test_the_collector_is_as_it_was_after_many_were_made_also_by_one_that_failed(was_on: bool) -> None:
    (gc.enable if was_on else gc.disable)()
    try:
        with pytest.raises(ZeroDivisionError), uncollected():
            assert not gc.isenabled()
            1 / 0  # noqa: B018
        assert gc.isenabled() is was_on
        ring: list[object] = []
        ring.append(ring)  # what is in a circle is still found later
        with uncollected():
            del ring
        assert gc.collect() >= 1
    finally:
        gc.enable()


def test_a_line_that_grows_by_one_finding_keeps_the_others_the_very_same() -> None:
    """The camera goes out: each new footage is the farthest, and the pipe ends further on."""
    record = new_record("9 Alder Row", "yard cleanout", "yard cleanout")
    for text in ("0 pipe clay 4in", "12 roots joint 30%", "18 offset up 0.5in", "25-31 crack"):
        record = add_line(record, read_line(text))[0]
    before = {f.id: f for f in assess(record, HOUSE).findings}
    after = {f.id: f for f in assess(add_line(record, read_line("44 break chip"))[0], HOUSE).findings}
    assert len(after) == len(before) + 1
    same = [f for f in before.values() if f.kind in ("roots", "offset", "crack")]
    assert len(same) == 3 and all(after[f.id] is f for f in same)
