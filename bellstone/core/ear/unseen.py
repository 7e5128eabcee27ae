"""Whole lines that tell what could not be seen: from where to where, and what stood before the lens."""

import re

_NUMBER = r"(?:\d+(?:\.\d+)?)"
_FT = r"(?: feet| foot| ft)?"
_WHAT = (
    r"(?: (?:anything|nothing|the pipe|the line|the wall|much|it|a thing|what is (?:there|in there)|what it is|of it|well|"
    r"clearly|good))*"
)
_COULD_NOT = (
    r"(?:(?:i|we|you) )?(?:can not|could not|cannot|unable to|not able to|did not)(?: really| quite| even)? "
    rf"(?:see|tell|assess|judge|rate|grade|evaluate|make out|make anything out|get a (?:good |clear )?(?:look|view|picture)){_WHAT}"
)
_BLIND = (
    r"(?:it is |pipe is |line is |camera is )?(?:not visible|no (?:view|picture|visibility|video|sight)|"
    r"lost (?:the )?(?:picture|view|video|sight)(?: of (?:it|the pipe))?|(?:running |going )?blind|"
    r"(?:picture |view )?(?:is )?too (?:dark|cloudy|murky|dirty|muddy|blurry)(?: to (?:see|tell))?|skipped(?: over)?)"
)
_NOT_LOOKED = (
    r"(?:(?:the |this )?(?:pipe|line|rest|section|remainder)(?: of (?:it|the line|the pipe))? )?"
    r"(?:was|is|were|could) (?:not|never)(?: be)? "
    r"(?:inspected|surveyed|viewed|seen|looked at|televised|filmed|examined|observed)"
)
_SAID = rf"(?:{_COULD_NOT}|{_BLIND}|{_NOT_LOOKED})"
_STRETCH = (
    rf"(?:(?:from |between )?(?P<a>{_NUMBER}){_FT} (?:to|and|through) (?P<b>{_NUMBER}){_FT}"
    rf"|(?:past|beyond|after|from) (?P<on>{_NUMBER}){_FT}(?: on| out| onward)?|(?P<at>{_NUMBER}){_FT} on)"
)
# what stands before a lens: no thing of the pipe is told by these alone
_BEFORE = (
    r"(?:because|of|the|was|is|it|camera|head|due|to|too|all|so|much|picture|under|water|underwater|submerged|lens|dirty|mud|muddy|grease|"
    r"greasy|fogged|fogging|fogs|up|got|gets|kept|went|full|completely|totally|really|pretty|just|milky|condensation|moisture|dark|steam|steamy|fog|foggy|bubbles|murky|cloudy|fouled|smeared|covered|with|scum|suds|foam|on|in|and|lost|signal|blurry)"
)
_FOR_SO_LONG = r"(?:about |maybe |around )?(?P<min>\d+(?:\.\d+)?) ?(?:minutes?|mins?)"
_WHY = rf"(?P<why>(?: {_BEFORE})+)?"


def unseen_line(words: str) -> str | None:
    """``can't see from 40 to 46, under water``: a stretch that nothing is said of, and why; None where a line says no such thing.

    >>> unseen_line("could not see the pipe from 40 to 46 under water"), unseen_line("can not see past 60")
    ('40-46 not seen under water', '60 on not seen')
    >>> unseen_line("could not assess for 10 minutes lens dirty")
    'not seen 10 min lens dirty'
    >>> unseen_line("beyond 41 the pipe was not inspected"), unseen_line("roots beyond 41 were not seen")
    ('41 on not seen', None)
    >>> unseen_line("can not see roots from 40 to 46") is None, unseen_line("can not see past 60 roots") is None
    (True, True)
    """
    found = re.fullmatch(rf"{_SAID} {_STRETCH}{_WHY}", words) or re.fullmatch(rf"{_STRETCH} {_SAID}{_WHY}", words)
    if found is None:
        found = re.fullmatch(rf"{_COULD_NOT} for {_FOR_SO_LONG}{_WHY}", words)
        return f"not seen {found['min']} min {_because(found['why'])}".strip() if found else None
    if found["a"]:
        low, high = sorted((found["a"], found["b"]), key=float)
        where = f"{low}-{high}"
    else:
        where = f"{found['on'] or found['at']} on"
    return f"{where} not seen {_because(found['why'])}".strip()


def _because(why: str | None) -> str:
    return re.sub(r"^ ?(?:because|due to|of|it is|it was|is|was|so| )+\b", "", why or "").strip()
