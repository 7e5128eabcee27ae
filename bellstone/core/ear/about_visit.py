"""Whole lines about the work itself: what was counted, what went straight down, what is still to be run, who judged what."""

import re

_NUMBER = r"(\d+(?:\.\d+)?)"
_COUNT = r"(\d+(?: or \d+)?)"
_FT = r"(?: feet| foot| ft)?"
_FEET = r"(?: feet| foot| ft)"
_STRETCH = rf"(?:from|between) {_NUMBER}{_FT} (?:to|and) {_NUMBER}{_FT}"
# what is counted and has no extent of its own; a bare number before any other name may be a footage
_THINGS = r"(?:joints|couplings|bends|wyes|tees|pools|bellies|sags|cleanouts|sticks|repairs|patches)"
# defects counted on a stretch are there to be rated as well: asked, as one finding over it or a count
_DEFECTS = {"cracks": "crack multiple", "offsets": "offset", "breaks": "break", "holes": "hole"}
_LED = r"(?:(?:i |we )?(?:counted|count|found|saw|see|have|got)|there (?:is|are)|total of|a total of)"
_ALL_TOLD = (
    r"(?: total| in all| in total| all told| altogether| in (?:this|the)(?: whole| entire)? (?:line|pipe|run|lateral|thing)| so far|"
    r" all the way| the whole way)"
)
MOST_BARE = 20  # one counts so many of a thing in a line; more, with no word that it is a count, may be a footage
_LOOSELY = r"(about |around |maybe |roughly |~ ?)?"
_ROOTED = (
    rf"(?:roots in )?{_COUNT} of (?:the )?{_COUNT} joints(?: have| had| with| got)?(?: roots)?(?: {_STRETCH})?",
    rf"(?:{_LED} )?{_COUNT} joints(?: {_STRETCH})?(?: with)? (?:and )?{_COUNT}(?: of them)?(?: have| had| with| got) roots(?: in them)?",
)
_SITES = rf"(?:{_LED} )?{_LOOSELY}{_COUNT} (?:root )?(?:spots|places|sites|areas|locations)(?: (?:with|of) roots)?(?: {_STRETCH})?"
_DOWN = (
    rf"(?:it |the )?(?:cable |camera |line |head )?(?:drops|goes|went|dropped|runs|is)? ?(?:straight|vertical|vertically) down "
    rf"{_LOOSELY}{_NUMBER}{_FEET}(?: first| then .*| before .*| (?:at|in|down) the (?:stack|riser|drop|vent|house|start))?",
    rf"{_LOOSELY}{_NUMBER}{_FEET} of (?:the |my )?cable (?:is|was|went|goes) (?:vertical|straight down|down the (?:stack|riser|drop))",
    rf"(?:it |line |pipe )?(?:drops|falls|goes down) {_LOOSELY}{_NUMBER}{_FEET} (?:at|in|down) the (?:stack|riser|vent)(?: first)?",
    r"(?:it |i |the )?(?:cable |camera |head )?(?:goes|went|dropped|go|pushed) (?:straight )?down (?:the|a) "
    rf"(?:{_NUMBER} ?(?:foot|ft) )?(?:stack|riser|vent stack|vent)(?: first)?(?: {_LOOSELY}{_NUMBER}{_FEET})?",
)
_TOOLS = r"(?!.*\b(?:jetter|cutter|snake|blade|liner|machine|rod|auger|water)\b)"
_FILM = r"(?:run|push|camera|scope|televise|film|look at|shoot)"
_STILL = (
    r"(?:(?:we |i )?still (?:need|have|want|got) to|(?:we |i )?(?:need|have|want) to come back and|"
    r"(?:we |i )?(?:are |am )?planning to|still to)"
)
_PLANNED = (
    rf"{_TOOLS}{_STILL} {_FILM} .{{3,60}}",
    rf"{_TOOLS}(?:we |i )?(?:will |still )?(?:need|have|want|got) to come back for .{{3,60}}",
    rf"{_TOOLS}(?:we |i )?(?:did not|have not|never) {_FILM} (?:the |from ).{{3,60}} yet",
)
_OPERATOR = r"(?:the )?(?:operator|camera (?:guy|man|tech|operator)|tech|technician)"
_CALLS = r"(?: says| said| thinks| figures| calls it| called it|(?: is)? (?:verdict|call|opinion)(?: is| was)?)"
_JUDGED = rf"{_OPERATOR}{_CALLS}(?: that)?(?: :)? (?P<what>[a-z' ]{{2,70}})"
_SAYS = r"\b(?:says?|said|thinks|figures|calls it|called it|(?:verdict|call|opinion)(?: is| was)?)\b(?: that\b)?"
_DATED = (
    r"(?:it is |line is )?(?:good|fine|ok|okay|serviceable|usable)(?: for| as of) (?:today|this date|now)(?: only)?",
    r"as of (?:today|this date|now) [a-z ]{4,60}",
)
_COLOUR = r"(?:red|blue|orange|pink|white|green|yellow)"
_FLAG = (
    rf"(?:a |the |my )?(?:{_COLOUR} )?(?:pin )?(?:flag|stake|paint mark|spray mark|chalk mark|x)(?: is| was)?"
    rf"(?: set| placed| put| in| in the grass)? at {_NUMBER}{_FT}"
)
_OTHERS = (
    r"(?:(?:the )?(?:previous|old|earlier|last)|their|his|her|"
    r"the (?:other|last|previous|first) (?:guy|firm|company|outfit|plumber|crew)(?: ?'?s| is)?|the plumber(?: ?'?s| is)?)"
)
_MARK_OFF = (
    rf"{_OTHERS} (?:mark|flag|paint|x|stake|location|locate)(?: on the [a-z]+)? (?:is|was) (?:about |around )?{_NUMBER}{_FT} "
    r"(?:off|out|away|north|south|east|west|left|right|too).*"
)
_LIES_BY = r"(?:left|right|north|south|east|west|off|out|in|back|this side|curb side|house side)"
_PAINTED = (
    rf"(?:i |we )?(?:painted|flagged|marked|staked)(?: it| that| an x| a line| a mark)? at {_NUMBER}{_FT} {_NUMBER}"
    rf"(?: feet| foot| ft| inches| inch| in)? (?:to the )?{_LIES_BY}(?: side)?(?: of| from)? (?:the |her |his |their )?[a-z ]{{3,40}}"
)
_GRIPS = (
    r"(?:the )?(?:liner|lining|cipp)(?: is| was| looks| fits| seems| measures| measured)? (?:tight|snug|sealed|well sealed|gripped|"
    r"gripping|bonded|well bonded|stuck|\d+(?:\.\d+)?(?: inch| in| inches)? (?:inside|id|across))(?: [a-z]+){0,8}"
)
_ACCEPTED = (
    rf"(?:the )?(?:repair|dig|spot repair|new pipe)(?: (?:at|from|between))? {_NUMBER}{_FT} (?:to|and) {_NUMBER}{_FT}"
    r"(?: (?:is |was )?(?:done )?(?:in |with )?(pvc|abs|clay|iron|liner))?(?: is| was| looks)? (accepted|not accepted)"
)
_DRAINS = r"(?:bathrooms?|toilets?|sinks?|drains?|tubs?|showers?|fixtures)"
_SLOW = (
    rf"(?:both|all|all the|all of the|the)(?: upstairs| downstairs)? {_DRAINS}(?: are| is)? "
    r"(?:slow|slow to drain|draining slow|draining slowly|backed up|sluggish|running slow)|"
    rf"\d+ (?:out )?of (?:the |our |their )?\d+ {_DRAINS}(?: are| is)? "
    r"(?:drain|drains|draining|run|running|back|backs|backing|gurgle|gurgling|clog|clogging|slow)(?: [a-z]+){0,5}"
)
_DEEP = r"(?P<ft>\d+) (?:foot|feet|ft|')(?: and)?(?: (?P<inch>\d+)(?: (?:inch|inches|in|\"))?)?(?: deep| down)?"
_BEACON = r"(?:(?:i |we )?(?:located|marked|found)(?: it| the head| the camera| the beacon)?|(?:the )?(?:depth|sonde|beacon|locator))"
_LOCATED = (
    rf"{_BEACON}(?: at| around)? (?P<at>\d+(?:\.\d+)?){_FT} (?:at )?{_DEEP}",
    rf"(?P<at>\d+(?:\.\d+)?){_FT} {_BEACON}(?: at)? {_DEEP}",
)
_CAMERA = r"(?:the )?(?:picture|camera|image|head|lens)(?: is| was)?(?: upside down| rolled| flipped| turned| sideways)*(?: so| with| and)?"
_BOTTOM = r"(?:the )?(?:pipe )?(?:bottom|floor|invert|flow line)(?: of the pipe)?"
_ROLLED = (
    rf"(?:{_CAMERA} )?{_BOTTOM}(?: is| =| shows| appears| sits| showing| now)*(?: at| on)* (?:the )?(\d+|left|right|top)"
    r"(?: o'clock| side)?(?: (?:in|of) the (?:image|picture))?"
)
SEEN_AT = {"left": "9", "right": "3", "top": "12"}
_ENDS = (
    r"mark(?:ed|ing)? (?:at )?both ends(?: of)?(?: (?:the|a|that) (?:repair|dig|bad (?:section|spot)|section))?(?: of| from| at)? "
    rf"{_NUMBER} (?:to|and) {_NUMBER}{_FT}"
)


def about_visit(words: str, said: str) -> str | None:
    """The line of the entry language that a whole line about the work says, or None.

    >>> about_visit("counted 14 joints from 20 to 60", ""), about_visit("roots in 5 of the 12 joints", "")
    ('joints 14 on 20-60', 'joints 12, 5 with roots')
    >>> about_visit("goes straight down 6 feet first", ""), about_visit("41 cracks", "")
    ('vertical cable 6 ft', None)
    """
    if found := re.fullmatch(_ENDS, words):
        return f"mark end both ends of {found[1]}-{found[2]}"
    if any(re.fullmatch(p, words) for p in _PLANNED):
        return f"planned: {_kept(said)}"
    if found := re.fullmatch(_JUDGED, words):
        return f"operator's verdict: {_kept(re.split(_SAYS, said, maxsplit=1, flags=re.I)[-1].lstrip(' :'))}"
    if re.fullmatch(_MARK_OFF, words):
        return f"claim {_kept(said)}"
    if re.fullmatch(_GRIPS, words):
        return f"note {_kept(said)}"
    if re.fullmatch(_PAINTED, words) or re.fullmatch(_FLAG, words):
        where = re.search(rf"at {_NUMBER}", words)
        return f'{where[1]} located "{_kept(said)}"' if where else None
    if found := re.fullmatch(_ACCEPTED, words):
        return f"repair {found[1]}-{found[2]} {found[3] or 'repair'}: all {found[4]}"
    if re.fullmatch(_SLOW, words):
        return f"symptom {_kept(said)}"
    if any(re.fullmatch(p, words) for p in _DATED):
        return f"opinion for this date: {_kept(said)}"
    located = next((m for p in _LOCATED if (m := re.fullmatch(p, words))), None)
    if located is not None and float(located["at"]) > float(located["ft"]):
        return f"{located['at']} depth {located['ft']}'{located['inch'] or 0}\""
    if (found := re.fullmatch(_ROLLED, words)) and 0 < int(at := SEEN_AT.get(found[1], found[1])) <= 12:
        return f"rolled bottom at {at}"
    return _down(words) or _rooted(words) or _counted(words)


def _kept(said: str) -> str:
    return " ".join(said.replace(":", ",").replace(";", ",").strip(" .,!").split())[:80]


def _down(words: str) -> str | None:
    for pattern in _DOWN:
        if found := re.fullmatch(pattern, words):
            feet = next((g for g in found.groups() if g and g[0].isdecimal()), "")
            about = "about " if any(g and not g[0].isdecimal() for g in found.groups()) else ""
            return f"vertical cable {about}{feet} ft" if feet else "vertical cable not known"
    return None


def _rooted(words: str) -> str | None:
    """``5 of 12 joints have roots``: how many joints, and how many of them have roots."""
    if found := re.fullmatch(_ROOTED[0], words):
        if "roots" not in words:
            return None
        return f"joints {found[2]}, {found[1]} with roots{_on(found[3], found[4])}"
    found = re.fullmatch(_ROOTED[1], words)
    return f"joints {found[1]}, {found[4]} with roots{_on(found[2], found[3])}" if found else None


def _counted(words: str) -> str | None:
    if sites := re.fullmatch(_SITES, words):
        about = "about " if sites[1] else ""
        return f"count roots {about}{sites[2]}{_on(sites[3], sites[4])}" if "root" in words else None
    found = re.fullmatch(
        rf"(?P<led>{_LED} )?(?P<about>{_LOOSELY})(?P<n>\d+(?: or \d+)?) (?P<thing>{_THINGS})"
        rf"(?: (?:from|between) (?P<first>[\d.]+){_FT} (?:to|and) (?P<last>[\d.]+){_FT})?(?P<all>{_ALL_TOLD})?",
        words,
    )
    if found is None:
        return None
    number, thing, first, last = found["n"], found["thing"], found["first"], found["last"]
    if int(number.split()[0]) > MOST_BARE and not (found["led"] or found["all"]):
        return None
    if first and last and float(first) >= float(last):
        return None  # "12 cracks from 10 to 2": hours
    about = "about " if found["about"] else ""
    return f"{'' if thing == 'joints' else 'count '}{thing} {about}{number}{_on(first, last)}"


SINGLE = {
    "couplings": "coupling", "bends": "fitting bend", "wyes": "fitting wye", "tees": "fitting tee", "offsets": "offset", "cracks": "crack",
    "breaks": "break", "holes": "hole",
}  # fmt: skip


def counted_or_there(words: str) -> tuple[str, ...]:
    """``couplings 3``: three of them, or one at three feet; ``4 cracks from 20 to 30``: rated over it, or a count.

    >>> counted_or_there("couplings 3"), counted_or_there("couplings 41"), counted_or_there("crack 3")
    (('count couplings 3', '3 coupling'), (), ())
    """
    found = re.fullmatch(rf"(?:{_LED} )?{_COUNT} (cracks|offsets|breaks|holes) {_STRETCH}", words)
    if found is not None:
        where = f"{found[3]}-{found[4]}"
        return f"{where} {_DEFECTS[found[2]]}", f"count {found[2]} {found[1]} on {where}"
    found = re.fullmatch(r"(\w+) (\d+)", words)
    if found is None or found[1] not in SINGLE or int(found[2]) > MOST_BARE:
        return ()
    return f"count {found[1]} {found[2]}", f"{found[2]} {SINGLE[found[1]]}"


def _on(first: str | None, last: str | None) -> str:
    return f" on {first}-{last}" if first and last else ""
