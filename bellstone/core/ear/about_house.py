"""Whole lines about the house, the visit and the ground above: no finding in the pipe, and a fact or a stretch of their own."""

import re
from collections.abc import Sequence

from bellstone.core.ear.about_visit import about_visit, counted_or_there
from bellstone.core.ear.flush_and_length import ABOUT, MAIN, flush_line, length_line, water_line
from bellstone.core.ear.house_facts import house_fact
from bellstone.core.ear.lies import lies_line
from bellstone.core.ear.places import feet
from bellstone.core.ear.token import Token
from bellstone.core.ear.unseen import unseen_line

_FT = r"(?: feet| foot| ft)?"
_NUMBER = r"(\d+(?:\.\d+)?)"
_GROUND = r"(driveway|drive|street|road|sidewalk|walk|lawn|yard|alley|garage|house|patio|deck|parking lot|slab|porch|garden|field)"
_FROM = rf"(?:from|past|beyond|after) {_NUMBER}{_FT}(?: on| down| out| onward| on down| on out)?"
_ALL = r"(?:everything |all |the line |the pipe |line |pipe )?"
_UNDER = rf"(?:under|beneath|below) (?:the |a )?{_GROUND}"
_ABOVE = (
    rf"(?:it (?:is |runs |goes )|we are |line (?:is |runs )|runs |goes )?{_UNDER} (?:from )?{_NUMBER} to {_NUMBER}{_FT}",
    rf"(?:from )?{_NUMBER} to {_NUMBER}{_FT}(?: it is| is| it runs| runs| we are)? {_UNDER}",
)
_ABOVE_ON = rf"{_ALL}{_FROM}(?: it is| is| it runs| we are)? (?:under|beneath|below|in|out in) (?:the |a )?{_GROUND}"
_ABOVE_AT = (
    rf"{_ALL}(?:it )?(?:crosses|goes|passes|runs|cuts|crossing|going|passing)(?: right| straight)? {_UNDER} "
    rf"(?:at|around|about) {_NUMBER}{_FT}"
)
_WHOSE = (
    r"((?:not )?shared(?: line| pipe)?(?: with .{3,30})?|not (?:ours|our line|our pipe|his|hers|theirs)|next door s?|somebody else's|"
    r"(?:the )?(?:city|county|town|neighbor|neighbour|association)(?: is| s|'s)?(?: line| pipe| problem| side| responsibility)?)"
)
_OWNED = (
    rf"{_ALL}{_FROM}(?: it is| is| that is| belongs to| it belongs to)? {_WHOSE}",
    rf"{_WHOSE} {_FROM}",
)
_OURS = r"(?:our|my|his|her|their|the (?:owner|homeowner|house|customer)(?: ?'?s)?|homeowner(?: ?'?s)?|house|private)"
_SHARE = r"(?:side|part|portion|responsibility|section|problem)"
_CITYS = r"(?:the )?(city|county|town|public|neighbou?r|association)(?: ?'?s)?"
_BEGINS = r"(?:starts?|begins?|takes over|picks up|takes it)(?: here| there| on)?(?: at| from| past| about| around)*"
_ENDS = r"(?:ends?|stops?)(?: here| there)?(?: at| about| around)*"
_OWNED_BY = (
    rf"{_CITYS} {_SHARE} {_BEGINS} {_NUMBER}{_FT}",
    rf"{_CITYS} (?:takes over|picks up|takes it|is responsible|owns (?:it|everything)) {_FROM}",
    rf"{_CITYS} (?:takes over|picks up|takes it)(?: at| from| about)* {_NUMBER}{_FT}",
)
_UP_TO = rf"(?:it is |line is )?(shared|ours)(?: line)?(?: out)? (?:to|up to|until|as far as) {_NUMBER}{_FT}"
# what may be told of either: an end of the pipe or of who owns it, a length from here or in all
_EITHER = (
    (rf"{_OURS} (?:line|pipe|sewer|lateral|drain) {_ENDS} {_NUMBER}{_FT}", ("{0} on owned not ours", "{0} ends_at")),
    (rf"(?:the |this )?(?:line|pipe|sewer|lateral|drain) {_ENDS} {_NUMBER}{_FT}", ("{0} ends_at", "{0} dead_end")),
    (rf"(?:we are |it is )?{ABOUT}{_NUMBER}{_FT} to {MAIN}", ("main about {0} on", "main about {0} in all")),
)


def about_house(said: str, tokens: Sequence[Token]) -> tuple[str, ...]:
    """The line of the entry language that a whole line about the house or the ground says; two where it may say either.

    Examples
    --------
    >>> from bellstone.core.ear.lexicon import house_lexicon
    >>> from bellstone.core.ear.numbers import joined_numbers
    >>> from bellstone.core.ear.tokens import tokens_of
    >>> def line(said):
    ...     return about_house(said, joined_numbers(tokens_of(said, house_lexicon())))
    >>> line("the house was built in 1958"), line("past sixty it's under the street")
    (('house built 1958',), ('60 on surface street',))
    >>> line("line was jetted yesterday"), line("the house drain was built in clay")
    (('cleaned before: line was jetted yesterday',), ())
    >>> line("our line ends at 60")
    ('60 on owned not ours', '60 ends_at')
    """
    words = plainly(tokens)
    if fact := house_fact(words, said):
        return (fact,)
    for pattern, readings in _EITHER:
        if found := re.fullmatch(pattern, words):
            return tuple(line.format(found[1]) for line in readings)
    if either := counted_or_there(words):
        return either
    told = _above(words) or _owned(words) or length_line(words) or flush_line(words)
    told = told or about_visit(words, said) or unseen_line(words) or lies_line(words) or water_line(words, said)
    return (told,) if told else ()


def plainly(tokens: Sequence[Token]) -> str:
    """The words of a line, its numbers in figures, without stops and commas."""
    words = " ".join(t.word if t.number is None else feet(t.number) for t in tokens if t.word not in (".", ",", "!"))
    return words.replace(" - ", " to ").strip()


def _above(words: str) -> str | None:
    """``under the driveway from 20 to 34``, ``past 60 it is in the street``: what lies over the line."""
    if found := re.fullmatch(_ABOVE[0], words):
        return f"{found[2]}-{found[3]} surface {found[1]}"
    if found := re.fullmatch(_ABOVE[1], words):
        return f"{found[1]}-{found[2]} surface {found[3]}"
    if found := re.fullmatch(_ABOVE_AT, words):
        return f"{found[2]} surface {found[1]}"
    if found := re.fullmatch(_ABOVE_ON, words):
        return f"{found[1]} on surface {found[2]}"
    found = re.fullmatch(rf"{_ALL}(?:it is |is |it runs |runs )?{_UNDER} {_FROM}", words)
    return f"{found[2]} on surface {found[1]}" if found else None


def _owned(words: str) -> str | None:
    """``shared line from 55 down``, ``not our line past 55``: whose the pipe is from there on."""
    if found := re.fullmatch(_OWNED[0], words):
        return f"{found[1]} on owned {_owner(found[2])}"
    if found := re.fullmatch(_OWNED[1], words):
        return f"{found[2]} on owned {_owner(found[1])}"
    if found := re.fullmatch(rf"{_OURS} {_SHARE} {_ENDS} {_NUMBER}{_FT}", words):
        return f"{found[1]} on owned not ours"
    if found := re.fullmatch(_UP_TO, words):
        return f"0-{found[2]} owned {found[1]}"
    for pattern in _OWNED_BY:
        if found := re.fullmatch(pattern, words):
            return f"{found[2]} on owned the {found[1]}"
    return None


def _owner(words: str) -> str:
    return re.sub(r" is\b", "'s", re.sub(r"(?: is| s|'s)$", "", words))  # "the city's" is read as *the city is*
