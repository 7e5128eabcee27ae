"""What is denied beside a thing and not the thing itself: ``it did not drain``, ``not shielded``. It is kept in its words."""

from collections.abc import Sequence

from bellstone.core.ear.cover import Piece
from bellstone.core.ear.token import Token
from bellstone.core.ear.wording import words_of

PARTS = words_of("and but so because since although though however whereas which where who if unless or then")
MARKS = frozenset(",.;:!()-/?")
THINGS = ("kinds", "weak")
# may stand in what is denied; a thing, a pipe, a number, a place of its own or advice may not
MAY_BE_DENIED = (
    "negatives", "fillers", "sign", "unknown", "attributes", "hedges", "landmarks", "places", "shares", "lengths", "texts", "links",
)  # fmt: skip
CARRY = ("fillers", "sign", "links", "places", "negatives")
# denied, these deny that the thing is there, or what was said of it: never kept beside it
OF_THE_THING = words_of("""
    see sees seen saw show shows showing showed find finds found there here exist exists present visible evident real true
    right correct sure certain call calling called count counted counting anymore longer left remain remains remaining mean
    means reach reached reaching attained achieved gained made hit found located possible say says said tell believe agree
    one any anything such wait again now else
""")
ABLE = words_of("get go fit push make turn budge move")  # "could not get the camera over it"
OF_BELIEF = words_of(
    "think thinking believe guess suppose look looks looked seem seems like so it that they them there is are"
)
ALONE = words_of(
    "no none nope neither nor zero nothing nobody"
)  # with a side or a size behind: taken back, as like as not
AUXILIARY = words_of(
    "do does did is are was were be been has have had can could would will should may might it i we he she they you that"
)
SPEAKER = words_of("i me my mine we us")  # of whom it is denied: "I would not fret" says nothing of the pipe
BEING = words_of("is was are were been be could can")
VERDICTS = words_of(
    "good pretty nice great fun ideal happy pleasant ok okay alright perfect lovely healthy"
)  # of it, as it is there
SO = words_of("a an so too very that really all looking look the")  # may stand between *not* and a verdict
OF_WATER = ("rest", "running")
OF_A_BOUND = words_of(
    "over more above than exceeding up beyond bigger greater less under below quite even exactly all much near"
)
IN_FEET = ("bare", "ft", "ft_in")


def denied_beside(pieces: Sequence[Piece], tokens: Sequence[Token]) -> list[Piece]:
    """The pieces with each clause that denies something beside a thing told before it put into one.

    Parameters
    ----------
    pieces : sequence of Piece
        The cover of a line.
    tokens : sequence of Token
        The tokens it covers.

    Returns
    -------
    list of Piece
        ``offset at 19, not enough to stop it`` with ``not enough to stop it`` as one piece, *denials*; what denies the
        thing itself, ``roots at 40, not there``, is left as it is; what the speaker denies of himself is an *aside*.
    """
    out, n = list(pieces), 0
    while n < len(out):
        span = _span(out, n, tokens) if out[n].what == "negatives" else None
        if span is not None:
            start, end = span
            said = _said(out[start:end], tokens)
            out[start:end] = [Piece("asides" if said & SPEAKER else "denials", "", out[start].i, out[end - 1].j)]
            n = start
        n += 1
    return out


def _span(pieces: Sequence[Piece], n: int, tokens: Sequence[Token]) -> tuple[int, int] | None:
    """From where to where what is denied by a negative reaches; None where it may be a thing that is denied."""
    if not any(p.what in THINGS for p in pieces[:n]):
        return None
    start = n
    while (
        start > 0 and not _parts(pieces[start - 1], tokens) and pieces[start - 1].what in ("fillers", "unknown", "sign")
    ):
        start -= 1
    begins = start == 0 or _parts(pieces[start - 1], tokens)
    if not begins:
        start = n
        while start > 0 and set(_words(pieces[start - 1], tokens)) <= AUXILIARY:
            start -= 1
    end = n + 1
    if _words_at(pieces, end, tokens)[:2] == ["enough", "to"]:
        while end < len(pieces) and not _parts(pieces[end], tokens) and pieces[end].what != "quantity":
            end += 1
    while end < len(pieces) and not _parts(pieces[end], tokens) and pieces[end].what in MAY_BE_DENIED[1:]:
        end += 1
    after = pieces[end] if end < len(pieces) else None
    of_it = all(
        p.what != "unknown" or set(_words(p, tokens)) <= AUXILIARY for p in pieces[start:n]
    ) and "never" not in _words(pieces[n], tokens)
    if after is not None and after.says == "sound" and of_it and _said(pieces[n + 1 : end], tokens) <= SO:
        return start, end + 1  # "roots at 33, doesn't look good"
    if after is not None and not _parts(after, tokens):
        if after.what != "quantity":
            return None
        led = end
        trailing = ("fillers", "sign", "places") if after.says in IN_FEET else ("fillers", "sign", "hedges")
        while end > n + 1 and pieces[end - 1].what in trailing:
            end -= 1
        if after.says not in IN_FEET and (led == end or OF_A_BOUND & _said(pieces[n + 1 : end], tokens)):
            return None  # "none of them over 20 percent"
    thing = next(p for p in reversed(pieces[:start] or pieces[:n]) if p.what in THINGS)
    judged = VERDICTS & _said(pieces[n + 1 : end], tokens)
    if thing.says.split()[0] == "main" and not judged and not set(_words(pieces[n], tokens)).isdisjoint(BEING):
        return None  # "the main was not attained": nothing denied of it is kept as words beside it
    return (start, end) if _is_beside(pieces[n], pieces[n + 1 : end], tokens) else None


def _is_beside(negative: Piece, denied: Sequence[Piece], tokens: Sequence[Token]) -> bool:
    said = _said(denied, tokens)
    verdict = next((w for p in denied for w in _words(p, tokens) if w not in SO), "")
    if verdict in VERDICTS and not any(p.what in ("attributes", "shares") for p in denied):
        return True  # "roots at 33, not good": they are there
    telling = bool(said & ABLE) or any(p.what not in CARRY for p in denied)
    if said <= OF_BELIEF | AUXILIARY:
        return False  # "roots at 40? I don't think so" denies them
    if not telling or said & OF_THE_THING or any(p.what == "attributes" and p.says in OF_WATER for p in denied):
        return False
    alone = set(_words(negative, tokens)) & ALONE
    return not (alone and any(p.what in ("attributes", "hedges") for p in denied))


def _words_at(pieces: Sequence[Piece], n: int, tokens: Sequence[Token]) -> list[str]:
    return [t.word for t in tokens[pieces[n].i : pieces[n].i + 2]] if n < len(pieces) else []


def _parts(piece: Piece, tokens: Sequence[Token]) -> bool:
    """Whether a piece begins another clause."""
    first = tokens[piece.i].word
    return piece.what in ("links", "fillers", "unknown", "sign", "places", "hedges") and (
        first in PARTS or first in MARKS
    )


def _said(pieces: Sequence[Piece], tokens: Sequence[Token]) -> set[str]:
    return {w for p in pieces for w in _words(p, tokens)}


def _words(piece: Piece, tokens: Sequence[Token]) -> list[str]:
    return [t.word for t in tokens[piece.i : piece.j]]
