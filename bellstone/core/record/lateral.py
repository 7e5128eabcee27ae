"""The record: what was said of a lateral, as it was said. Defined once.

This tree is the computation's input, the lateral file and the API's payload. Records are frozen;
a change makes a new one. Numbers are in the unit their field names; the core computes in feet.
"""

from typing import Annotated, Any, Literal

from pydantic import Field, ValidationError, model_validator

from bellstone.core.ground import RecordError
from bellstone.core.record.advice import Answer, Claim, Mark, MovedDig, NotSame, Override, Recommendation, Repair, Tool
from bellstone.core.record.base import Rec, Text
from bellstone.core.record.references import check_references
from bellstone.core.record.sighting import Item
from bellstone.core.record.site import Landmark, Line, Site
from bellstone.core.record.visit import Visit

FORMAT = "bellstone-lateral"
FORMAT_VERSION = 1


class Lateral(Rec):
    """One building's sewer lateral: everything said about it, over all visits."""

    format: Literal["bellstone-lateral"] = "bellstone-lateral"
    version: Literal[1] = 1
    site: Site
    lines: Annotated[tuple[Line, ...], Field(min_length=1, max_length=30)] = (Line(),)
    landmarks: Annotated[tuple[Landmark, ...], Field(max_length=500)] = ()
    visits: Annotated[tuple[Visit, ...], Field(min_length=1, max_length=50)] = (Visit(id="visit1"),)
    items: Annotated[tuple[Item, ...], Field(max_length=20000)] = ()
    marks: Annotated[tuple[Mark, ...], Field(max_length=500)] = ()
    claims: Annotated[tuple[Claim, ...], Field(max_length=500)] = ()
    recommendations: Annotated[tuple[Recommendation, ...], Field(max_length=500)] = ()
    repairs: Annotated[tuple[Repair, ...], Field(max_length=200)] = ()
    tools: Annotated[tuple[Tool, ...], Field(max_length=100)] = ()
    overrides: Annotated[tuple[Override, ...], Field(max_length=2000)] = ()
    moved_digs: Annotated[tuple[MovedDig, ...], Field(max_length=200)] = ()
    answers: Annotated[tuple[Answer, ...], Field(max_length=2000)] = ()
    not_same: Annotated[tuple[NotSame, ...], Field(max_length=5000)] = ()
    chosen_plan: Text = ""
    next_look: Text = ""

    @model_validator(mode="after")
    def _references_hold(self) -> "Lateral":
        check_references(self.landmarks, self.lines, self.visits)
        return self


def read_lateral(tree: Any) -> Lateral:
    """A plain tree (from JSON) as a checked record.

    Raises
    ------
    RecordError
        Every problem as (place, mend), the place written ``visits[0].sightings[14].size.likely``.

    Examples
    --------
    >>> read_lateral({"site": {"name": "Alder Row 14"}}).lines[0].name
    'main line'
    >>> read_lateral({"site": {"name": "x"}, "version": 9})
    Traceback (most recent call last):
    bellstone.core.ground.errors.RecordError: version: this reads version 1 of the lateral file; got 9
    """
    if isinstance(tree, dict) and tree.get("format", FORMAT) == FORMAT and tree.get("version", 1) != FORMAT_VERSION:
        raise RecordError([("version", f"this reads version 1 of the lateral file; got {tree['version']!r}")])
    try:
        return Lateral.model_validate(tree)
    except ValidationError as error:
        raise RecordError([(place_of(e["loc"]), _mend(e)) for e in error.errors()[:20]]) from error


def place_of(loc: tuple[int | str, ...]) -> str:
    """A pydantic location as a path: ``visits[0].sightings[14].kind``."""
    text = ""
    for step in loc:
        text += f"[{step}]" if isinstance(step, int) else f".{step}" if text else str(step)
    return text or "record"


def _mend(error: Any) -> str:
    got = repr(error.get("input"))
    shown = got if len(got) <= 60 else f"{got[:57]}..."
    message = str(error["msg"]).removeprefix("Value error, ")
    return message if error["type"] == "value_error" else f"{message}; got {shown}"
