"""The scheme's own words said as one talks: what a thing does to the flow and the head is kept, and none denies its thing."""

import pytest

from bellstone.core.ear import hear_line, listen
from bellstone.core.entry import read_line, words_for
from bellstone.core.scheme import house_scheme

HOUSE = house_scheme()
SAID = {
    "full flow": "flow_none", "no effect on the flow": "flow_none", "does not slow the flow": "flow_none",
    "slows the flow": "slows", "flow restricted": "slows", "restricting flow": "slows", "slowing the water": "slows",
    "stops the flow": "stops", "no flow past it": "stops", "blocking the flow": "stops",
    "lifted the head over": "lifted_over", "had to lift the camera over": "lifted_over",
}  # fmt: skip
THINGS = ("roots", "grease", "scale", "crack", "hole", "root ball")
LINES = ("{thing} at 42, {words}", "42 {thing} {words}", "at 42 there's {thing}, {words}")


@pytest.mark.parametrize("thing", THINGS)
def test_what_a_thing_does_to_the_flow_is_kept(thing: str) -> None:
    told = {}
    for words, word in SAID.items():
        for form in LINES:
            said = form.format(thing=thing, words=words)
            heard = hear_line(said, HOUSE)
            acts = [act for line in heard.lines for act in read_line(line, HOUSE).acts]
            effects = [act.sighting.effect_on_flow or act.sighting.head for act in acts if act.act == "see"]
            told[said] = heard.outcome == "heard" and effects == [word.removeprefix("flow_")]
    assert not [said for said, kept in told.items() if not kept]


def test_none_of_the_schemes_words_denies_its_thing() -> None:
    """``crack at 42, flow none`` was no crack."""
    denied = []
    for kind in HOUSE.kinds:
        for word in words_for(kind, HOUSE):
            name, words = kind.replace("_", " "), word.replace("_", " ")
            for said in (f"{name} {words} at 42", f"{name} at 42, {words}"):
                acts = listen(said, HOUSE).acts
                denied += [said for act in acts if act.act == "see" and kind in act.sighting.none_of]
    assert not denied


def test_a_fitting_has_no_effect_of_its_own() -> None:
    assert hear_line("wye at 42, flow restricted", HOUSE).outcome == "asked"
    assert hear_line("main at 90, full flow", HOUSE).outcome == "asked"
