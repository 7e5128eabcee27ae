"""Whole lines that tell how the pipe lies, or what lengths it was laid in: back pitch, no fall, two foot joints."""

import re

from bellstone.core.entry import read_pipe

_NUMBER = r"(\d+(?:\.\d+)?)"
_FT = r"(?: feet| foot| ft)?"
_LEAD = r"(?:(?:it|line|pipe|there|this|we)(?: is| has| have| got| runs| lies)? )?(?:a |some )?"
# how it lies, by the word of the entry language that says so
_WAYS = (
    (
        "back",
        r"(?:back|negative|reverse|adverse) (?:pitch|pitched|fall|grade|slope)|(?:pitched|graded|sloped|falls?) (?:backwards?|back|uphill)",
    ),
    (
        "flat",
        r"flat(?: spot| section| pitch| grade)?|no (?:pitch|fall|grade|slope)|hardly any (?:pitch|fall|grade|slope)|level",
    ),
    ("good", r"good (?:pitch|fall|grade|slope)"),
    ("steep", r"steep(?: pitch| fall| grade| slope)?"),
)
_WHERE = (
    (rf"(?:from |between )?{_NUMBER}{_FT} (?:to|and) {_NUMBER}{_FT}", "{0}-{1}"),
    (rf"(?:from|past|after) {_NUMBER}{_FT}(?: on| out| onward)?", "{0} on"),
    (rf"at {_NUMBER}{_FT}", "{0}"),
    (rf"at (?:about|around|maybe) {_NUMBER}{_FT}", "~{0}"),
)
_LAID = re.compile(
    r"(?:this is |it is |(?:the )?(?:pipe|line) is |we (?:got|have) )?(?:an? )?(?:(?P<bore>\d+) ?(?:inch|in|\") )?"
    r"(?P<pipe>[a-z ]{2,30}?)(?: pipe)?(?: (?:in|with|laid in))? "
    r"(?P<ft>\d+(?:\.\d+)?) (?:foot|ft|feet) (?:joints?|lengths?|sticks?|sections?)"
)


def lies_line(words: str) -> str | None:
    """The line of the entry language that a whole line about the fall or the lay length says, or None.

    >>> lies_line("back pitch from 60 to 66"), lies_line("no fall from 30 on"), lies_line("clay pipe 2 foot joints")
    ('60-66 back pitch', '30 on flat pitch', 'pipe clay 2ft lengths')
    >>> lies_line("the pipe is 6 inch clay 2 foot joints")
    'pipe clay 6in 2ft lengths'
    >>> lies_line("flat"), lies_line("roots 2 foot joints")
    (None, None)
    """
    for word, way in _WAYS:
        for where, line in _WHERE:
            found = re.fullmatch(rf"{_LEAD}(?:{way}) {where}", words) or re.fullmatch(
                rf"{where}:? {_LEAD}(?:{way})", words
            )
            if found:
                return f"{line.format(*(g for g in found.groups() if g))} {word} pitch"
    laid = _LAID.fullmatch(words)
    if laid is not None and (pipe := read_pipe(laid["pipe"])) is not None and pipe.material != "unknown":
        bore = f" {laid['bore']}in" if laid["bore"] else ""
        return f"pipe {laid['pipe']}{bore} {laid['ft']}ft lengths"
    return None
