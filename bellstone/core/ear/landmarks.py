"""Things above the ground or in the pipe that places are said by: a walk, the wye, the southwest corner of the house."""

from collections.abc import Sequence

from bellstone.core.ear.cover import Piece
from bellstone.core.ear.token import Token
from bellstone.core.ear.wording import words_of

# before a thing of the house or the ground these say by what it lies
BY_GROUND = frozenset({
    "in the", "in a", "in", "on the", "on", "behind", "behind the", "along the", "along", "off the", "off", "across from", "amongst",
    "in his", "in her", "in our", "in your", "in their", "under the", "in front of", "on a", "up by", "down by", "out by", "through the",
})  # fmt: skip


ON_GROUND = frozenset({"access", "access_fault", "located", "zero"})  # a hole in the fence is none of the pipe


def is_on_ground(pieces: Sequence[Piece]) -> bool:
    return any(p.what == "kinds" and p.says.split()[0] in ON_GROUND for p in pieces)


def is_zeroed_at(pieces: Sequence[Piece], tokens: Sequence[Token], i: int) -> bool:
    """``zeroed it at the wye``: where the counter begins may be told by any fitting."""
    begun = any(p.what == "kinds" and p.says.split()[0] in ("zero", "counter_reset") for p in pieces[max(i - 3, 0) : i])
    lead = words_at(tokens, pieces, i).split()
    return begun and "at" in lead and lead[-1] in ("at", "the")


def words_at(tokens: Sequence[Token], pieces: Sequence[Piece], n: int) -> str:
    if not 0 <= n < len(pieces):
        return ""
    return " ".join(t.word for t in tokens[pieces[n].i : pieces[n].j])


REFERENCES = {
    "coupling": "coupling", "fitting wye": "wye", "fitting bend": "bend", "fitting tee": "tee", "trap": "trap",
    "property_line": "property line",
    "main": "main", "access": "cleanout",
}  # fmt: skip


CLOSER = frozenset({
    "of", "of the", "by", "at", "behind", "on", "on the", "in", "in the", "by the", "beside", "near", "next to", "against", "at the",
    "off the", "to the",
})  # fmt: skip


def _more_closely(pieces: Sequence[Piece], tokens: Sequence[Token], j: int) -> tuple[list[str], int]:
    """``corner of the house``, ``planter on the north wall``: one landmark told by another, and where its words end."""
    said: list[str] = []
    while j + 1 < len(pieces) and words_at(tokens, pieces, j) in CLOSER:
        n = j + 1
        while n < len(pieces) and words_at(tokens, pieces, n) in ("the", "a", "his", "her", "our", "your", "their"):
            n += 1
        if n >= len(pieces) or pieces[n].what != "landmarks":
            break
        said += [words_at(tokens, pieces, k) for k in range(j, n + 1)]
        j = n + 1
    return said, j


def _is_adjective(pieces: Sequence[Piece], j: int) -> bool:
    """``the big maple``: a size word right before a thing that places are said by."""
    return pieces[j].what == "attributes" and j + 1 < len(pieces) and pieces[j + 1].what == "landmarks"


THE = frozenset({"the", "his", "her", "our", "your", "their", "my"})
# behind *at the*, *by the* these are no things that stand anywhere
NO_THINGS = words_of("""
    time times moment minute minutes second seconds look looks way ways point same whole other others rest sound sounds number
    numbers counter camera head skid cable picture video image screen footage inspection survey visit report request speed
    pressure flow level rate angle circumstances condition conditions impression owner plumber crew city county firm company
    widest most least deepest worst best very lowest highest narrowest end beginning start edge latest earliest front back
    office agent buyer buyers seller sellers tenant tenants guy lady joint joints pipe
""")
LEAST_THING_LETTERS = 3


def unlisted_at(pieces: Sequence[Piece], tokens: Sequence[Token], i: int, led: bool = False) -> tuple[str, int] | None:
    """A thing that no list has, by its article and where it stands: ``under the utility room``, ``by the koi pond``.

    One or two words nothing else took, with nothing of the same breath behind them but a link or the clause's end;
    ``led``: the article was with the words before.
    """
    if i >= len(pieces) or not led and words_at(tokens, pieces, i) not in THE:
        return None
    j = i if led else i + 1
    words: list[str] = []
    while j < len(pieces) and len(words) < 2 and pieces[j].what in ("unknown", "landmarks", "elsewhere"):
        words.append(words_at(tokens, pieces, j))
        j += 1
    fair = all(w.isalpha() and len(w) >= LEAST_THING_LETTERS and w not in NO_THINGS for w in words)
    ends = (
        j >= len(pieces)
        or pieces[j].what in ("links", "sign", "quantity", "places")
        or words_at(tokens, pieces, j) in ("at", "and")
        or words_at(tokens, pieces, j).split()[:1] in (["is"], ["was"], ["has"])
    )
    return (" ".join(words), j) if words and fair and ends else None


def landmark_at(pieces: Sequence[Piece], tokens: Sequence[Token], i: int) -> tuple[str, int] | None:
    """A thing above the ground or in the pipe that a place is said by, and where its words end."""
    j = i
    while (
        j < len(pieces)
        and pieces[j].what == "fillers"
        and words_at(tokens, pieces, j) in ("the", "a", "an", "this", "that", "your", "our", "his", "her")
    ):
        j += 1
    words: list[str] = []
    while j < len(pieces) and len(words) < 2 and (pieces[j].what == "unknown" or _is_adjective(pieces, j)):
        words.append(words_at(tokens, pieces, j))
        j += 1
    if j >= len(pieces):
        return None
    piece = pieces[j]
    if piece.what == "landmarks":
        said, end = _more_closely(pieces, tokens, j + 1)
        return " ".join([*words, words_at(tokens, pieces, j), *said]), end
    if not words and piece.says == "property_line" and j + 1 < len(pieces) and pieces[j + 1].says == "access":
        return "property line cleanout", j + 2
    if not words and piece.what == "kinds" and piece.says in REFERENCES:
        said, end = _more_closely(pieces, tokens, j + 1) if piece.says == "access" else ([], j + 1)
        return " ".join([REFERENCES[piece.says], *said]), end
    if (piece.what == "unknown" or not words and piece.what != "unknown") and words_at(tokens, pieces, j) == "cleanout":
        return " ".join([*words, "cleanout"]), j + 1
    return None
