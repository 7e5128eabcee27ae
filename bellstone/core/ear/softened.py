"""Words beside a number that make it no more, no less, or about so much."""

import re
from collections.abc import Sequence
from dataclasses import replace

from bellstone.core.ear.cover import Piece
from bellstone.core.ear.landmarks import words_at
from bellstone.core.ear.token import Token
from bellstone.core.ear.wording import words_of

# how one says that a size is no more, or no less, than a number
BOUNDS = {
    "under": "under", "below": "under", "less than": "under", "at most": "under", "smaller than": "under",
    "over": "over", "more than": "over", "at least": "over", "greater than": "over", "upwards of": "over", "better than": "over",
}  # fmt: skip
BY_A_LITTLE = words_of("a little bit just slightly tad touch hair somewhat well way")  # over, and by how much
OR_SO = frozenset(
    {"ish", "or so", "thereabouts", "or thereabouts", "give or take", "more or less", "plus or minus"}
)  # behind it
ABOUT = frozenset(
    {"give or take", "plus or minus", "more or less", "~", "near", "close to", "at or near", "call it", "i think"}
)
SOFT = words_of(
    "about around approximately roughly maybe bout approximate estimated estimate circa probably perhaps guess guessing figure "
    "almost nearly figured like say reckon vicinity order somewhere put"
)
OF_THE_THING = frozenset({"probably", "perhaps", "i think"})  # "a crack perhaps at 20": is it one?
LEADS_ON = words_of("at an of it to as in")


# "none of them over 20 percent", "not quite half": a negative that only says no more than
NO_MORE = re.compile(
    r"(?:no|not|none|nothing|never)(?: of (?:them|it|these|those|that))?(?: is| are| was| were| gets?| goes)?(?: a lot| much)? "
    r"(?:over|more than|above|beyond|bigger than|greater than|larger than|better than|worse than|wider than|deeper than|higher than|"
    r"quite|even)"
)
OF_A_SIZE = ("pct", "in", "fraction", "deg")


def no_more_than(pieces: Sequence[Piece], tokens: Sequence[Token]) -> list[Piece]:
    """The pieces with ``not more than`` before a size as one piece, *bounds*: it denies no thing."""
    out: list[Piece] = []
    for p in pieces:
        sized = p.what == "quantity" and p.says in OF_A_SIZE
        start = next((k for k in range(len(out) - 1, max(len(out) - 7, -1), -1) if out[k].what == "negatives"), None)
        if sized and start is not None and NO_MORE.fullmatch(" ".join(t.word for t in tokens[out[start].i : p.i])):
            out[start:] = [Piece("bounds", "under", out[start].i, p.i)]
        elif sized and _is_up_to(out, tokens, p):
            out[-1] = Piece("bounds", "under", p.i - 2, p.i)
        out.append(p)
    return out


def _is_up_to(before: list[Piece], tokens: Sequence[Token], size: Piece) -> bool:
    """``roots up to 40 percent``: the most of it; ``goes up to 6 inch`` is another pipe."""
    if " ".join(t.word for t in tokens[max(size.i - 2, 0) : size.i]) != "up to":
        return False
    first = next((n for n, p in enumerate(before) if p.i == size.i - 2), 0)
    if not any(p.what == "kinds" for p in before[:first]) or any(
        p.what in ("materials", "changes") for p in before[:first]
    ):
        return False
    del before[first + 1 :]  # "up" and "to" may be two pieces
    return True


def softens(words: str) -> bool:
    """Whether a phrase before a number makes it *about* so much: its last word but for what only leads on.

    >>> [softens(x) for x in ("is about", "roughly at", "on the order of", "i would say", "located at", "about the")]
    [True, True, True, True, False, False]
    """
    told = words.split()
    while told and told[-1] in LEADS_ON:
        told.pop()
    return words in ABOUT or bool(SOFT.intersection(told[-1:]))


def of_a_number(pieces: Sequence[Piece], tokens: Sequence[Token], i: int) -> Piece:
    """``nearly 70 percent``, ``almost at 41``: it softens the number and is no forecast; any other piece as it is."""
    if words_at(tokens, pieces, i) not in ("almost", "nearly"):
        return pieces[i]
    n = i + 1 + (words_at(tokens, pieces, i + 1) == "at")
    number = n < len(pieces) and pieces[n].what == "quantity"
    return replace(pieces[i], what="fillers", says="") if number else pieces[i]


def is_about(pieces: Sequence[Piece], tokens: Sequence[Token], i: int) -> bool:
    """Whether what stands before a footage makes it about so far: ``roughly at 60``, ``around the 60 foot mark``."""
    before = words_at(tokens, pieces, i - 1)
    if i and pieces[i - 1].what in ("attributes", "kinds", "weak") and " " in before:
        return False  # "cracked all the way around 20-22"
    aside = (
        before in ("the", "at", "@") and i > 1 and pieces[i - 2].what not in ("attributes", "kinds", "weak")
    )  # not "roots all around at 41", "cracked all the way around at 45"
    lead = words_at(tokens, pieces, i - 2) if aside else ""
    return softens(before) or softens(lead) and lead not in OF_THE_THING
