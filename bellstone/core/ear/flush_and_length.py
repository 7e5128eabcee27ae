"""Whole lines about a flush and its result, and about how far the main is thought to be."""

import re

_NUMBER = r"(\d+(?:\.\d+)?)"
_FT = r"(?: feet| foot| ft)?"
# how far the main is thought to be, from here or from the zero; who or what says so is the basis
ABOUT = r"(?:about |around |maybe |roughly |approximately |~ ?)?"
MAIN = r"(?:the |our |their )?(?:city |public |sewer )?main"
_I_SAY = r"(?:i (?:figure|think|say|guess|would say|am guessing)|figure|call it|probably|maybe|should be|it is|it should be)? ?"
_ON = (
    rf"{_I_SAY}{ABOUT}(?:another|a further) {_NUMBER}{_FT}(?: more)? to {MAIN}",
    rf"{_I_SAY}{ABOUT}{_NUMBER} more{_FT} to {MAIN}",
    rf"{MAIN}(?: is|'s| should be)? {ABOUT}(?:another )?{_NUMBER}{_FT} (?:past|from|beyond|on from|further than|after) "
    r"(?:where (?:i|we) (?:stopped|quit|ended|got to)|here|that|this point|there|the end of the run)",
)
_IN_ALL = (
    rf"(?:the )?total length(?: is| of| was)? {ABOUT}{_NUMBER}{_FT}()",
    rf"(?:the |this |our )?(?:line|lateral|sewer|run)(?: is)? {ABOUT}{_NUMBER}{_FT} (?:long )?(?:in all|in total|all told|total)()",
    rf"(?:the |this |our )?(?:whole |entire )?(?:line|lateral|sewer|run)(?: is)? {ABOUT}{_NUMBER}(?: feet| foot| ft)(?: long)?()",
    rf"(?:we are |it is |i figure |figure )?{ABOUT}{_NUMBER}{_FT} to {MAIN} from the (?:cleanout|house|zero)()",
    rf"{ABOUT}{_NUMBER}{_FT} to {MAIN} (?:in all|in total|total)()",
)
_BY = r"(maps?|plans?|gis|drawings?|records?|as ?builts?|sewer card|card)"
_BY_PAPER = (
    rf"(?:the )?{_BY} (?:shows?|says?|has|have|puts?|gives?)(?: it as)? {ABOUT}{_NUMBER}{_FT} to {MAIN}",
    rf"(?:the )?{_BY} (?:shows?|says?|has|have|puts?|gives?) {MAIN} at {ABOUT}{_NUMBER}{_FT}",
)
# a flush, told whole
_FIXTURE = (
    r"((?:upstairs |downstairs |hall |guest |master |kitchen |basement |laundry |powder room |bath ?room )*"
    r"(?:toilet|sink|tub|shower|kitchen|bath|bathroom|hose|washer))"
)
_WELL = r"(?:well|fine|good|great|through|by|past|away|quick|fast|easy)"
_RESULTS = (
    (
        "moved well",
        rf"(?:moved|went|ran|flowed)(?: right| straight)? {_WELL}(?: no problem)?|good|fine|ok|okay|"
        rf"(?:drained|cleared|passed)(?: right| straight)?(?: {_WELL})?(?: no problem)?",
    ),
    (
        "sluggish",
        r"(?:moved|went|drained|ran|flowed|cleared) (?:slow|slowly|sluggish|lazily)|slow|sluggish|"
        r"took (?:a while|forever)(?: to (?:clear|drain|go))?",
    ),
    ("hardly moved", r"(?:hardly|barely) (?:moved|drained|budged)"),
    ("not moved", r"(?:did not|never) (?:move|drain|budge|clear)|(?:just )?(?:sat|stood|stayed) there"),
)
_FLUSHED = (
    rf"(?:flushed|ran) (?:{ABOUT}{_NUMBER} gallons? (?:from|down|through|of water (?:from|down)) )?(?:the )?{_FIXTURE}",
    r"(?:the )?flush(?: test)?(?: was| is| looked)?",
)


def length_line(words: str) -> str | None:
    """``another 10 feet to the main``, ``the map shows the main at 90``: an estimate with what it rests on.

    >>> length_line("i figure another 10 feet to the main"), length_line("the map shows the main at 90")
    ('main about 10 on', 'main about 90 in all (map)')
    >>> length_line("another 10 feet of clay") is None
    True
    """
    for pattern in _ON:
        if found := re.fullmatch(pattern, words):
            return f"main about {found[1]} on"
    for pattern in _IN_ALL:
        if found := re.fullmatch(pattern, words):
            return f"main about {found[1]} in all"
    for pattern in _BY_PAPER:
        if found := re.fullmatch(pattern, words):
            return f"main about {found[2]} in all ({found[1]})"
    return None


def flush_line(words: str) -> str | None:
    """``ran 5 gallons from the kitchen, watched at 40, drained slow``: a test with its fixture, its water and its result.

    A toilet that was only flushed is seen going by, and no test; what it did is the ear's to hear.

    >>> flush_line("flushed the hall toilet watched at 40 and it went right by"), flush_line("flushed the hall toilet")
    ('flush test hall toilet, watched at 40, moved well', None)
    """
    for result, how in _RESULTS:
        tail = rf"(?:,? watched (?:it )?at {_NUMBER}{_FT})?(?:,? (?:and |it |water |the water )*)?(?:{how})"
        found = re.fullmatch(rf"{_FLUSHED[0]}{tail}", words)
        if found and (found[1] or found[3]):
            gallons = f" {found[1]}gal" if found[1] else ""
            watched = f", watched at {found[3]}," if found[3] else ""
            return f"flush test {found[2]}{gallons}{watched} {result}"
        if re.fullmatch(rf"{_FLUSHED[1]} (?:{how})", words):
            return f"flush test {result}"
    return None
