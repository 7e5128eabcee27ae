"""The cheapest cover of a line: each word used once, by a phrase, a quantity or as a filler; what is left costs most."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from bellstone.core.ear.advising import advice_at
from bellstone.core.ear.alike import alike_at
from bellstone.core.ear.behind import soil_behind_at
from bellstone.core.ear.beside import beside_at, lost_at, tapers_at
from bellstone.core.ear.comes_in import comes_in_at
from bellstone.core.ear.doubting import doubt_at
from bellstone.core.ear.either import either_at
from bellstone.core.ear.entering import ahead_at, entering_at, mouth_at, opening_at, side_at, toward_at
from bellstone.core.ear.flow import waited_at, water_state_at
from bellstone.core.ear.gallons import gallons_at
from bellstone.core.ear.ignorance import ignorance_at
from bellstone.core.ear.inflection import stem
from bellstone.core.ear.lexicon import Lexicon, Phrase
from bellstone.core.ear.marking import mark_at
from bellstone.core.ear.not_reached import short_of_main_at
from bellstone.core.ear.on_the_way import remark_at
from bellstone.core.ear.passing import passing_at
from bellstone.core.ear.quantities import Quantity, percent, quantities_of
from bellstone.core.ear.rotted import rotted_at
from bellstone.core.ear.token import Token
from bellstone.core.ear.wording import words_of

# Costs of one piece of a cover: fewer and longer pieces win, and what means something wins over a filler.
PHRASE, QUANTITY, FILLER, SIGN, SMALL, UNKNOWN = 1.0, 1.0, 0.6, 0.3, 1.2, 5.0
LONGER = 0.01  # of two covers as cheap, the one with the longer phrases first
# what a word between others means only where nothing else takes it
BETWEEN, INFLECTED, MOST_BETWEEN = 0.2, 0.05, 3
FARTHEST = 16  # words that the longest phrase may reach over
# may stand between the words of a phrase and leave it what it is: no negative, number, tense, side or doubt
LIGHT = words_of("""
    a an the is are it its this that has have been of all just really pretty very quite simply completely totally clean clear
    right actually now here there some kind sort fully entirely nice and nicely well already also still pipe whole
""")
JOINTS = frozenset({"joint", "joints"})
WEAKER = {"weak": 0.3, "places": 0.05, "landmarks": 0.3, "changes": 0.02, "shares": 0.9, "links": -0.4}


@dataclass(frozen=True, slots=True)
class Piece:
    """Some words in a row and what they are: a section of the lexicon, ``quantity``, ``sign`` or ``unknown``."""

    what: str
    says: str
    i: int
    j: int
    quantity: Quantity | None = None


def cover_of(tokens: Sequence[Token], lexicon: Lexicon) -> list[Piece]:
    """The pieces of a line, left to right.

    >>> from bellstone.core.ear.lexicon import house_lexicon
    >>> from bellstone.core.ear.tokens import tokens_of
    >>> [(p.what, p.says) for p in cover_of(tokens_of("light roots at the joint", house_lexicon()), house_lexicon())]
    [('attributes', 'light/slight'), ('kinds', 'roots'), ('attributes', 'joint')]
    """
    n = len(tokens)
    words = tuple(t.word if t.number is None else f"{t.number:g}" for t in tokens)
    quantities = {q.i: q for q in (_shared(q, words, lexicon) for q in quantities_of(tokens))}
    best: list[tuple[float, Piece | None]] = [(0.0 if k == 0 else float("inf"), None) for k in range(n + 1)]
    for i in range(n):
        cost = best[i][0]
        for price, piece in _pieces_at(tokens, words, i, quantities, lexicon):
            if cost + price < best[piece.j][0] - 1e-9:
                best[piece.j] = (cost + price, piece)
    out: list[Piece] = []
    at = n
    while at > 0:
        last = best[at][1]
        assert last is not None
        out.append(last)
        at = last.i
    return out[::-1]


def _pieces_at(
    tokens: Sequence[Token], words: tuple[str, ...], i: int, quantities: dict[int, Quantity], lexicon: Lexicon
) -> list[tuple[float, Piece]]:
    token = tokens[i]
    out: list[tuple[float, Piece]] = []
    if i in quantities:
        q = quantities[i]
        if q.unit == "dated":
            return [(FILLER, Piece("fillers", "", i, q.j))]
        out.append((QUANTITY, Piece("quantity", q.unit, i, q.j, q)))
    if _is_zeroed(tokens, i):
        out.append((PHRASE - 2 * LONGER, Piece("kinds", "zero", i, i + 1)))
    if words[i] == "right" and _leads_on("attributes", words, i, i + 1):
        out.append((FILLER, Piece("fillers", "", i, i + 1)))  # "right under the porch": just there
    if words[i] == "0:00":
        out.append((FILLER, Piece("fillers", "", i, i + 1)))  # a time of day
    for phrase in lexicon.by_first.get(words[i], ()):
        end = 0 if _is_letter_of_a_side(phrase, token) else _match(phrase, words, i)
        if end and phrase.section == "fillers" and phrase.words[-1] == "wall" and wall_at(words, end - 1):
            continue
        if end and not _is_measured(phrase, tokens[i:end]) and not _leads_on(phrase.section, words, i, end):
            price = FILLER if phrase.section == "fillers" else PHRASE + WEAKER.get(phrase.section, 0.0)
            if phrase.words[:2] in (("right", "about"), ("right", "by")) and i and words[i - 1] in SHIFTS:
                price += WITH_ITS_SIDE
            out.append((price - LONGER * (end - i), Piece(phrase.section, phrase.says, i, end)))
    loose = (one for one in _loosely(words, i, lexicon) if not _is_written(tokens[one[1].i : one[1].j]))
    out += (one for one in loose if not _leads_on(one[1].what, words, i, one[1].j))
    out += _built(words, i, lexicon)
    alone = any(piece.j == i + 1 for _, piece in out)
    if not out or i in quantities or not alone and not token.is_sign:  # "from 0", and "0 to 35" behind it
        small = words[i] in lexicon.common or words[i] in lexicon.never
        price = SIGN if token.is_sign else SMALL if small else UNKNOWN
        out.append((price, Piece("sign" if token.is_sign else "unknown", "", i, i + 1)))
    return out


def _is_letter_of_a_side(phrase: Phrase, token: Token) -> bool:
    """``roots R at 41``: a letter is the side, and no *right at*."""
    return (
        token.end - token.start == 1
        and phrase.words[0] == "right"
        and phrase.words[1:2] in (("at",), ("about",), ("by",), ("around",))
    )


def _is_measured(phrase: Phrase, tokens: Sequence[Token]) -> bool:
    """``bottom 1/2``: a side and a size that is written; ``bottom half`` is a side."""
    return phrase.section == "attributes" and _is_written(tokens)


def _leads_on(section: str, words: tuple[str, ...], i: int, end: int) -> bool:
    """``offset right at the wye``: *right* goes with the place behind it, and is no side; ``wye right at 20`` may be one."""
    if words[end - 1] == "around" and end - i > 1 and section == "kinds":
        return words[end : end + 1] != () and words[end][0].isdecimal()  # "a crack around 41": about there
    if words[end - 1] != "right" or words[end - 2 : end - 1] == ("the",) and end - i > 1:
        return False
    after = words[end : end + 3]
    leads = bool(after) and (after[0] in RIGHT_BEFORE or after[:2] in AT_A and not after[-1][0].isdecimal())
    return leads and section in ("kinds", "attributes")


AT_A = (("at", "the"), ("at", "this"), ("at", "that"), ("at", "our"))
RIGHT_BEFORE = words_of("""
    after before past around behind there here where under next beneath below when out through across off into against over
""")
SHIFTS = words_of(
    "shifted shifts offset moved moves kicked kicks pushed jogs jogged slid slides displaced over off bends turns"
)
WITH_ITS_SIDE = 1.2  # "shifted right about an inch": the side goes with the shift, and not with *about*


def _is_written(tokens: Sequence[Token]) -> bool:
    return any(t.fraction and not t.spoken for t in tokens)


def _is_zeroed(tokens: Sequence[Token], i: int) -> bool:
    """``zero at the riser``: where the counter begins, at the head of a clause and in words."""
    begins = i == 0 or tokens[i - 1].is_sign or tokens[i - 1].word in ("and", "counter", "my", "then")
    after = tokens[i + 1].word if i + 1 < len(tokens) else ""
    return tokens[i].spoken and tokens[i].number == 0 and begins and after in ("at", "is", "was", "set")


SAID_BESIDE = (ignorance_at, waited_at, entering_at, mouth_at, ahead_at, toward_at)  # tell nothing that is there


def _built(words: tuple[str, ...], i: int, lexicon: Lexicon) -> Iterator[tuple[float, Piece]]:
    """What is built of parts and stands in no list: likenesses, marks, advice, remarks, the state of the water."""
    found = [(what, "", end) for what, end in (*alike_at(words, i, lexicon), *mark_at(words, i, lexicon.grounds))]
    found += [("acts", "recommend", advice_at(words, i)), ("acts", "note", remark_at(words, i))]
    found += [
        ("sides", words[i], side_at(words, i)),
        ("texts", "", passing_at(words, i)),
        ("texts", "", gallons_at(words, i)),
        ("texts", "", beside_at(words, i)),
        ("fillers", "", lost_at(words, i)),
        ("tapers", "", tapers_at(words, i)),  # used where something starts before it, else not understood
    ]
    if opening := opening_at(words, i):  # before the same words as what was flushed
        yield PHRASE - LONGER * (opening - i + 1), Piece("kinds", "access", i, opening)
    found += [("attributes", says, end) for says, end in water_state_at(words, i)]
    says, end = comes_in_at(words, i)
    found.append(("kinds", says, end))
    found.append(("kinds", "soil_seen", soil_behind_at(words, i)))
    found.append(("landmarks", "noun", wall_at(words, i)))
    found += [("hedges", "unsure", doubt_at(words, i)), ("negatives", "no", short_of_main_at(words, i))]
    says, end = either_at(words, i, lexicon)
    found.append(("attributes", says, end))
    if rotted := rotted_at(words, i):
        found.append((rotted[0], "invert_gone", rotted[1]))
    yield from ((PHRASE - LONGER * (end - i), Piece(what, says, i, end)) for what, says, end in found if end)
    doubted = max(
        (
            doubt_at(words, i),
            *(_match(p, words, i) for p in lexicon.by_first.get(words[i], ()) if p.section == "hedges"),
        )
    )
    for end in filter(None, (told(words, i) for told in SAID_BESIDE)):
        if end <= doubted:
            continue  # "can not tell if that is roots": the roots are in doubt
        yield FILLER - LONGER * (end - i), Piece("fillers", "", i, end)


BY_A_WALL = words_of("at to outside past by beyond before inside near behind")


def wall_at(words: Sequence[str], i: int) -> int:
    """Where a wall ends that one stands at or goes to: the building's; what is on or through *the wall* is the pipe's.

    >>> wall_at("cast iron to the wall then clay".split(), 4), wall_at("scale on the wall".split(), 3)
    (5, 0)
    """
    before = tuple(words[max(i - 2, 0) : i])
    of_the_house = words[i] == "wall" and before[-1:] == ("the",) and before[0] in BY_A_WALL
    return i + 1 if of_the_house and words[i + 1 : i + 2] not in (("of",), ["of"]) else 0


def _loosely(words: tuple[str, ...], i: int, lexicon: Lexicon) -> Iterator[tuple[float, Piece]]:
    """Phrases that stand here in another form of their words, or with a word or two between that say nothing."""
    behind = {stem(w) for w in words[i + 1 : i + FARTHEST]}
    for phrase in lexicon.by_stem.get(stem(words[i]), ()):
        if phrase.stems[-1] not in behind or phrase.stems[1] not in behind:
            continue
        end = _spread(phrase, words, i)
        if end:
            price = PHRASE + BETWEEN * max(end - i - len(phrase.words), 0) + INFLECTED
            yield price - LONGER * (end - i), Piece(phrase.section, phrase.says, i, end)


DENYING = frozenset({"not", "no", "none", "never", "nor", "without"})


def _spread(phrase: Phrase, words: tuple[str, ...], i: int) -> int:
    """Where a phrase that begins here ends, light words between its own passed over; 0 where it does not stand here.

    >>> _spread(Phrase(("bottom", "rotted", "out"), "kinds", "invert_gone"), ("bottom", "is", "rotting", "clean", "out"), 0)
    5
    >>> _spread(Phrase(("bottom", "gone"), "kinds", "invert_gone"), ("bottom", "is", "not", "gone"), 0)
    0
    """
    at, passed = i, 0
    light = LIGHT - {"all"} if JOINTS & set(phrase.words) else LIGHT  # "joints are all open": each of them
    for n, wanted in enumerate(phrase.stems):
        while at < len(words) and n and stem(words[at]) != wanted and words[at] in light and passed < MOST_BETWEEN:
            at, passed = at + 1, passed + 1
        if at >= len(words) or stem(words[at]) != wanted or words[at] in DENYING and words[at] not in phrase.words:
            return 0  # "crack not there" is no *crack noted*
        at += 1
    return at


def _match(phrase: Phrase, words: tuple[str, ...], i: int) -> int:
    """Where a phrase that begins here ends; 0 where it does not stand here."""
    end = i + len(phrase.words)
    return end if words[i:end] == phrase.words else 0


def _shared(q: Quantity, words: tuple[str, ...], lexicon: Lexicon) -> Quantity:
    """A fraction of the pipe as a percentage; "60 % of the bore" with its last words."""
    if q.unit not in ("fraction", "pct"):
        return q
    end = q.j
    if end < len(words):
        ends = [_match(p, words, end) for p in lexicon.by_first.get(words[end], ()) if p.section == "shares"]
        of = max([end, *ends])
        end = end if words[of : of + 1] == ("wall",) else of  # "half the pipe wall" is no half of the pipe
    if q.unit == "fraction":
        return replace(q, unit="pct", low=percent(q.low), high=percent(q.high), j=end) if end > q.j else q
    return replace(q, j=end)
