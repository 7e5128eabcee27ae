"""A thing that is named again: ``may be the same crack as at 41``. It is no second one."""

import re
from collections.abc import Mapping

_N = r"(\d+(?:\.\d+)?)(?: feet| foot| ft)?"
_THING = r"(?P<thing>[a-z][a-z ]{2,28}?)"
_SURE = r"(?:that is|this is|it is|here is|there is|and|so|again)"
_DOUBT = (
    r"(?:(?:it |that |this )?(?:may|might|could) be|probably|maybe|perhaps|possibly|looks like|i think (?:it|that) is|"
    r"(?:i am )?not sure (?:if |whether )?(?:it|that|this) is)"
)
_LEAD = rf"(?:(?P<doubt>{_DOUBT})|{_SURE})"
_BEFORE = r"(?: on the way (?:out|in|back|up)| going (?:out|in|back|up)| before| earlier)"
_SEEN = rf"(?:(?:that )?(?:we|i|you) (?:saw|had|passed|called|noted)|as|from|seen|noted)(?: the one)?{_BEFORE}?"
_AGAIN = (
    rf"(?:{_LEAD} )?(?:the )?same {_THING} {_SEEN}(?: back)?(?: at)? (?P<at>{_N})",
    rf"{_LEAD} (?:the |that ){_THING} {_SEEN}(?: back)?(?: at)? (?P<at>{_N})",
    rf"(?:{_LEAD} )?(?:the )?same {_THING}(?: (?:as|from))?{_BEFORE}?(?P<at>)",
    rf"(?:{_SURE} )?(?:the |that ){_THING}(?: at)? (?P<at>{_N}) again",
    rf"(?:this|that|the) {_THING} (?:here )?is the (?:same )?one(?: {_SEEN})?(?: back)?(?: at)? (?P<at>{_N})(?: {_SEEN})?",
)


def same_again(words: str, kinds: Mapping[str, str]) -> str | None:
    """The line of the entry language that names a thing again, by the footage it was told at, or the last of its kind.

    >>> known = {"crack": "crack", "root": "roots"}
    >>> same_again("may be the same crack as at 41", known), same_again("that is the same crack", known)
    ('crack same? 41', 'crack same')
    >>> same_again("might be the root we saw at 41", known), same_again("crack at 41", known)
    ('roots same? 41', None)
    """
    for pattern in _AGAIN:
        found = re.fullmatch(pattern, words)
        if found is None or not (kind := kinds.get(found["thing"])):
            continue
        doubt = "?" if "doubt" in re.compile(pattern).groupindex and found["doubt"] else ""
        return f"{kind} same{doubt} {found['at'] and found['at'].split()[0]}".strip()
    return None
