"""Lines that state something beside the pipe: tools, landmarks, repairs, counts, flush tests, advice, claims, symptoms."""

import re
from typing import Any

from bellstone.core.entry.amounts import amount_at
from bellstone.core.entry.positions import read_position
from bellstone.core.entry.reading import (
    NEW,
    Act,
    Choice,
    CountThings,
    Flush,
    Question,
    Say,
    SetLandmark,
)
from bellstone.core.ground import NUMBER, number
from bellstone.core.record import (
    Amount,
    Claim,
    Count,
    FlushTest,
    Landmark,
    Recommendation,
    Repair,
    Symptom,
    Tool,
)

Special = tuple[list[Act], list[Question]]


def read_tool(text: str) -> Special | None:
    sized = rf"(?P<name>.*?)\s*(?P<n>{NUMBER})\s*(?:in\b|inch\b|\")"
    match = re.fullmatch(rf"tool\s+(?P<kind>head|skid|cutter|hose)\b\s*{sized}", text.strip(), re.I)
    if match is None or not 0 < number(match["n"]) <= 120:
        return None
    kind = match["kind"].lower()
    tree = {"id": NEW, "kind": kind, "name": (match["name"] or kind)[:80], "diameter_in": number(match["n"])}
    return [Say(what=Tool.model_validate(tree))], []


def read_landmark(text: str) -> Special | None:
    """``landmark curb: 108 ft taped, ground 101.6, 4in``: what was measured of a place, by its name."""
    match = re.fullmatch(r"landmark\s+(?P<name>[^:]+?)\s*:\s*(?P<rest>.+)", text.strip(), re.I)
    if match is None:
        return None
    tree: dict[str, Any] = {"name": match["name"][:80]}
    for piece in (p.strip() for p in match["rest"].split(",")):
        if ground := re.fullmatch(rf"ground\s+(-?{NUMBER})(?:\s*ft)?", piece, re.I):
            tree["ground_ft"] = float(ground[1])
        elif size := re.fullmatch(rf"({NUMBER})\s*(?:in\b|\")", piece, re.I):
            tree["size_in"] = number(size[1])
        elif at := re.fullmatch(
            rf"(-?{NUMBER})\s*(?:ft|feet|')(?:\s+(?P<how>tape|taped|plan|told|estimate))?", piece, re.I
        ):
            tree["station_ft"] = float(at[1])
            tree["basis"] = {"taped": "tape"}.get((at["how"] or "tape").lower(), (at["how"] or "tape").lower())
        elif re.fullmatch(r"two[- ]way", piece, re.I):
            tree["two_way"] = True
        else:
            return None
    return [SetLandmark(landmark=Landmark.model_validate(tree))], []


def read_repair(text: str) -> Special | None:
    """``repair 40-46 spot liner: step not, ends accepted``: an extent or none, what it is, and what was looked at."""
    match = re.match(r"repair\s+(?=~?-?\d|[^:]+:.)(?P<rest>.*)$", text.strip(), re.I)
    if match is None:
        return None
    placed = read_position(match["rest"])
    body, _, looked = match["rest"][placed.rest :].partition(":")
    checks = []
    for piece in filter(None, (p.strip() for p in looked.split(","))):
        found = re.fullmatch(r"(?P<what>.+?)\s+(?P<how>accepted|ok|with note|not(?: accepted)?)", piece, re.I)
        if found is None:
            return None
        result = {"accepted": "accepted", "ok": "accepted", "with note": "with_note"}.get(found["how"].lower(), "not")
        checks.append({"what": found["what"][:80], "result": result})
    extent = None if placed.position.by == "order" else placed.position
    tree = {"id": NEW, "extent": extent, "said": body.strip() or text.strip(), "checks": checks}
    return [Say(what=Repair.model_validate(tree))], []


def read_saying(text: str) -> Special | None:
    if re.match(r"next\s+look\s+\S", text, re.I):
        return [Say(what=Recommendation(id=NEW, what=" ".join(text.split())))], []
    match = re.match(r"(?P<what>claim|recommend|symptom)\b\s*(?P<who>[^:]{0,60}):?\s*(?P<said>.*)$", text, re.I)
    if match is None or not text.strip():
        return None
    body = text[match.end("what") :].strip(" :")
    what = match["what"].lower()
    if not body:
        return None
    if what == "claim":
        who, colon, said = body.partition(":")
        said_by = Claim(id=NEW, who=who[:80] if colon else "", said=said.strip() if colon and said.strip() else body)
        return [Say(what=said_by)], []
    if what == "recommend":
        theirs = re.match(r"(?:theirs|earlier)\b\s*:?\s*", body, re.I)
        words = body[theirs.end() :] if theirs else body
        status = re.match(r"(?P<how>done|withdrawn)\s*:\s*", words, re.I)
        words = words[status.end() :] if status else words
        advice = {
            "id": NEW,
            "what": words or "not known",
            "ours": theirs is None,
            "status": status["how"].lower() if status else "stands",
        }
        return [Say(what=Recommendation.model_validate(advice))], []
    return [Say(what=Symptom(id=NEW, said=body))], []


def read_flush(text: str) -> Special | None:
    match = re.match(r"flush\s+test\b\s*(?P<rest>.*)$", text, re.I)
    if match is None:
        return None
    rest = match["rest"]
    words = rest.lower()
    result = next((r for r in ("hardly moved", "not moved", "moved well", "sluggish") if r in words), None)
    if result is None:
        choices = tuple(
            Choice(label=r, line=f"{text.rstrip()} {r}")
            for r in ("moved well", "sluggish", "hardly moved", "not moved")
        )
        return [], [Question(text="How did the water move?", start=0, end=len(text), choices=choices)]
    found = re.search(rf"{NUMBER}\s*gal", rest, re.I)
    amount = amount_at(rest, found.start()) if found else None
    watched = re.search(r"\bwatched\s+at\s+(?P<where>[^,]+)", rest, re.I)
    left = re.search(r"\bleft\s+(?:behind\s+)?(?P<what>\w+)", rest, re.I)
    taken = rf"{result}|watched\s+at\s+[^,]+|{NUMBER}\s*gal\b|,|\bleft\s+(?:behind\s+)?\w+"
    fixture = re.sub(taken, " ", rest, flags=re.I).strip()
    tree = {
        "id": NEW, "fixture": re.sub(r"\s+", " ", fixture)[:80], "result": result.replace(" ", "_"),
        "gallons": amount[0] if amount else None, "left_behind": left["what"] if left else "", "said": text,
        "watched_at": watched["where"].strip()[:80] if watched else "",
    }  # fmt: skip
    return [Flush(test=FlushTest.model_validate(tree))], []


def read_count(text: str) -> Special | None:
    number_of = rf"(?P<n>(?:about\s+|~)?{NUMBER}(?:\s+or\s+{NUMBER})?)"
    match = re.fullmatch(
        rf"(?:count\s+)?(?P<what>joints|couplings|count\s+\w+|\w+)\s+(?:seen\s+)?{number_of}"
        rf"(?:\s*,\s*(?:with\s+)?(?P<k>{NUMBER}(?:\s+or\s+{NUMBER})?)?\s*(?:with\s+)(?P<with>\w+))?"
        rf"(?:\s*,?\s*(?:(?:on|from|over)\s+|(?<=,\s))(?P<on>{NUMBER}\s*(?:-|\.\.|to)\s*{NUMBER})(?:\s*(?:ft|feet))?)?\s*",
        text,
        re.I,
    )
    if match is None or not re.match(r"count\b|joints\b", text, re.I):
        return None
    count = Count(
        id=NEW,
        what=match["what"].removeprefix("count ").lower(),
        number=_counted(match["n"]),
        with_what=match["with"].lower() if match["with"] else None,
        with_number=_counted(match["k"]) if match["k"] else None,
        position=read_position(match["on"] + " ").position if match["on"] else None,
        said=text.strip(),
    )
    return [CountThings(count=count)], []


def _counted(text: str) -> Amount:
    loose = re.match(r"about\s+|~", text, re.I)
    first, *rest = re.split(r"\s+or\s+", text[loose.end() :] if loose else text)
    others = tuple(Amount(likely=number(r), unit="count", said=text) for r in rest)
    form = "about" if loose else "value"
    return Amount(form=form, likely=number(first), unit="count", alternatives=others, said=text)
