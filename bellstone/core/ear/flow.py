"""Whether the house runs water, as it is said: nothing of it is on, or some fixture is; the state of a reading."""

from collections.abc import Iterator, Sequence

from bellstone.core.ear.wording import words_of

LEADS = words_of("with after since once and though although while as because bearing")
OF_ALL = words_of("the all of every our their your any both that this her his")
# what water is run from, and what stands for all of it
FIXTURES = words_of("""
    sink sinks tub tubs bathtub shower showers faucet faucets hose washer dishwasher laundry lavatory basin toilet
    toilets taps fixture fixtures
""")
WHOLE = words_of("water everything supply house plumbing fixtures taps flow building")
ROOMS = words_of("""
    kitchen bath bathroom hall guest master upstairs downstairs basement powder room laundry garden washing water
""")
BE = words_of("""
    is was are were be been being has have had still left remaining remained already then now kept all got just
    remains stays again
""")
OFF = words_of("off shut closed secured stopped close killed")
ON = words_of("on running draining flowing run ran runs going pouring")
USING = words_of("running on used draining flowing using")
NOBODY = frozenset(["nothing", "nobody", "no"])
DOWN = frozenset(["off", "down"])
WITHIN = words_of("""
    in the house home inside upstairs downstairs there building at time else whole up operation use
    laundry kitchen bathroom bath basement tub shower sink
""")
SHUT = words_of("shut closed cut shutting killed turning turned close secured closing stopped")
NOT_BEHIND = words_of("my it an right top the to a at bottom about this left that")
NOT_BEFORE = words_of("before until till if when unless not never would please by")


def water_state_at(words: Sequence[str], i: int) -> Iterator[tuple[str, int]]:
    """States of the house's water that begin at a word: ``rest`` or ``running``, and where they end.

    >>> list(water_state_at("with all the taps shut off".split(), 0))
    [('rest', 6)]
    >>> list(water_state_at("the kitchen sink was still running".split(), 0))
    [('running', 6)]
    >>> list(water_state_at("no fixtures being in use".split(), 0))
    [('rest', 5)]
    >>> list(water_state_at("the water on the left".split(), 0))
    []
    """
    if i and words[i - 1] in NOT_BEFORE:
        return
    at = i + 1 if words[i] in LEADS else i
    if _is_off_so_long(words, i):
        yield "rest", i + 1
    for found in (_named(words, at), _nobody(words, at), _shut(words, at)):
        if found is not None and not _comes_in(words, found[1]):
            state, end = found
            yield state, _within(words, end)


def _is_off_so_long(words: Sequence[str], i: int) -> bool:
    """``off 5 min``, ``after ten minutes off``: how long it was off stands right beside."""
    n = i + 1 + (_at(words, i + 1) == "for")
    behind = _at(words, n)[:1].isdecimal() and _at(words, n + 1) in UNITS
    return words[i] == "off" and (behind or _at(words, i - 1) in UNITS and _at(words, i - 2)[:1].isdecimal())


def _comes_in(words: Sequence[str], end: int) -> bool:
    """``water is running in at 41``: it comes into the pipe there, and nobody runs it."""
    return _at(words, end) == "in" and _at(words, end + 1) in (
        "",
        "at",
        "from",
        "through",
        "here",
        "on",
        "by",
        "around",
        ",",
        ".",
        "a",
        "pretty",
    )


def _at(words: Sequence[str], n: int) -> str:
    return words[n] if 0 <= n < len(words) else ""


def _source(words: Sequence[str], at: int) -> tuple[int, bool, bool] | None:
    """A fixture, or all of them: where its words end, whether it is all there is, and whether one is named."""
    n, every = at, False
    while _at(words, n) in OF_ALL:
        every |= words[n] in ("all", "every", "any")
        n += 1
    start = n
    while _at(words, n) in ROOMS and (_at(words, n + 1) in ROOMS | FIXTURES or _at(words, n + 1) == "machine"):
        n += 1
    word = _at(words, n)
    if word == "machine" and n > start:
        return n + 1, False, True
    if word in FIXTURES | WHOLE or word == "tap" and every:
        return n + 1, every or word in WHOLE or word == "taps", word in FIXTURES
    return None


def _named(words: Sequence[str], at: int) -> tuple[str, int] | None:
    """``the water was shut off``, ``kitchen sink still on``."""
    source = _source(words, at)
    if source is None:
        return None
    end, whole, fixture = source
    n = _within(words, end) if _at(words, end) in ("in", "inside", "upstairs") else end
    while _at(words, n) in BE:
        n += 1
    state = _at(words, n)
    if state in OFF and _at(words, n + 1) not in NOT_BEHIND:
        return ("rest", n + 1 + (_at(words, n + 1) in DOWN)) if whole else None
    if state == "turned" and _at(words, n + 1) == "off" and whole:
        return "rest", n + 2
    if state in ON and (fixture or _at(words, n - 1) in BE or words[n - 1] == "water"):
        plain = state == "running" or _at(words, n + 1) not in NOT_BEHIND
        return (
            ("running", n + 1 + (_at(words, n + 1) == "through")) if plain and _at(words, end - 1) != "house" else None
        )
    if (
        fixture
        and words[n - 1 : n]
        and words[n - 1] in ("remaining", "still")
        and (state, _at(words, n + 1)) == ("in", "operation")
    ):
        return "running", n + 2
    return None


def _nobody(words: Sequence[str], at: int) -> tuple[str, int] | None:
    """``nothing in the house is on``, ``no water running``, ``nobody using any water``."""
    if _at(words, at) not in NOBODY:
        return None
    n = at + 1
    if words[at] == "no":
        source = _source(words, n)
        if _at(words, n) == "one":
            n += 1
        elif source is not None:
            n = source[0]
        else:
            return None
    n = _within(words, n)
    while _at(words, n) in BE:
        n += 1
    if (_at(words, n), _at(words, n + 1)) == ("in", "use"):
        return "rest", n + 2
    if _at(words, n) not in USING or _at(words, n + 1) in NOT_BEHIND:
        return None
    end = n + 1
    if words[n] == "using":
        source = _source(words, end)
        end = source[0] if source else end + (_at(words, end) in ("anything", "it"))
    return "rest", end


def _shut(words: Sequence[str], at: int) -> tuple[str, int] | None:
    """``after shutting off the water``, ``since we closed everything``: said of a reading, not as an act of its own."""
    n = at + (_at(words, at) in ("i", "we", "they"))
    lead = _at(words, at - 1) in LEADS and _at(words, at - 1) != "and" or n > at
    if _at(words, n) == "had":
        n += 1
    if not lead or _at(words, n) not in SHUT:
        return None
    n += 1 + (_at(words, n + 1) in DOWN)
    if _at(words, n) in ("it", "them", "that") and lead and (_at(words, n + 1) in DOWN or _at(words, n - 1) in DOWN):
        return "rest", n + 1 + (_at(words, n + 1) in DOWN)  # "after we shut it off"
    source = _source(words, n)
    if source is None or not source[1]:
        return None
    return "rest", source[0] + (_at(words, source[0]) in DOWN)


def _within(words: Sequence[str], n: int) -> int:
    """Where the words end that say only in which house, or at what time."""
    if _at(words, n) not in ("in", "inside", "upstairs", "downstairs", "at"):
        return n
    end = n
    while _at(words, end) in WITHIN:
        end += 1
    return end if end - n > 1 or words[n] in ("inside", "upstairs", "downstairs") else n


UNITS = words_of("seconds bit little hours min minute while minutes hour few second hr mins moment")
WAITED = words_of("wait waited waiting allowed allow")
LETS = (("let",), ("give",), ("gave",), ("leave",), ("left",))
IT = words_of("it her them him everything water the")
SETTLES = words_of("sit drain settle rest stand clear")


def waited_at(words: Sequence[str], i: int) -> int:
    """Where words end that say one waited, without how long; 0 where none begin here: the minutes are told beside it.

    >>> waited_at("let it sit 5 minutes".split(), 0), waited_at("wait , no , clay".split(), 0)
    (3, 0)
    """
    n = i + (words[i] in ("i", "we", "and"))
    word = _at(words, n)
    if word in WAITED and (
        _at(words, n + 1)[:1].isdecimal() or _at(words, n + 1) in ("a", "for", "and", "until") and _lasts(words, n + 1)
    ):
        end = n + 1 + (_at(words, n + 1) == "for")
        return end + 2 if _at(words, end) == "a" else end + 1 if _at(words, end) == "and" else end
    if word in ("let", "give", "gave", "left") and _at(words, n + 1) in IT:
        end = n + 2 + (_at(words, n + 1) == "the")
        if _at(words, end) in SETTLES:
            return end + 1 + 2 * (_at(words, end + 1) == "a" and _at(words, end + 2) in UNITS)
        if _at(words, end) == "a" and _at(words, end + 1) in UNITS:
            return end + 2
    leads = _at(words, n + 1)[:1].isdecimal()  # "a bit before 41": where, and not when
    if word in ("before", "ago", "earlier") and _at(words, n - 1) in UNITS and n == i and not leads:
        return n + 1
    return 0


def _lasts(words: Sequence[str], n: int) -> bool:
    """``a minute``, ``for 10 minutes``, ``a little while``: how long one waited."""
    return any(w in UNITS or w[:1].isdecimal() for w in words[n : n + 3]) or _at(words, n + 1) == "see"
