"""All is well but for one thing: ``looks good except for a wrinkle at 22`` is said in two clauses."""

from collections.abc import Sequence
from dataclasses import replace

from bellstone.core.ear.cover import Piece
from bellstone.core.ear.token import Token

EXCEPT = tuple(
    tuple(words.split())
    for words in (
        "except for",
        "except that",
        "except",
        "apart from",
        "aside from",
        "other than",
        "save for",
        "but for",
        "outside of",
    )
)


def excepted(pieces: Sequence[Piece], tokens: Sequence[Token]) -> list[Piece]:
    """The pieces with a word of exception as a full stop, where what is well stands before it and a thing behind.

    What is not there (``no roots except at 41``) is left: its exception is there, and it is asked.
    """
    out = list(pieces)
    for n, p in enumerate(out):
        well = any(q.what == "kinds" and q.says.split()[0] == "sound" for q in out[:n])
        if not well or any(q.what == "negatives" for q in out[:n]) or all(q.what != "kinds" for q in out[n:]):
            continue
        words = tuple(t.word for t in tokens[p.i : p.i + 2])
        lead = next((e for e in EXCEPT if words[: len(e)] == e), None)
        if lead is None or p.what in ("kinds", "quantity"):
            continue
        ends = next((k for k in range(n, len(out)) if out[k].j >= p.i + len(lead)), None)
        if ends is not None and out[ends].j == p.i + len(lead):
            return [*out[:n], replace(p, what="links", says="stop", j=out[ends].j), *out[ends + 1 :]]
    return out
