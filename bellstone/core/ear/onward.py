"""Stretches of which only one end is a footage: from there on, to the end, the first thirty feet."""

from collections.abc import Sequence

from bellstone.core.ear.cover import Piece
from bellstone.core.ear.token import Token

_ENDS = tuple(
    (*lead, *end)
    for lead in (("to",), ("till",), ("until",), ("out", "to"), ("on", "to"), ("on", "out", "to"), ("all", "the", "way", "to"), ("-",))
    for end in (
        ("the", "end"), ("end",), ("the", "far", "end"), ("the", "very", "end"), ("the", "end", "of", "the", "line"),
        ("the", "main"), ("main",), ("the", "city", "main"), ("the", "street"),
        ("the", "end", "of", "the", "pipe"), ("the", "end", "of", "the", "run"),
    )
)  # fmt: skip
# behind a footage: what is said goes on from there as far as one saw
PLAINLY = {
    ("onward",), ("onwards",), ("on", "out"), ("on", "up"), ("on", "down"), ("and", "on"), ("and", "beyond"), ("on", "through"),
    ("all", "the", "way", "out"), ("the", "rest", "of", "the", "way"), ("clear", "out"), ("on", "to", "the", "end"),
    ("out", "as", "far", "as", "i", "can", "see"), ("and", "onward"), ("and", "onwards"), ("and", "so", "on"), ("on", "forward"), *_ENDS,
}  # fmt: skip
LONGEST = max(map(len, PLAINLY))
MAYBE = {("on",), ("out",)}  # plain only behind *from*: "40 out of round" is none


def goes_on(pieces: Sequence[Piece], tokens: Sequence[Token], j: int, led: bool) -> tuple[int, bool] | None:
    """Where the words end that say it goes on from the footage before piece ``j``, and whether they say so plainly.

    ``led`` tells that *from* stands before the footage.
    """
    if j >= len(pieces):
        return None
    start = pieces[j].i
    words = tuple(t.word for t in tokens[start : start + LONGEST])
    ends = {p.j: n + 1 for n, p in enumerate(pieces[j : j + LONGEST], start=j)}
    for count in range(len(words), 0, -1):
        end = ends.get(start + count)
        if end is None:
            continue
        if words[:count] in PLAINLY:
            return end, True
        if words[:count] in MAYBE:
            return end, led
    return None
