"""Who speaks in a sentence: who films, another whose word it is, or the house with its trouble."""

from collections.abc import Sequence

from bellstone.core.ear.cover import Piece
from bellstone.core.ear.found import Found, Part
from bellstone.core.ear.places import Place
from bellstone.core.ear.token import Token

# who films speaks, or sets one thing against another
HERE_SPEAKS = frozenset(
    {"i", "we", "my", "our", "ours", "me", "us", "but", "however", "confirmed", "agree", "see", "saw"}
)
OF_THE_HOUSE = ("branch", "water", "flush")  # named in a complaint, and nothing found
FIXTURES = frozenset({"toilet", "toilets", "bathroom", "bath", "shower", "tub", "sink", "laundry", "basement"})


def is_reported(parts: Sequence[Part], tokens: Sequence[Token], lead: int, names: Sequence[str]) -> bool:
    """Whether a whole sentence is another's word: who says it stands first, and nobody here speaks after.

    ``owner says the line was replaced`` is; ``he says it is clay, I see iron`` and ``told it collapsed, it is not`` are
    two voices.
    """
    led = all(isinstance(p, Piece) and p.what in ("fillers", "unknown", "sign") for p in parts[:lead])
    rest = parts[lead + 1 :]
    words = {tokens[k].word for p in rest if isinstance(p, Piece) for k in range(p.i, p.j)}
    denied = any(isinstance(p, Piece) and p.what == "negatives" for p in rest)
    named = not {"he", "she", "they", "i"} & {
        tokens[k].word for p in parts[: lead + 1] if isinstance(p, Piece) for k in range(p.i, p.i + 1)
    }
    placed = any(isinstance(p, Place) and not p.landmark for p in rest)  # it may be seen there as well
    return led and named and not placed and set(names) == {"claim"} and not denied and not words & HERE_SPEAKS


def names_who_says(parts: Sequence[Part], tokens: Sequence[Token], first: int) -> bool:
    """Whether another's word begins with who says it, behind a finding that is told whole."""
    lead = parts[first]
    assert isinstance(lead, Piece)
    trails = tokens[lead.j - 1].word in ("to", "by") or tokens[lead.i].word in (
        "per",
        "according",
        "reported",
    )
    named = lead.j - lead.i > 1 and not trails and tokens[lead.i].word not in ("he", "she", "they", "i")
    before = parts[:first]
    seen = any(isinstance(p, Piece) and p.what in ("kinds", "weak") for p in before)
    return named and seen and any(isinstance(p, Place) for p in before) and len(parts) > first + 1


def is_complaint(parts: Sequence[Part], tokens: Sequence[Token], found: Sequence[Found]) -> bool:
    """Whether trouble in the house is told of a fixture or as a complaint, and of no place in the pipe."""
    placed = any(isinstance(p, Place) and not p.landmark for p in parts)
    words = {tokens[k].word for p in parts if isinstance(p, Piece) for k in range(p.i, p.j)}
    of_house = words & FIXTURES and not words & HERE_SPEAKS
    return not placed and bool(of_house) and all(f.kind in (*OF_THE_HOUSE, "main") for f in found)


def saying(act: str, text: str) -> str:
    """A claim, a symptom or advice as a line that keeps its words.

    >>> saying("symptom", "backs up:  twice a year")
    'symptom backs up, twice a year'
    """
    words = " ".join(text.replace(":", ",").split())
    return {"claim": f"claim {words}", "symptom": f"symptom {words}"}.get(act, f"recommend {words}")
