"""One look at one thing, as said; and the thing behind one or more looks."""

from typing import Annotated, Any, Literal

from pydantic import Field, model_validator

from bellstone.core.record.amount import Amount
from bellstone.core.record.base import Hour, Id, Rec, Sureness, Text, Water, Word
from bellstone.core.record.position import Position, ThroughoutPosition


class Clock(Rec):
    """As seen in the picture: hours, all round, or a word of the picture or the pipe."""

    start: Hour | None = None
    end: Hour | None = None
    all_round: bool = False
    word: Literal["top", "bottom", "left", "right", "crown", "floor", "sides"] | None = None


class Pipe(Rec):
    material: Word = "unknown"
    may_be: Annotated[tuple[Word, ...], Field(max_length=6)] = ()  # one of these, nobody knows which: then *unknown*
    bore_in: Annotated[float, Field(gt=0, le=120)] | None = None
    lay_length_ft: Annotated[float, Field(gt=0, le=100)] | None = None
    age: Word = ""  # as said: old, new
    host: Word = ""  # of a liner: the pipe it was pulled into
    note: Text = ""


class Change(Rec):
    """A transition in the travel direction of its pass: from what, to what."""

    before: Pipe | None = None
    after: Pipe


class Found(Rec):
    """How it was before cleaning or repair."""

    form: Word | None = None
    size: Amount | None = None


class Alternative(Rec):
    """What a sighting may be instead: another kind, or of its own kind another form or one of several qualities."""

    kind: Word
    form: Word | None = None
    quality: Word | None = None  # of its own kind: the first of them stands here too


class Sighting(Rec):
    """One look at one thing, as said."""

    id: Id
    item: Id
    line: Id  # the note line it was said in
    run: Id | None = None
    travel: Literal["out", "back"] = "out"
    position: Position
    kind: Word
    form: Word | None = None
    qualities: Annotated[tuple[Word, ...], Field(max_length=20)] = ()
    size: Amount | None = None
    clock: Clock | None = None
    at: Literal["joint", "barrel"] | None = None
    state: Literal["in_place", "cut_flush", "loose", "cleared", "mostly_cleared"] | None = None
    as_found: Found | None = None
    water: Water | None = None
    minutes_off: Amount | None = None
    expected: Amount | None = None
    spacing_ft: Annotated[float, Field(gt=0, le=1000)] | None = None
    each_joint: bool = False
    change: Change | None = None
    sureness: Sureness = "sure"
    alternatives: Annotated[tuple[Alternative, ...], Field(max_length=6)] = ()
    count: Amount | None = None
    none_of: Annotated[tuple[Word, ...], Field(max_length=30)] = ()
    text: Text = ""  # the free words of kinds that are words: note, stopped, claim
    head: Literal["passed", "lifted_over", "pushed_through", "stopped"] | None = None
    effect_on_flow: Literal["none", "slows", "holds", "stops"] | None = None
    catches: Annotated[tuple[Literal["paper", "grease", "roots"], ...], Field(max_length=3)] = ()
    felt: Literal["drag", "force"] | None = None
    time_s: Annotated[float, Field(ge=0, le=1e6)] | None = None
    photo: Annotated[str, Field(pattern=r"^[A-Za-z0-9_.\-]{0,80}$")] = ""  # the name of its still: never a path
    said: Text = ""
    unread: Annotated[tuple[Word, ...], Field(max_length=60)] = ()

    @model_validator(mode="before")
    @classmethod
    def _condition_by_its_word(cls, tree: Any) -> Any:
        """Records of before had one kind, *fair*, for every word of condition; which one it was stands in what was said."""
        if not isinstance(tree, dict) or tree.get("kind") != "fair":
            return tree
        said = str(tree.get("said", "")).lower().replace("_", " ")
        return tree | {
            "kind": "condition",
            "form": "poor" if "poor" in said else "near_collapse" if "near" in said else "fair",
        }


class Item(Rec):
    """The physical thing behind one or more sightings. Only what was decided about it is kept here."""

    id: Id
    caused_by: Id | None = None
    expected: Literal["same", "worsens"] | None = None
    owner: Word = ""
    same_as: Id | None = None
    note: Text = ""


def forms_said(s: Sighting) -> tuple[str, ...]:
    """The form of a sighting and those it may have instead: ``offset left|right``."""
    return tuple(f for f in (s.form, *(a.form for a in s.alternatives if a.kind == s.kind)) if f)


def either_quality(s: Sighting) -> tuple[str, ...]:
    """Qualities of which a sighting has one, nobody knows which: ``crack hairline|open``."""
    return tuple(a.quality for a in s.alternatives if a.kind == s.kind and a.quality)


def kinds_said(s: Sighting) -> tuple[str, ...]:
    """The kind of a sighting and those it may be instead."""
    return s.kind, *(a.kind for a in s.alternatives if a.kind != s.kind)


# Said of a run or a day rather than of the pipe: they have no place, and bound nothing.
PLACELESS = frozenset({"note", "lens", "rolled", "skid", "head_changed", "forced", "cutter", "flush", "counter_reset"})


def has_no_place(s: Sighting) -> bool:
    """Whether a sighting says nothing of a place: a note, an event with no footage, what lies all along, a negative."""
    told_nowhere = s.position.by == "order" and (s.kind in PLACELESS or bool(s.none_of))
    return told_nowhere or isinstance(s.position, ThroughoutPosition)
