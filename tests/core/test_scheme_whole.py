"""A firm's copy of the scheme: whole, or what is missing is named; and of bounded size."""

import copy

import pytest
from pydantic import ValidationError

from bellstone.core.scheme import Scheme, house_scheme, scheme_problems


def changed(**kinds: object):
    house = house_scheme()
    return house.model_copy(update={"kinds": {k: v for k, v in {**house.kinds, **kinds}.items() if v is not None}})


def kind(name: str, **changes: object):
    return house_scheme().kinds[name].model_copy(update=changes)


def rating(name: str, **changes: object):
    return kind(name, rating=house_scheme().kinds[name].rating.model_copy(update=changes))


@pytest.mark.parametrize(
    ("scheme", "place", "mend"),
    [
        (house_scheme().model_copy(update={"kinds": {}}), "kinds.crack", "is not there"),
        (changed(roots=None), "kinds.roots", "is not there"),
        (changed(offset=rating("offset", ladder=(), ladder_by_form={}, cases=())), "kinds.offset.rating", "no limits"),
        (changed(offset=kind("offset", rating=None)), "kinds.offset.rating", "no limits"),
        (changed(roots=kind("roots", forms={})), "kinds.roots.forms", "could not be read"),
        (changed(crack=kind("crack", qualities={})), "kinds.crack.qualities", "could not be read"),
        (changed(roots=kind("roots", synonyms=("offset",))), "kinds.", "a word names one kind"),
        (changed(roots=kind("roots", synonyms=("Step ",)), offset=kind("offset", synonyms=("step",))), "kinds.", "names one kind"),
        (changed(roots=kind("roots", measure="step")), "kinds.roots.measure", "read as share"),
        (house_scheme().model_copy(update={"words": {}}), "words.", "would have no number"),
        (changed(open=rating("open", ladder=house_scheme().kinds["open"].rating.ladder[:-1])), "kinds.open.rating", "no upper limit"),
    ],
)  # fmt: skip
def test_what_is_missing_of_a_scheme_is_named(scheme, place: str, mend: str) -> None:
    problems = scheme_problems(scheme)
    assert problems and all(p.startswith(place) and mend in m for p, m in problems[:1]), problems[:3]


def test_a_scheme_is_bounded() -> None:
    tree = house_scheme().model_dump()
    for place, value in (
        (("kinds", "roots", "synonyms"), [f"word {n}" for n in range(100)]),
        (("kinds", "roots", "question"), "x" * 1000),
        (("kinds", "roots", "rating", "cases"), tree["kinds"]["crack"]["rating"]["cases"] * 30),
    ):
        changed_tree = copy.deepcopy(tree)
        inside = changed_tree
        for step in place[:-1]:
            inside = inside[step]
        inside[place[-1]] = value
        with pytest.raises(ValidationError):
            Scheme.model_validate(changed_tree)
    with pytest.raises(ValidationError):
        Scheme.model_validate(tree | {"kinds": {f"kind{n}": tree["kinds"]["roots"] for n in range(300)}})
