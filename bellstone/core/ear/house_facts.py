"""Whole lines about the house and the visit: built, lived in, why one looks, what was cleaned before, the weather."""

import re

_HOUSE = r"(?:the |this )?(?:house|home|building|place|property|dwelling|duplex)"
_BE = r"(?: is| was| has been| looks)?"
_FT = r"(?: feet| foot| ft)?"
_THIS_IS = r"(?:(?:this|it) is )?(?:an? )?"
_LOOK = (
    rf"(?:{_THIS_IS}(?:inspection|survey|camera(?: job| inspection)?|look|scope|scoping|filming)(?: is| was)?|"
    r"(?:we are |i am )?(?:here|looking|out here))"
)
_KINDS_OF_LOOK = r"(?:buyer|seller|realtor|pre ?- ?purchase|pre ?- ?sale|home|routine|annual|yearly|warranty|insurance)"
_LIVED_IN = r"(?:vacant|empty|occupied|rented|lived in|owner occupied)"
_NOBODY = r"(?:nobody|no one) (?:has )?(?:lived|lives|living|is living)"
_SINCE = r"(?:since|for) .{1,24}"
_WHY = (
    r"(?:home |house )?(?:purchase|sale|buyers?|sellers?|closing|escrow|insurance(?: claim)?|warranty|remodel|renovation|addition|permit)"
    r"(?: inspection| look)?|pre ?-? ?(?:purchase|sale)(?: look| inspection)?|(?:a )?back ?up(?: last [a-z]+| yesterday)?|"
    r"slow drains?|(?:new )?liner|repair"
)
_BUILT = r"(?:built|put up|constructed|dates? (?:from|back to))"
_FACTS = (
    ("house built {0}", rf"(?:{_HOUSE}{_BE} )?{_BUILT} (?:in |around |about |circa )?(\d{{4}})"),
    ("house built {0}", rf"{_HOUSE}{_BE} from (?:about |around )?(?:the )?((?:early |late |mid )?(?:19|20)?\d0 ?'?s|\d{{4}})"),
    ("house {0}", rf"{_HOUSE}{_BE} (?:currently |now |been )?({_LIVED_IN}(?: {_SINCE})?)"),
    ("house vacant{0}", rf"{_NOBODY}(?: here| there| in it| in the house)?( {_SINCE})"),
    ("house vacant", rf"{_NOBODY}(?: here| there| in it| in the house)(?: now| anymore)?()"),
    ("house rented", r"(?:a |the )?(?:tenants?|renters?) (?:lives?|living|are|is)(?: living)?(?: here| there| in it| in the house)()"),
    ("house occupied", r"(?:the )?(?:owners?|family) (?:lives?|living|are|is)(?: living)?(?: here| there| in it| in the house)()"),
    ("purpose: {0}", rf"{_LOOK} (?:for|because of|ahead of|as part of) (?:the |an? |their |his |her )?({_WHY})"),
    ("purpose: {0} inspection", rf"{_THIS_IS}({_KINDS_OF_LOOK}(?: ?'?s| is)?) (?:inspection|survey|check|look)"),
    ("house faces {0}", rf"{_HOUSE} (?:faces?|is facing|fronts?) ((?:north|south)?(?:east|west)|north|south)"),
    ("job {0}", r"job (?:number |no |# ?)?(?:is )?(\d[\w-]{1,20})"),
)  # fmt: skip
# when the line was cleaned: with a time, or with what and how far, it was done before this look
_AGO = r"(?:a|two|three|several|few|a few|\d+) (?:day|week|month|year)s? ago"
_LATELY = (
    r"(?:yesterday|today|earlier today|recently|the day before|already|this (?:morning|week|month|year)|"
    rf"last (?:week|month|year|spring|summer|fall|winter|night)|before (?:we|i) got here|before the (?:camera|look)(?: went in)?|"
    r"before (?:we|i) (?:put|ran|sent|pushed|looked|went)(?: the camera| it| a camera)?(?: in| down| through)?|"
    r"since [a-z]+|(?:in|within|over|during) the (?:last|past) "
    rf"(?:year|month|week|few years|few months|couple of years|\d+ (?:years|months))|{_AGO})"
)
_CLEANED = r"(?:cleared|(?:hydro ?)?jetted|snaked|rodded|cabled|cleaned(?: out)?|augered|descaled|flailed|cut)"
_CLEARED = r"(?:(?:hydro ?)?jetted|snaked|rodded|cabled|cleaned(?: out)?|augered|descaled)"  # without roots: what is left of them?
_CLEANER = r"(?:they|we|he|she|i|(?:the )?(?:owner|plumber)|the last guy|somebody|another outfit|the other company)"
_IT = r"(?: it| the line| the pipe| the roots)?"
_LINE = r"(?:the |this )?(?:line|pipe|lateral|sewer|it|main line|roots)(?: is| was| were| had| has)?"
_FAR = rf"(?:(?: all the way)?(?: out)?(?: to| up to)(?: about| around)? \d+(?:\.\d+)?{_FT})"
_TOOL = r"(?: with (?:a |an |the )?[a-z0-9\" .]{1,30}?)"
_TIMES = r"(?: (?:once|twice|again|a few times|several times|\d+ times))"
_SAYS = r"(?:says?|said|reports?|reported|tells? us|told us|states?|stated)"
_TOLD = rf"(?:(?:the )?(?:owner|homeowner|tenant|occupant|customer|seller|buyer) {_SAYS}(?: that)?(?: the)? )?"
_FROM_WHERE = r"(?: (?:from|through|at) (?:the |a |that )?[a-z ]{0,24}(?:cleanout|clean out|vent|toilet|basement|house|street|main))"
_CLEANED_BEFORE = (
    rf"{_TOLD}{_LINE}(?: has| was| had)? (?:not|never)(?: ever)?(?: been)? {_CLEANED}(?: yet| before| in years)*",
    rf"{_TOLD}{_LINE}(?: just)?(?: been)? {_CLEANED}{_TOOL}?{_FAR}?{_TIMES}? {_LATELY}{_FAR}?{_FROM_WHERE}?",
    rf"{_CLEANER}(?: just)?(?: have)?(?: had)?(?: it)? {_CLEANED}{_IT}{_TOOL}?{_FAR}?{_TIMES}? {_LATELY}{_FAR}?{_FROM_WHERE}?",
    rf"(?:{_LINE} )?(?:last )?{_CLEANED}{_IT}{_TOOL}?{_FAR}? {_LATELY}",
    rf"(?:{_CLEANER} )?{_CLEANED}{_IT}{_TOOL}{_FAR}",
    rf"(?:{_CLEANER}(?: just)?(?: had)? |{_LINE} )?{_CLEARED}(?: it| the line| the pipe)?{_FAR}",
)
_WEATHER = r"(?:raining|rained|rainy|pouring|snowing|snowed|no rain)"
_SUN = r"(?:sunny|overcast|cloudy|hot|cold|warm|mild|windy|foggy|humid|cool|hazy)"
_HOW_LONG = (
    r"(?: (?:hard|heavily|all|for|the|since|last|this|past|a|an|few|couple|of|two|three|\d+|weeks?|months?|days?|night|morning|"
    r"today|yesterday|now|out|here|outside))+"
)
# a pipe is dry or wet as well: of the weather only for days on end
_FOR_DAYS = r" (?:for|all|since|the (?:last|past))(?: (?:a|the|last|past|few|couple|of|two|three|\d+))* (?:weeks?|months?|days?)"
_SKY = (
    rf"(?:it (?:(?:is|was|has|had|just) )?)?(?:been )?(?:{_WEATHER}{_HOW_LONG}|(?:dry|wet|freezing|frozen)(?: weather| out)?{_FOR_DAYS}|"
    rf"{_SUN}(?: and {_SUN})?(?: today| out| outside| weather| day)*(?: (?:about )?\d+ (?:degrees?|f))?)"
)


def house_fact(words: str, said: str) -> str | None:
    """The line of the entry language that a whole line about the house or the visit says, or None.

    >>> house_fact("house is vacant since may", ""), house_fact("inspection for a home purchase", "")
    ('house vacant since may', 'purpose: home purchase')
    >>> house_fact("it rained last night", "it rained last night"), house_fact("the pipe is dry", "")
    ('weather it rained last night', None)
    """
    for line, pattern in _FACTS:
        if found := re.fullmatch(pattern, words):
            told = re.sub(r" ?'?s$", "s", found[1]) if found[1][:1].isdecimal() else re.sub(r" is$", "'s", found[1])
            return line.format(told)
    if any(re.fullmatch(pattern, words) for pattern in _CLEANED_BEFORE):
        return f"cleaned before: {as_kept(said)}"
    return f"weather {as_kept(said)}" if re.fullmatch(_SKY, words) else None


def as_kept(said: str) -> str:
    """Words as a line keeps them: without the signs that would end it."""
    return " ".join(said.replace(":", ",").replace(";", ",").strip(" .,!").split())
