"""The coding scheme: kinds, words, size words and rating rows, held as data."""

import tomllib
from functools import cache
from importlib.resources import files
from typing import Annotated, Literal

from pydantic import Field

from bellstone.core.record import Rec

Word = Annotated[str, Field(min_length=1, max_length=60, pattern=r"\S")]
Words = Annotated[tuple[Word, ...], Field(max_length=60)]
Given = Annotated[tuple[Annotated[str, Field(max_length=60)], ...], Field(max_length=60)]  # "": not said
Sentence = Annotated[str, Field(max_length=300)]
Name = Annotated[str, Field(min_length=1, max_length=40)]
Stage = Annotated[int, Field(ge=1, le=5)]
Measure = Literal["step", "share", "opening", "ovality", "height", "extent", "angle", "depth", "none"]
Ladder = Annotated[
    tuple[tuple[Stage, Annotated[str, Field(max_length=60)]], ...], Field(max_length=12)
]  # ratings and the limits a size keeps under, the mildest first
Aspect = Literal["shell", "bore", "fall"]
ASPECTS: tuple[Aspect, ...] = ("shell", "bore", "fall")
RATING_WORDS = {1: "leave", 2: "note", 3: "watch", 4: "repair", 5: "failed"}


class Case(Rec):
    """One test of a row: all that is named must hold."""

    rating: Stage
    why: Sentence
    form: Given = ()  # "" matches: not said
    quality: Given = ()
    size_word: Given = ()
    head: Given = ()
    below: Annotated[str, Field(max_length=60)] = ""
    from_: Annotated[str, Field(max_length=60)] = ""


class Row(Rec):
    """How one kind is rated: a ladder over its size, cases, and what to assume where nothing was said."""

    ladder: Ladder = ()
    ladder_by_form: Annotated[dict[str, Ladder], Field(max_length=30)] = {}
    cases: Annotated[tuple[Case, ...], Field(max_length=60)] = ()
    unsaid: Annotated[tuple[Given, ...], Field(max_length=20)] = ()  # qualities to try, the likely one first
    unsaid_forms: Given = ()
    unsaid_size: tuple[float, float, float] | None = None
    size_by_form: Annotated[dict[str, tuple[float, float, float]], Field(max_length=30)] = {}
    quality_size: Annotated[dict[str, tuple[float, float, float]], Field(max_length=30)] = {}
    cut_flush_size: tuple[float, float, float] | None = None
    worse_if: Given = ()
    settle: Sentence = ""


class Kind(Rec):
    family: Literal["wall", "joint", "roots", "build_up", "water", "good", "feature", "event"]
    aspect: Aspect | None = None
    mark: Name
    marks: Annotated[dict[str, Name], Field(max_length=30)] = {}
    synonyms: Words = ()
    measure: Measure = "none"
    forms: Annotated[dict[Name, Words], Field(max_length=30)] = {}
    qualities: Annotated[dict[Name, Words], Field(max_length=40)] = {}
    rating: Row | None = None
    standard_feature: bool = False
    question: Sentence = ""


class Scheme(Rec):
    name: Annotated[str, Field(max_length=60)]
    version: Annotated[str, Field(max_length=40)]
    words: Annotated[
        dict[Name, Annotated[dict[Name, tuple[float | str, float | str]], Field(max_length=30)]], Field(max_length=20)
    ]
    kinds: Annotated[dict[Name, Kind], Field(max_length=200)]

    @property
    def label(self) -> str:
        return f"{self.name} {self.version}"


def scheme_from_toml(text: str) -> Scheme:
    """A scheme from its TOML text; a mistake in it raises pydantic's ValidationError."""
    tree = tomllib.loads(text)
    for kind in tree.get("kinds", {}).values():
        for case in kind.get("rating", {}).get("cases", []):
            if "from" in case:
                case["from_"] = case.pop("from")
    return Scheme.model_validate(tree)


@cache
def house_scheme() -> Scheme:
    """The scheme that ships with the product."""
    return scheme_from_toml(files(__package__).joinpath("house.toml").read_text(encoding="utf-8"))
