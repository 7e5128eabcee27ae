"""Whole lines that tell one pipe after the other: by their bores, or so many feet of the one and the rest of the other."""

import re
from collections.abc import Mapping

from bellstone.core.ear.bores import USUAL_BORES

_LEAD = r"(?:(?:it|line|pipe|this|that) is |we have |we got |bore |diameter |size |pipe size |: )*"
_N = r"(\d+(?:\.\d+)?)"
_FT = r"(?: feet| foot| ft)?"
_IN = r" ?(?:inch|inches|in|\")"
_PIPE = r"(?: pipe| line| sewer)?"
_TO = r"(?: out| on| all the way| up)* (?:to|until|till)"
_THEN = r"(?: and)?(?: then| after that| from there| beyond that)?(?: it is| goes to| it goes to| to| into)*"
_AFTER = r"(?: after| after that| from there| from there on| on| the rest| the rest of the way| beyond| to the main)?"
_MATERIAL = r"([a-z][a-z ]{1,24}?)"
_REST = r"(?:(?:the )?(?:rest|remainder|balance)(?: of (?:it|the line|the way))?(?: is| was)?|then(?: it is)?|after that(?: it is)?)"
_BORE_THEN_BORE = re.compile(rf"{_LEAD}{_N}{_IN}{_PIPE}{_TO} {_N}{_FT}{_THEN} {_N}(?:{_IN})?{_PIPE}{_AFTER}")
_BORE_FROM = re.compile(rf"{_LEAD}{_N}{_IN}{_PIPE} from {_N}{_FT}(?: on| out| onward| to the main)?")
_FIRST_AND_REST = re.compile(
    rf"(?:the )?first {_N}{_FT}(?: is| are| of it is)? {_MATERIAL}{_PIPE} {_REST} {_MATERIAL}{_PIPE}"
)
_ENDS_AND_BEGINS = re.compile(
    rf"(?:the )?{_MATERIAL}{_PIPE} (?:ends|stops|quits|runs out)(?: at)? {_N}{_FT}(?: and| then| where)*(?: the)? {_MATERIAL}{_PIPE} "
    r"(?:begins|starts|picks up|takes over|from there|after)(?: there| from there)?"
)
_FIRST_AND_ACCESS = re.compile(
    rf"(?:the )?first (?:pipe|piece|length)(?: of pipe)?(?: is| was)? {_N}{_IN} {_MATERIAL}{_PIPE}(?: and| but)? "
    rf"(?:the )?(?:access|cleanout|opening)(?: is| was)?(?: only| just)? (?:a )?{_N}{_IN}"
)


def pipe_by_pipe(words: str, materials: Mapping[str, str]) -> tuple[str, ...]:
    """The lines of the entry language that a whole line about pipe after pipe says; none where it says no such thing.

    >>> pipe_by_pipe("4 inch to 40 then 6 inch", {}), pipe_by_pipe("6 inch from 40 on", {})
    (('0-40 pipe 4in', '40 change 4in > 6in'), ('40 change 6in',))
    >>> known = {"cast iron": "iron", "tile": "clay"}
    >>> pipe_by_pipe("first 10 feet cast iron rest tile", known), pipe_by_pipe("first 10 feet roots rest clean", known)
    (('0-10 pipe iron', '10 change iron > clay'), ())
    >>> pipe_by_pipe("1 inch from 40", {}), pipe_by_pipe("4 inch to 3 then 6 inch", {})
    ((), ())
    """
    if (
        (found := _BORE_THEN_BORE.fullmatch(words))
        and _are_bores(found[1], found[3])
        and float(found[2]) > float(found[1])
    ):
        return f"0-{found[2]} pipe {found[1]}in", f"{found[2]} change {found[1]}in > {found[3]}in"
    if (found := _BORE_FROM.fullmatch(words)) and _are_bores(found[1]) and float(found[2]) > float(found[1]):
        return (f"{found[2]} change {found[1]}in",)
    found = _ENDS_AND_BEGINS.fullmatch(words)
    if found and (near := materials.get(found[1])) and (far := materials.get(found[3])) and near != far:
        return (f"{found[2]} change {near} > {far}",)
    found = _FIRST_AND_ACCESS.fullmatch(words)
    if found and (made := materials.get(found[2])) and _are_bores(found[1]) and _are_bores(found[3]):
        return f"pipe {made} {found[1]}in", f"access {found[3]}in"
    found = _FIRST_AND_REST.fullmatch(words)
    near, far = (materials.get(found[n], "") for n in (2, 3)) if found else ("", "")
    if found is None or not near or not far or near == far:
        return ()
    return f"0-{found[1]} pipe {near}", f"{found[1]} change {near} > {far}"


def _are_bores(*inches: str) -> bool:
    return {float(bore) for bore in inches} <= set(USUAL_BORES) and len(set(inches)) == len(inches)
