"""The coding scheme: kinds, words, size words and rating rows, held as data."""

import tomllib
from functools import cache
from importlib.resources import files
from typing import Literal

from bellstone.core.record import Rec

Measure = Literal["step", "share", "opening", "ovality", "height", "extent", "angle", "depth", "none"]
Ladder = tuple[tuple[int, str], ...]  # ratings and the limits a size keeps under, the mildest first
Aspect = Literal["shell", "bore", "fall"]
ASPECTS: tuple[Aspect, ...] = ("shell", "bore", "fall")
RATING_WORDS = {1: "leave", 2: "note", 3: "watch", 4: "repair", 5: "failed"}


class Case(Rec):
    """One test of a row: all that is named must hold."""

    rating: int
    why: str
    form: tuple[str, ...] = ()  # "" matches: not said
    quality: tuple[str, ...] = ()
    size_word: tuple[str, ...] = ()
    head: tuple[str, ...] = ()
    below: str = ""
    from_: str = ""


class Row(Rec):
    """How one kind is rated: a ladder over its size, cases, and what to assume where nothing was said."""

    ladder: Ladder = ()
    ladder_by_form: dict[str, Ladder] = {}
    cases: tuple[Case, ...] = ()
    unsaid: tuple[tuple[str, ...], ...] = ()  # qualities to try, the likely one first
    unsaid_forms: tuple[str, ...] = ()
    unsaid_size: tuple[float, float, float] | None = None
    size_by_form: dict[str, tuple[float, float, float]] = {}
    quality_size: dict[str, tuple[float, float, float]] = {}
    cut_flush_size: tuple[float, float, float] | None = None
    worse_if: tuple[str, ...] = ()
    settle: str = ""


class Kind(Rec):
    family: Literal["wall", "joint", "roots", "build_up", "water", "good", "feature", "event"]
    aspect: Aspect | None = None
    mark: str
    marks: dict[str, str] = {}
    synonyms: tuple[str, ...] = ()
    measure: Measure = "none"
    forms: dict[str, tuple[str, ...]] = {}
    qualities: dict[str, tuple[str, ...]] = {}
    rating: Row | None = None
    standard_feature: bool = False
    question: str = ""


class Scheme(Rec):
    name: str
    version: str
    words: dict[str, dict[str, tuple[float | str, float | str]]]
    kinds: dict[str, Kind]

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
