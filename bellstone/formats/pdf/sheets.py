"""Words and figures of an assessment given to the templates beside this file, and set as PDF."""

import json
import re
from collections.abc import Sequence
from pathlib import Path
from typing import Any, Literal

import typst

from bellstone.core.answer import Assessment, OwnersPage, dig_sheets
from bellstone.core.ground import DomainError
from bellstone.formats.pdf.report_data import Stills, report_data, strip_data
from bellstone.formats.signature import Signature

Paper = Literal["us-letter", "a4"]
Picture = Literal["svg", "png"]
HERE = Path(__file__).parent
NAMELESS = "Lateral"
PERSON = "somebody"
NO_STILLS: Stills = {}


def dig_sheets_pdf(a: Assessment, paper: Paper = "us-letter", names: bool = True) -> bytes:
    """One page a dig, for a crew with a tape.

    Raises
    ------
    DomainError
        Nothing on this line needs digging: there is no sheet to print.
    """
    sheets = dig_sheets(a)
    if not sheets:
        raise DomainError("digs", 0, "nothing on this line needs digging: there is no sheet to print")
    return _set("dig.typ", _head(a, names) | {"sheets": [s.model_dump(mode="json") for s in sheets]}, paper)


def report_pdf(
    a: Assessment,
    others: Sequence[Assessment] = (),
    paper: Paper = "us-letter",
    names: bool = True,
    signed: Signature | None = None,
    stills: Stills = NO_STILLS,
) -> bytes:
    """The report of a lateral: all that its page says, in the page's order; ``others`` are its other lines.

    Unsigned, it is a draft and has room for a name and a date; signed, it says by whom, when, and over what. A finding has
    its still beside it where ``stills`` holds the picture; a copy without names has none, for a camera may write an
    address into its picture.
    """
    words = signed.words if signed is not None else ""
    return _set(
        "report.typ",
        _head(a, names) | report_data(a, others, stills if names else NO_STILLS) | {"signed": words},
        paper,
    )


def owners_page_pdf(a: Assessment, page: OwnersPage, paper: Paper = "us-letter", names: bool = True) -> bytes:
    """Half a page for the owner, without the trade's words."""
    return _set("owner.typ", _head(a, names) | page.model_dump(mode="json"), paper)


def charts(a: Assessment, picture: Picture) -> dict[str, bytes]:
    """Every chart that the line has, by name, as SVG or PNG: strip, profile, the lot, and each dig cut open."""
    sheets = dig_sheets(a)
    strip = strip_data(a)
    drawn = [("strip", "strip", strip)] if strip else []
    drawn += [("profile", "profile", a.profile.model_dump(mode="json"))] if a.profile else []
    drawn += [(f"dig-{s.number}", "dig", s.model_dump(mode="json")) for s in sheets]
    drawn += [(f"plan-{s.number}", "plan", s.model_dump(mode="json")) for s in sheets if s.in_plan]
    if not drawn:
        return {}
    data = _head(a, names=True) | {"charts": [{"kind": kind, "data": each} for _, kind, each in drawn]}
    made = _compiled("charts.typ", data, "us-letter", picture)
    pages = made if isinstance(made, list) else [made]
    return {f"{name}.{picture}": page for (name, _, _), page in zip(drawn, pages, strict=True)}


def _head(a: Assessment, names: bool) -> dict[str, Any]:
    foot = f"{a.scheme}. Thresholds are working values from common practice; local codes and licensed practice govern."
    head = {"name": a.name, "visit": a.visit, "job": a.job if names else "", "foot": foot}
    return {**head, "left_out": "" if names else left_out(a), "people": [] if names else list(a.people)}


def left_out(a: Assessment) -> str:
    """What a copy without names leaves out, in words."""
    count = len(a.people)
    people = (
        f" and the names of {count} people or firms"
        if count > 1
        else " and the name of a person or firm"
        if count
        else ""
    )
    shown = sum(bool(f.photo) for f in a.findings)
    pictures = f", {shown} still{'s' if shown > 1 else ''}" if shown else ""
    return (
        f"Left out of this copy: the lateral's name and address{pictures}{people}. "
        "What was said of it may still tell of people or places."
    )


def _nameless(data: Any, left: re.Pattern[str], name: str) -> Any:
    """The same without the lateral's name and the people's, wherever they stand."""
    match data:
        case str():
            return left.sub(lambda found: NAMELESS if found[0] == name else PERSON, data)
        case list():
            return [_nameless(x, left, name) for x in data]
        case dict():
            return {k: _nameless(v, left, name) for k, v in data.items()}
    return data


def _set(template: str, data: dict[str, Any], paper: Paper) -> bytes:
    people = data.pop("people", [])
    if data["left_out"]:
        names = sorted((data["name"], *people), key=len, reverse=True)
        data = _nameless(data, re.compile("|".join(rf"(?<!\w){re.escape(n)}(?!\w)" for n in names)), data["name"])
    made = _compiled(template, data, paper, "pdf")
    assert isinstance(made, bytes)
    return made


def _compiled(template: str, data: dict[str, Any], paper: Paper, kind: Literal["pdf", "svg", "png"]) -> Any:
    return typst.compile(
        str(HERE / template), root=str(HERE), font_paths=[str(HERE / "fonts")], ignore_system_fonts=True,
        sys_inputs={"data": json.dumps(data, ensure_ascii=False, allow_nan=False), "paper": paper}, format=kind,
    )  # fmt: skip
