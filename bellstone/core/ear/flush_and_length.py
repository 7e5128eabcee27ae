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
    rf"{_I_SAY}{ABOUT}{_NUMBER}{_FT} (?:more|further|farther|to go|left|yet)(?: to go| yet)?(?: to| till| until| before) {MAIN}",
    rf"{MAIN}(?: is|'s| should be)? {ABOUT}(?:another )?{_NUMBER}{_FT} (?:past|from|beyond|on from|further than|after) "
    r"(?:where (?:i|we) (?:stopped|quit|ended|got to)|here|that|this point|there|the end of the run)",
)
_IN_ALL = (
    rf"(?:the )?total(?: length)?(?: is| of| was)? {ABOUT}{_NUMBER}{_FT}()",
    rf"(?:the |this |our )?(?:line|lateral|sewer|run)(?: is)? {ABOUT}{_NUMBER}{_FT} (?:long )?(?:in all|in total|all told|total)()",
    rf"(?:the |this |our )?(?:whole |entire )?(?:line|lateral|sewer|run)(?: is)? {ABOUT}{_NUMBER}(?: feet| foot| ft)(?: long)?()",
    rf"(?:we are |it is |i figure |figure )?{ABOUT}{_NUMBER}{_FT} to {MAIN} from the (?:cleanout|house|zero)()",
    rf"{ABOUT}{_NUMBER}{_FT} to {MAIN} (?:in all|in total|total)()",
)
_BY = r"(maps?|plans?|gis|drawings?|records?|as ?builts?|sewer card|card)"
_BY_PAPER = (
    rf"(?:the )?{_BY} (?:shows?|says?|has|have|puts?|gives?)(?: it as)? {ABOUT}{_NUMBER}{_FT} to {MAIN}",
    rf"(?:the )?{_BY} (?:shows?|says?|has|have|puts?|gives?) (?:{MAIN}|it) at {ABOUT}{_NUMBER}{_FT}",
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
_STILL_THERE = (
    rf"(?:(?: and)?(?: it is)? still (?:sitting|standing|there)(?: there)? after {_NUMBER} (?:minutes?|mins?))?"
)
_FLUSHED = (
    rf"(?:(?:flushed|ran|dumped|sent|put) )?(?:{ABOUT}{_NUMBER} gallons? (?:from|down|through|in|into|of water (?:from|down|in|into)) )?"
    rf"(?:the )?{_FIXTURE}",
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


_BASIS = r"(?:by|from|on|per|off|according to) (?:the )?(map|plan|gis|drawing|counter|tape|card|records?)"
_TWO_LENGTHS = (
    rf"(?:the )?(?:line|total|whole|lateral|sewer|run)(?: length)?(?: is)? {ABOUT}{_NUMBER}{_FT} {_BASIS}"
    rf"(?: and| but)? {ABOUT}{_NUMBER}{_FT} {_BASIS}"
)


def lengths_told(words: str) -> tuple[str, ...]:
    """Two estimates of how long the line is, each with what it rests on; none where a line tells no two.

    >>> lengths_told("line length 95 by the map 92 by the counter"), lengths_told("line is 95 by the map")
    (('main about 95 in all (map)', 'main about 92 in all (counter)'), ())
    """
    found = re.fullmatch(_TWO_LENGTHS, words)
    if found is None or found[2] == found[4]:
        return ()
    return f"main about {found[1]} in all ({found[2]})", f"main about {found[3]} in all ({found[4]})"


_WAITED = (
    r"(?:(?:i |we )?(?:then )?(?:waited|gave it|let it (?:sit|drain|settle|run out))(?: for)?(?: about)? "
    r"(?:\d+|a few|a couple of) (?:minutes?|mins?|hours?)(?: to (?:settle|drain|clear|run out|drain down))?)"
)


def water_line(words: str, said: str) -> str | None:
    """``shut off the tub, waited 5 minutes``: what ran is off; ``let it drain for ten minutes`` by itself is a note.

    >>> water_line("shut off the tub waited 5 minutes", "shut off the tub, waited 5 minutes"), water_line("shut off", "")
    ('water off "shut off the tub, waited 5 minutes"', None)
    """
    kept = " ".join(said.replace('"', "").replace(";", ",").split()).strip(" .")
    if re.fullmatch(
        rf"(?:i |we )?(?:shut|turned|cut)(?: off)? (?:the )?{_FIXTURE}(?: off)?(?: and)?(?: {_WAITED})?", words
    ):
        return f'water off "{kept}"'
    return f"note {kept.replace(':', ',')}" if re.fullmatch(_WAITED, words) else None


def flush_line(words: str) -> str | None:
    """``ran 5 gallons from the kitchen, watched at 40, drained slow``: a test with its fixture, its water and its result.

    A toilet that was only flushed is seen going by, and no test; what it did is the ear's to hear.

    >>> flush_line("flushed the hall toilet watched at 40 and it went right by"), flush_line("flushed the hall toilet")
    ('flush test hall toilet, watched at 40, moved well', None)
    """
    for result, how in _RESULTS:
        tail = (
            rf"(?:,? watched (?:it )?at {_NUMBER}{_FT})?(?:,? (?:and |it |water |the water )*)?(?:{how}){_STILL_THERE}"
        )
        found = re.fullmatch(rf"{_FLUSHED[0]}{tail}", words)
        if found and (found[1] or found[3]):
            gallons = f" {found[1]}gal" if found[1] else ""
            watched = f", watched at {found[3]}," if found[3] else ""
            waited = f" after {found[4]} min" if found[4] else ""
            return f"flush test {found[2]}{gallons}{watched} {result}{waited}"
        if re.fullmatch(rf"{_FLUSHED[1]} (?:{how})", words):
            return f"flush test {result}"
    return None
