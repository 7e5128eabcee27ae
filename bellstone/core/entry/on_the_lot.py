"""Lines about the lot from above: things drawn on its plan, marks above the line; and how they are written out."""

import re
from typing import Any

from bellstone.core.entry.positions import read_position
from bellstone.core.entry.printing import position_words
from bellstone.core.entry.reading import NEW, Choice, Draw, Question, SetMark, SetPlanZero
from bellstone.core.entry.statements import Special
from bellstone.core.ground import NUMBER, number, tidy
from bellstone.core.record import Degrees, Mark, PlanObject

_XY = rf"-?{NUMBER}\s*,\s*-?{NUMBER}"
_DEGREES = r"-?\d{1,3}(?:\.\d+)?"
_LAT = rf"(?:lat(?:itude)?\s*)?(?P<lat>{_DEGREES})\s*°?\s*(?P<ns>[ns])?"
_LAT_LON = rf"{_LAT}\s*,?\s*(?:lon(?:g|gitude)?\s*)(?P<lon>{_DEGREES})\s*°?\s*(?P<ew>[ew])?"
_POINT = rf"(?:{_XY}|{re.sub(r'[?]P<[a-z]+>', '?:', _LAT_LON)})"
DEGREE_PLACES = 4  # decimals from which a pair of numbers may be degrees: 0.0001 is some thirty feet
_KINDS = {
    "house": "house", "building": "house", "garage": "house", "drive": "drive", "driveway": "drive", "walk": "walk", "sidewalk": "walk",
    "street": "street", "road": "street", "curb": "street", "fence": "fence", "property line": "property_line", "oak": "tree",
    "maple": "tree", "tree": "tree", "pine": "tree", "willow": "tree", "plum": "tree", "birch": "tree",
}  # fmt: skip


def read_drawn(text: str) -> Special | None:
    """``plan house: 0,0 40,0 40,30 0,30``: a thing on the lot, in feet east and north; one point, or several in order.

    ``plan oak: lat 44.95123 lon -93.10012`` tells it by latitude and longitude, ``plan zero: …`` where the zero of the
    feet lies. A pair with as many decimals as degrees have is asked about: as feet it would lie anywhere.
    """
    match = re.fullmatch(
        rf"plan\s+(?P<name>[^:]+?)\s*:\s*(?P<points>{_POINT}(?:[\s;]+{_POINT})*)\s*", text.strip(), re.I
    )
    if match is None:
        return None
    name, told = match["name"].strip()[:80], match["points"]
    if asked := _degrees_as_feet(text, told):
        return [], [asked]
    degrees = _degrees_in(told)
    if degrees and name.lower() == "zero":
        return ([SetPlanZero(at=degrees[0])], []) if len(degrees) == 1 and not re.search(_XY, told) else None
    if degrees and re.search(_XY, _without_degrees(told)):
        return None  # some in feet and some in degrees
    points = tuple(_xy(pair) for pair in re.findall(_XY, told)) or ((0.0, 0.0),)
    kind = next((k for word, k in _KINDS.items() if re.search(rf"\b{word}\b", name, re.I)), "object")
    long = max(len(points), len(degrees)) > 1
    thing = PlanObject.model_validate(
        {"name": name, "kind": kind if long or kind == "tree" else "object", "points": points}
    )
    return [Draw(thing=thing, degrees=degrees)], []


def _degrees_in(told: str) -> tuple[Degrees, ...]:
    found = re.finditer(_LAT_LON, told, re.I)
    return tuple(Degrees(latitude=_turned(m["lat"], m["ns"]), longitude=_turned(m["lon"], m["ew"])) for m in found)


def _without_degrees(told: str) -> str:
    return re.sub(_LAT_LON, " ", told, flags=re.I)


def _turned(degrees: str, way: str | None) -> float:
    """Degrees with their sign: south and west are below nought."""
    value = float(degrees)
    return -abs(value) if way and way.lower() in "sw" else value


def _degrees_as_feet(text: str, told: str) -> Question | None:
    """What to ask where feet are told to more places than a tape has, and could be latitude and longitude."""
    pairs = [_xy(pair) for pair in re.findall(_XY, _without_degrees(told))]
    fine = re.findall(rf"-?\d+\.\d{{{DEGREE_PLACES},}}\s*,\s*-?\d+\.\d{{{DEGREE_PLACES},}}", _without_degrees(told))
    if not pairs or len(fine) != len(pairs) or any(abs(y) > 90 or abs(x) > 180 for y, x in pairs):
        return None
    line = re.sub(_XY, lambda m: "lat {} lon {}".format(*(p.strip() for p in m[0].split(","))), text.strip())
    start = text.find(fine[0])
    words = "feet, or latitude and longitude? No tape reads so fine"
    return Question(text=words, start=start, end=start + len(fine[0]), choices=(Choice(label=line, line=line),))


def _xy(pair: str) -> tuple[float, float]:
    x, y = (part.strip() for part in pair.split(","))
    return _signed(x), _signed(y)


def _signed(text: str) -> float:
    return -number(text[1:]) if text.startswith("-") else number(text)


def read_mark(text: str) -> Special | None:
    """``mark A 33: 12.5ft oak, 18ft NE corner, left``: a mark, where along the line, and its ties or coordinates."""
    if both := _both_ends(text):
        return both
    match = re.fullmatch(r"mark\s+(?P<label>[\w#-]{1,12})\s*(?P<pos>[^:]*?)\s*:\s*(?P<rest>.+)", text.strip(), re.I)
    if match is None:
        return None
    placed = read_position(f"{match['pos']} ") if match["pos"] else None
    if placed is not None and (placed.position.by == "order" or placed.asks):
        return None
    tree: dict[str, Any] = {"id": NEW, "label": match["label"], "position": placed.position if placed else None}
    rest = match["rest"]
    if asked := _degrees_as_feet(text, rest):
        return [], [asked]
    if degrees := _degrees_in(rest):
        tree |= {"latitude": degrees[0].latitude, "longitude": degrees[0].longitude}
        rest = re.sub(r"(^|,)\s*at\s*(?=,|$)", "", _without_degrees(rest))
    if at := re.search(rf"\bat\s+(?P<xy>{_XY})", rest, re.I):
        tree["plan_x_ft"], tree["plan_y_ft"] = _xy(at["xy"])
        rest = rest[: at.start()] + rest[at.end() :]
    ties, words = [], []
    for piece in filter(None, (p.strip() for p in rest.split(","))):
        tie = re.fullmatch(
            rf"(?P<d>{NUMBER})\s*(?:ft|feet|')\s*(?:from\s+)?(?:the\s+)?(?P<what>[A-Za-z][\w ./-]*)", piece, re.I
        )
        if tie:
            ties.append({"object": tie["what"].strip(), "distance_ft": number(tie["d"])})
        elif piece.lower() in ("left", "right"):
            tree["side"] = piece.lower()
        elif piece.lower() == "theirs":
            tree["ours"] = False
        else:
            words.append(piece)
    tree |= {"swing_ties": ties, "words": ", ".join(words), "style": _style(" ".join(words))}
    return [SetMark(mark=Mark.model_validate(tree))], []


def _both_ends(text: str) -> Special | None:
    """``mark X both ends of 69-74``: two marks, X1 and X2."""
    match = re.fullmatch(
        rf"mark\s+(?P<label>[\w#-]{{1,11}})\s+both ends of\s+(?P<a>{NUMBER})\s*(?:-|\.\.|to)\s*(?P<b>{NUMBER})\s*"
        r"(?::\s*(?P<words>.*))?",
        text.strip(), re.I,
    )  # fmt: skip
    if match is None:
        return None
    ends = [
        read_mark(f"mark {match['label']}{n} {match[at]}: {match['words'] or 'paint'}")
        for n, at in ((1, "a"), (2, "b"))
    ]
    return [act for end in ends if end for act in end[0]], []


def _style(words: str) -> str:
    return next((style for style in ("paint", "flag") if style in words.lower()), "other" if words else "paint")


def drawn_line(thing: PlanObject) -> str:
    """A thing on the plan as its line.

    >>> drawn_line(read_drawn("plan oak: 12,-8")[0][0].thing)
    'plan oak: 12,-8'
    """
    return f"plan {thing.name}: {' '.join(f'{tidy(x)},{tidy(y)}' for x, y in thing.points)}"


def zero_line(zero: Degrees) -> str:
    """Where the lot's zero lies, as its line.

    >>> zero_line(read_drawn("plan zero: lat 44.95123 lon -93.10012")[0][0].at)
    'plan zero: lat 44.95123 lon -93.10012'
    """
    return f"plan zero: {_lat_lon(zero.latitude, zero.longitude)}"


def _lat_lon(latitude: float, longitude: float) -> str:
    return f"lat {latitude:.8f}".rstrip("0").rstrip(".") + f" lon {longitude:.8f}".rstrip("0").rstrip(".")


def mark_line(mark: Mark) -> str:
    """A mark as its line.

    >>> mark_line(read_mark("mark A 33: 12.5ft oak, 18ft pole, left, red flag")[0][0].mark)
    'mark A 33: 12.5ft oak, 18ft pole, left, red flag'
    """
    at = (
        f"at {tidy(mark.plan_x_ft)},{tidy(mark.plan_y_ft)}"
        if mark.plan_x_ft is not None and mark.plan_y_ft is not None
        else ""
    )
    if mark.latitude is not None and mark.longitude is not None:
        at = _lat_lon(mark.latitude, mark.longitude)
    ties = [f"{tidy(t.distance_ft)}ft {t.object}" for t in mark.swing_ties]
    told = ", ".join(filter(None, (at, *ties, mark.side or "", "" if mark.ours else "theirs", mark.words)))
    where = f" {position_words(mark.position)}" if mark.position is not None else ""
    return f"mark {mark.label}{where}: {told}" if told else ""
