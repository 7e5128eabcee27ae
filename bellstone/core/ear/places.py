"""Where a clause says it is: footages, stretches, what lies past or short of something, and the joint after."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from functools import partial

from bellstone.core.ear.bores import bend_at, bore_at, bores_at
from bellstone.core.ear.cover import Piece
from bellstone.core.ear.landmarks import BY_GROUND, is_on_ground, is_zeroed_at, landmark_at, unlisted_at, words_at
from bellstone.core.ear.no_place import is_a_fall, is_depth, is_of_feet, is_read_off
from bellstone.core.ear.onward import goes_on
from bellstone.core.ear.quantities import MOST_FT, Quantity
from bellstone.core.ear.softened import BOUNDS, OR_SO, is_about, of_a_number
from bellstone.core.ear.token import Token
from bellstone.core.ground import IN_PER_FT


@dataclass(frozen=True, slots=True)
class Place:
    """A place as the entry language writes it, and the pieces it was said with."""

    said: str  # "41.5", "~41", "12-19", "+3", "next", "3ft short of curb:"
    i: int  # pieces from here
    j: int  # to here
    runs: bool = False  # a stretch
    retracted: bool = False
    landmark: str = ""
    joint: bool = False
    asks: str = ""
    hour: bool = False  # a bare number up to 12 that may be an hour
    bare: bool = False  # said without a unit
    only_to: bool = False  # a stretch of which only the end was said
    onward: bool = False  # a stretch of which only the beginning was said

    @property
    def start(self) -> str:
        """The footage it begins at, as the entry language writes it."""
        return self.said.removesuffix(" on")


def feet(value: float) -> str:
    """A number as short as it can be written: 41.5, 42.333.

    >>> feet(41.5), feet(42 + 1 / 3), feet(7)
    ('41.5', '42.333', '7')
    """
    return f"{round(value, 3):.3f}".rstrip("0").rstrip(".")


LEADS = frozenset({"at", "under"})


def places_of(pieces: Sequence[Piece], tokens: Sequence[Token]) -> list[Piece | Place]:
    """The pieces with places put together; what is no place stays as it was."""
    pieces = [of_a_number(pieces, tokens, k) for k in range(len(pieces))]
    out, i = list[Piece | Place](), 0
    while i < len(pieces):
        if built := _no_place(pieces, tokens, i):
            out.append(built[0])
            i = built[1]
            continue
        place = _place_at(pieces, tokens, i)
        if place is None:
            out.append(pieces[i])
            i += 1
            continue
        for _ in range(i - place.i):  # words before it that it was said with
            out.pop()
        while out and isinstance(out[-1], Piece) and _leads(out[-1], tokens, place):
            place = replace(place, i=place.i - 1)
            out.pop()
        out.append(place)
        i = place.j
    return out


def _no_place(pieces: Sequence[Piece], tokens: Sequence[Token], i: int) -> tuple[Piece, int] | None:
    """A number that is a bore, a bend, a spacing or so far off a thing, put together, and where it ends."""
    if bores := bores_at(pieces, partial(words_at, tokens, pieces), i):
        return Piece("bores", bores.says, pieces[i].i, pieces[bores.j - 1].j), bores.j
    if bore := bore_at(pieces, i):
        return bore, i + 1
    each = pieces[i + 1].quantity if i + 1 < len(pieces) and words_at(tokens, pieces, i) == "every" else None
    if each is not None and each.unit == "ft":
        return Piece("spacing", f"every {feet(each.low)}ft", pieces[i].i, pieces[i + 1].j), i + 2
    if off := _so_far_off(pieces, tokens, i):
        return Piece("texts", "", pieces[i].i, pieces[off - 1].j), off
    bend = bend_at(pieces, i)
    return (bend, i + 1) if bend is not None else None


def _so_far_off(pieces: Sequence[Piece], tokens: Sequence[Token], i: int) -> int:
    """``12 feet from the fence`` of a mark: where the words end; it is no footage. 0 where none are told."""
    deep = any(p.what == "depths" for p in pieces) or is_on_ground(pieces)
    if not deep or pieces[i].says not in ("ft", "ft_in") or words_at(tokens, pieces, i + 1) not in OFF_FROM:
        return 0
    named = landmark_at(pieces, tokens, i + 2)
    return named[1] if named is not None and any(p.what == "landmarks" for p in pieces[i + 2 : named[1]]) else 0


OFF_FROM = ("from", "from the", "off", "off the", "off of", "off of the", "out from", "away from", "in from")


def _leads(piece: Piece, tokens: Sequence[Token], place: Place) -> bool:
    """Whether a piece before a place only leads to it: at, around, from."""
    words = " ".join(t.word for t in tokens[piece.i : piece.j])
    return (
        piece.what == "places"
        and piece.says == "at"
        or place.onward
        and words in ("past", "beyond", "after", "everything", "all", "the rest", "rest")
        or words in ("at", "from", "about", "approximately", "at the", "call it", "maybe", "~")
    )


def _place_at(pieces: Sequence[Piece], tokens: Sequence[Token], i: int) -> Place | None:
    piece = pieces[i]
    if piece.what == "places" and piece.says == "next":
        return Place("next", i, i + 1, joint=True)
    if words_at(tokens, pieces, i) == "next" and i + 1 < len(pieces) and pieces[i + 1].what in ("kinds", "weak"):
        return Place("next", i, i + 1)
    if piece.what == "sides":  # "the back cleanout": the access that is there
        return Place(f"near {piece.says}:", i, i + 1, landmark=piece.says)
    if piece.what == "quantity" and piece.quantity is not None:
        return _of_quantity(pieces, tokens, i, piece.quantity)
    if piece.what == "fillers" and _ends_at(words_at(tokens, pieces, i)):
        led = words_at(tokens, pieces, i).endswith(" the")
        named = landmark_at(pieces, tokens, i + 1) or unlisted_at(pieces, tokens, i + 1, led)
        if named is not None and _is_of_the_ground(pieces, i + 1, named[1]):
            return Place(f"near {named[0]}:", i, named[1], landmark=named[0])
    if words_at(tokens, pieces, i) in BY_GROUND and is_on_ground(pieces):
        named = landmark_at(pieces, tokens, i + 1)
        if named is not None and any(p.what == "landmarks" for p in pieces[i + 1 : named[1]]):
            return Place(f"near {named[0]}:", i, named[1], landmark=named[0])
    if is_zeroed_at(pieces, tokens, i):
        named = landmark_at(pieces, tokens, i + 1)
        if named is not None:
            return Place(f"near {named[0]}:", i, named[1], landmark=named[0])
    if piece.what == "places" and piece.says in ("under", "at", "past", "short"):
        named = landmark_at(pieces, tokens, i + 1)
        if named is None and piece.says in ("under", "at"):
            named = unlisted_at(pieces, tokens, i + 1, led=words_at(tokens, pieces, i).endswith(" the"))
        if named is not None:
            name, j = named
            side = {"under": "near", "at": "near", "past": "past", "short": "short of"}[piece.says]
            return Place(f"{side} {name}:", i, j, landmark=name)
    return None


def _is_of_the_ground(pieces: Sequence[Piece], i: int, j: int) -> bool:
    """Whether a landmark is no thing of the pipe; or one, where something else is told there: a depth, another fitting."""
    things = [p for p in pieces[i:j] if p.what == "kinds"]
    others = [p for p in pieces if p.what == "kinds" and p not in things]
    deep = any(p.what == "depths" for p in pieces) and not others
    return not things or deep or things[0].says == "property_line" and bool(others)


def _ends_at(words: str) -> bool:
    """``located at the``, ``by a``: words that lead to a place."""
    said = [w for w in words.split() if w not in ("the", "a")]
    return said[-1:] in (["at"], ["by"])


AFTER_SO = ("before", "past", "short of", "beyond", "after")
FURTHER = frozenset({"further", "farther", "on", "further on", "more", "later", "farther along", "away"})
MORE_FEET = frozenset({"more feet", "more foot", "more ft", "feet more", "more"})
LENGTHS = ("of", "off", "away", "long", "total")  # behind feet: how long a thing is, or how far from a wall


def _of_quantity(pieces: Sequence[Piece], tokens: Sequence[Token], i: int, q: Quantity) -> Place | None:
    """The place that a number is, with the words around it; None where it is a size, a depth or a count."""
    if q.unit in ("bare", "ft", "ft_in") and _is_plus(pieces, tokens, i) and q.is_one:
        return Place(f"+{feet(q.low)}", i - 1, i + 1)
    so = words_at(tokens, pieces, i + 1) == "or so" and words_at(tokens, pieces, i + 2) in AFTER_SO
    j = i + 2 if so else i + 1  # three feet or so before the curb
    side = _side(pieces, j)
    if q.unit == "in" and side:
        q = replace(q, unit="ft", low=q.low / IN_PER_FT, high=q.high / IN_PER_FT)
    if q.unit not in ("ft", "ft_in", "bare"):
        return None
    if side and q.unit == "bare" and q.is_one:
        return Place(feet(q.low), i, j, asks="feet, or the how manyth?")
    if side and q.is_one:
        beside = _beside(pieces, tokens, j - 1, q, side)
        return replace(beside, i=i) if beside else None
    return _further(pieces, tokens, i, q) if _is_further(pieces, tokens, i, q) else _footage(pieces, tokens, i, q)


def _is_plus(pieces: Sequence[Piece], tokens: Sequence[Token], i: int) -> bool:
    return words_at(tokens, pieces, i - 1) == "+" and tokens[pieces[i].i].glued


def _side(pieces: Sequence[Piece], j: int) -> str:
    """``past`` or ``short`` where what stands here says so, else nothing."""
    after = pieces[j] if j < len(pieces) else None
    return after.says if after is not None and after.what == "places" and after.says in ("past", "short") else ""


def _is_further(pieces: Sequence[Piece], tokens: Sequence[Token], i: int, q: Quantity) -> bool:
    words = words_at(tokens, pieces, i + 1)
    if q.unit == "bare":
        return words in MORE_FEET or words == "more" and words_at(tokens, pieces, i + 2) in ("feet", "foot", "ft")
    return words in FURTHER or words_at(tokens, pieces, i - 1) == "another"


def _further(pieces: Sequence[Piece], tokens: Sequence[Token], i: int, q: Quantity) -> Place:
    """``four more feet``, ``3 ft further``, ``another six feet on``: from the place before, in travel direction."""
    words, another = words_at(tokens, pieces, i + 1), words_at(tokens, pieces, i - 1) == "another"
    end = i + 2 if words in FURTHER | MORE_FEET else i + 1
    end += words == "more" and words_at(tokens, pieces, end) in ("feet", "foot", "ft")
    return Place(f"+{feet(q.low)}", i - 1 if another else i, end)


def _footage(pieces: Sequence[Piece], tokens: Sequence[Token], i: int, q: Quantity) -> Place | None:
    words = words_at(tokens, pieces, i + 1)
    first = words_at(tokens, pieces, i - 1) in ("first", "the first")
    if q.unit != "bare" and not first and words.split()[:1] and words.split()[0] in (*LENGTHS, *COUNTED, "length"):
        return None  # "2 ft joints"
    if q.unit != "bare" and any(no(pieces, tokens, i) for no in (is_a_fall, is_of_feet, is_read_off)):
        return None
    if is_depth(pieces, i) and q.is_one or q.unit == "bare" and not _may_be_place(q, tokens, pieces, i):
        return None
    return _counter(pieces, tokens, i, q)


def _may_be_place(q: Quantity, tokens: Sequence[Token], pieces: Sequence[Piece], i: int) -> bool:
    spoken_small = tokens[pieces[i].i].spoken and q.is_one and q.low < 10 and q.low == int(q.low)
    if words_at(tokens, pieces, i + 1) in COUNTED and q.is_one and q.unit == "bare" and not _goes_on_a_list(pieces, i):
        return False  # three joints; "12, 15, 18 jts" are three places
    before, after = words_at(tokens, pieces, i - 1), words_at(tokens, pieces, i + 1)
    led = before in LEADS or before.split()[-1:] in (["at"], ["about"], ["around"]) or before == "coming up on"
    first = i == 0 and after in ("there is", "there are", "we have", "we got")
    if spoken_small and not led and not first:
        return False  # "the two pipes": a count, as like as not
    return 0 <= q.low <= MOST_FT and 0 <= q.high <= MOST_FT


def _goes_on_a_list(pieces: Sequence[Piece], i: int) -> bool:
    """Whether a larger number ends a list of numbers: two of them before it, each behind a comma or an *and*."""
    before = [pieces[k].quantity for k in (i - 4, i - 2) if k >= 0 and pieces[k + 1].what == "links"]
    numbers = [q.low for q in before if q is not None and q.unit in ("bare", "ft") and q.is_one]
    own = pieces[i].quantity
    return len(numbers) == 2 and own is not None and numbers[0] < numbers[1] < own.low


def _counter(pieces: Sequence[Piece], tokens: Sequence[Token], i: int, q: Quantity) -> Place | None:
    before, after = words_at(tokens, pieces, i - 1), words_at(tokens, pieces, i + 1)
    j = i + 1
    if q.high > MOST_FT or q.low < 0:
        return None
    if before in ("first", "the first") and q.unit == "ft":
        return Place(f"0-{feet(q.high)}", i - 1, j, runs=True, only_to=True)
    if before in ("last", "the last"):
        return None
    about = is_about(pieces, tokens, i) or q.about
    if after in OR_SO:
        about, j = True, j + 1
    if q.either:
        return Place(f"{feet(q.low)} or {feet(q.high)}", i, j)
    if not q.is_one and before == "between" and words_at(tokens, pieces, i - 2) in HALFWAY:
        return Place(f"~{feet((q.low + q.high) / 2)}", i - 2, j)
    if not q.is_one:
        return _stretch(pieces, tokens, i, q, "~" if about else "")
    to = next((k for k in (i - 1, i - 2) if _leads_to(words_at(tokens, pieces, k)) and (k == i - 1 or about)), None)
    if to is not None:
        earlier = any(p.quantity is not None and p.quantity.unit in ("bare", "ft", "ft_in") for p in pieces[:to])
        asks = "up to there: from where?" if earlier else ""
        return Place(f"{'~' if about else ''}0-{feet(q.high)}", to, j, runs=True, asks=asks, only_to=True)
    if before in ("between",) and j + 1 < len(pieces) and after == "and":
        other = pieces[j + 1].quantity
        if other is not None and other.unit in ("bare", "ft", "ft_in") and other.is_one:
            return Place(f"{feet(min(q.low, other.low))}-{feet(max(q.low, other.low))}", i - 1, j + 2, runs=True)
    if goes_there := _far_from_there(pieces, tokens, i, j, about):
        return goes_there
    hour = (
        q.unit == "bare"
        and q.low <= 12
        and q.low == int(q.low)
        and i > 0
        and before not in ("at", "@", "from", "to", "~")
    )
    asks = "no further, or no nearer, than that: where?" if before in BOUNDS else ""
    return Place(("~" if about else "") + feet(q.low), i, j, hour=hour, bare=q.unit == "bare", asks=asks)


HALFWAY = ("halfway", "half way", "midway", "about halfway", "about midway", "right halfway")


def _to_the_main(pieces: Sequence[Piece], tokens: Sequence[Token], j: int) -> int:
    """Where ``and the connection to the main`` ends, behind *between* and a footage: how far, and no main reached."""
    n = j
    while n < len(pieces) and words_at(tokens, pieces, n) in ("and", "the", "and the", "to", "to the"):
        n += 1
    return n + 1 if n > j and n < len(pieces) and pieces[n].says.split()[:1] == ["main"] else 0


def _stretch(pieces: Sequence[Piece], tokens: Sequence[Token], i: int, q: Quantity, about: str) -> Place:
    """Two numbers as the ends of a stretch; asked where they may be feet and inches, or hours."""
    asks = "feet and inches, or a stretch" if _feet_or_inches(q, tokens, pieces, i) else ""
    low, high = sorted((q.low, q.high))
    if q.high < q.low and not asks and high <= 12:
        asks = "hours, or a stretch"
    hours = q.unit == "bare" and high <= 12 and low == int(low) and high == int(high) and i > 0
    return Place(f"{about}{feet(low)}-{feet(high)}", i, i + 1, runs=True, asks=asks, hour=hours)


def _far_from_there(pieces: Sequence[Piece], tokens: Sequence[Token], i: int, j: int, about: bool) -> Place | None:
    """Between a footage and the main, so far out, or from there on."""
    q = pieces[i].quantity
    assert q is not None
    if words_at(tokens, pieces, i - 1) == "between" and (end := _to_the_main(pieces, tokens, j)):
        return Place(f"{feet(q.low)} on", i - 1, end, runs=True, onward=True)
    if _is_so_far_out(pieces, tokens, i, j):
        return Place(("~" if about else "") + feet(q.low), i, j + 1)
    return _onward(pieces, tokens, i, j, about)


def _is_so_far_out(pieces: Sequence[Piece], tokens: Sequence[Token], i: int, j: int) -> bool:
    """``a crack about 41 feet out``: so far from where one went in; ``from 41 out`` goes on, *out of round* is none."""
    q = pieces[i].quantity
    led = words_at(tokens, pieces, i - 1) in FROM or words_at(tokens, pieces, i - 2) in FROM
    behind = words_at(tokens, pieces, j + 1).split()[:1]
    return (
        q is not None
        and q.unit != "bare"
        and not led
        and words_at(tokens, pieces, j) == "out"
        and behind not in (["of"], ["to"])
    )


def _onward(pieces: Sequence[Piece], tokens: Sequence[Token], i: int, j: int, about: bool) -> Place | None:
    """From a footage on, as far as one saw; asked where the words may mean only there."""
    q, before = pieces[i].quantity, words_at(tokens, pieces, i - 1)
    assert q is not None
    led = before in FROM or about and words_at(tokens, pieces, i - 2) in FROM
    on = goes_on(pieces, tokens, j, led)
    pipe = any(p.what == "materials" or p.what == "kinds" and p.says.startswith("sound") for p in pieces)
    # "pvc after 40"; "stopped after 40" is none
    rest = before == "after" and pipe and all(p.what != "changes" for p in pieces)
    rest |= before in ("after", "past", "beyond") and words_at(tokens, pieces, i - 2).split()[-1:] in REST
    blind = pieces[i - 1].what == "places" and before.endswith((" past", " beyond"))  # "can't see past 60"
    if on is None and before not in ("past", "beyond", "from") and not rest and not blind:
        return None
    end, plain = on or (j, rest)
    asks = "" if plain else "from there on: to where?" if before == "from" else "from there on, or only there?"
    return Place(f"{'~' if about else ''}{feet(q.low)} on", i, end, runs=True, asks=asks, onward=True)


REST = (["everything"], ["all"], ["rest"], ["anything"])  # "everything after 44 is plastic"
COUNTED = frozenset({
    "joints", "jts", "cracks", "of those", "sections", "pieces", "lengths", "sticks", "places", "spots", "areas", "locations", "times",
})  # fmt: skip
LEADS = frozenset({"at", "@", "to", "out to", "from", "around", "about", "up to"})


def _leads_to(words: str) -> bool:
    """``to``, ``up to``, and either with *about* behind it."""
    said = words.removesuffix(" about").removesuffix(" around")
    if said in ("everything before", "all before"):
        return True
    return said in TO_WORDS or any(said == f"{lead} {to}" for to in TO_WORDS for lead in FROM_THE_START)


FROM_THE_START = (
    "from the house", "from the cleanout", "from the foundation", "from the wall", "from the start", "from the access", "from the stack",
    "house", "from here", "from zero", "from the beginning",
)  # fmt: skip
TO_WORDS = frozenset(
    {"to", "out to", "up to", "until", "till", "all the way to", "thru", "through", "clear to", "as far as"}
)
FROM = frozenset({"from", "from about", "from around", "starting at", "starting", "beginning at"})


def _feet_or_inches(q: Quantity, tokens: Sequence[Token], pieces: Sequence[Piece], i: int) -> bool:
    """``41-6``: a hyphen, and a second number under 12 that is less than the first."""
    said = tokens[pieces[i].i : pieces[i].j]
    hyphen = any(t.word == "-" and t.glued for t in said)
    return hyphen and q.high < q.low and q.high < IN_PER_FT


def _beside(pieces: Sequence[Piece], tokens: Sequence[Token], i: int, q: Quantity, side: str) -> Place | None:
    """``3 ft past the wye``, ``ten feet short of the curb``, ``three feet past that``."""
    words = words_at(tokens, pieces, i + 2)
    named = landmark_at(pieces, tokens, i + 2)
    if (
        named is None
        and side == "past"
        and (words in ("that", "that one", "it", "this", "here") or i + 2 >= len(pieces))
    ):
        return Place(f"+{feet(q.low)}", i, min(i + 3, len(pieces)))
    if named is None:
        return None
    name, j = named
    return Place(f"{feet(q.low)}ft {'past' if side == 'past' else 'short of'} {name}:", i, j, landmark=name)
