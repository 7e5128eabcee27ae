"""Lines about the lot from above: things drawn on its plan, marks above the line; and how they are written out."""

import re
from typing import Any

from bellstone.core.entry.positions import read_position
from bellstone.core.entry.printing import position_words
from bellstone.core.entry.reading import NEW, Draw, SetMark
from bellstone.core.entry.statements import Special
from bellstone.core.ground import NUMBER, number, tidy
from bellstone.core.record import Mark, PlanObject

_XY = rf"-?{NUMBER}\s*,\s*-?{NUMBER}"
_KINDS = {
    "house": "house", "building": "house", "garage": "house", "drive": "drive", "driveway": "drive", "walk": "walk", "sidewalk": "walk",
    "street": "street", "road": "street", "curb": "street", "fence": "fence", "property line": "property_line", "oak": "tree",
    "maple": "tree", "tree": "tree", "pine": "tree", "willow": "tree", "plum": "tree", "birch": "tree",
}  # fmt: skip


def read_drawn(text: str) -> Special | None:
    """``plan house: 0,0 40,0 40,30 0,30``: a thing on the lot, in feet east and north; one point, or several in order."""
    match = re.fullmatch(rf"plan\s+(?P<name>[^:]+?)\s*:\s*(?P<points>{_XY}(?:[\s;]+{_XY})*)\s*", text.strip(), re.I)
    if match is None:
        return None
    points = tuple(_xy(pair) for pair in re.findall(_XY, match["points"]))
    name = match["name"].strip()[:80]
    kind = next((k for word, k in _KINDS.items() if re.search(rf"\b{word}\b", name, re.I)), "object")
    thing = PlanObject.model_validate(
        {"name": name, "kind": kind if len(points) > 1 or kind == "tree" else "object", "points": points}
    )
    return [Draw(thing=thing)], []


def _xy(pair: str) -> tuple[float, float]:
    x, y = (part.strip() for part in pair.split(","))
    return _signed(x), _signed(y)


def _signed(text: str) -> float:
    return -number(text[1:]) if text.startswith("-") else number(text)


def read_mark(text: str) -> Special | None:
    """``mark A 33: 12.5ft oak, 18ft NE corner, left``: a mark, where along the line, and its ties or coordinates."""
    match = re.fullmatch(r"mark\s+(?P<label>[\w#-]{1,12})\s*(?P<pos>[^:]*?)\s*:\s*(?P<rest>.+)", text.strip(), re.I)
    if match is None:
        return None
    placed = read_position(f"{match['pos']} ") if match["pos"] else None
    if placed is not None and (placed.position.by == "order" or placed.asks):
        return None
    tree: dict[str, Any] = {"id": NEW, "label": match["label"], "position": placed.position if placed else None}
    rest = match["rest"]
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


def _style(words: str) -> str:
    return next((style for style in ("paint", "flag") if style in words.lower()), "other" if words else "paint")


def drawn_line(thing: PlanObject) -> str:
    """A thing on the plan as its line.

    >>> drawn_line(read_drawn("plan oak: 12,-8")[0][0].thing)
    'plan oak: 12,-8'
    """
    return f"plan {thing.name}: {' '.join(f'{tidy(x)},{tidy(y)}' for x, y in thing.points)}"


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
    ties = [f"{tidy(t.distance_ft)}ft {t.object}" for t in mark.swing_ties]
    told = ", ".join(filter(None, (at, *ties, mark.side or "", "" if mark.ours else "theirs", mark.words)))
    where = f" {position_words(mark.position)}" if mark.position is not None else ""
    return f"mark {mark.label}{where}: {told}" if told else ""
