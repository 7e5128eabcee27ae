"""What else a clause that names the main may say than that the camera came there: how far it is, or whose the pipe is."""

import re
from collections.abc import Iterator

_NUMBER = r"(\d+(?:\.\d+)?)"
_MAINS = r"(?:main|sewer|line|tap|connection|tie in|tank|septic|manhole)"
_BE = r"(?: looks?)?(?: is| s| was| should be| would be| must be| might be| could be| to be| will be| lies)+"
_SHOULD = r"(?: (?:should|ought to|must|might|would|will|could|supposed to|likely|probably) be(?: at)?)"
_SOFT = r"(?: (?:about|around|approximately|roughly|maybe|probably|like|say|something like|somewhere around|some|~|only|just|another))*"
# "main is about 85 feet": how far, where no *at* and no *here* says that it is there
_HOW_FAR = re.compile(
    rf"\b{_MAINS}(?:{_BE}|{_SHOULD}){_SOFT} {_NUMBER}\b(?! (?:inch|inches|in)\b)(?! (?:feet|foot|ft|in|inches)? ?(?:deep|down|below))"
)
_OWNER = r"(city|county|town|village|public|municipal|district|utility|private|neighbor|neighbour|association|hoa|main)"
_PART = r"(?: s|'s)?(?: (?:main|sewer|line|side|part|portion|pipe|lateral|responsibility|section))?"
_BEGINS = r"(?: (?:starts?|begins?|started|takes over|picks up|takes it|is responsible))"
_WHOSE = re.compile(
    rf"\b{_OWNER}{_PART}{_BEGINS}(?: here| there| on| right| at| from| past| about| around| @| the)* {_NUMBER}\b"
)


def main_instead(said: str) -> Iterator[str]:
    """The lines that a clause about the main may mean instead of the main reached.

    >>> list(main_instead("the main is about 85 feet")), list(main_instead("city line starts at 60"))
    (['main about 85 in all'], ['60 on owned the city'])
    >>> list(main_instead("the main is at 85")), list(main_instead("that is the main , 85"))
    ([], [])
    """
    if found := _HOW_FAR.search(said):
        yield f"main about {found[1]} in all"
    if found := _WHOSE.search(said):
        owner = {"private": "private", "main": "the city"}.get(
            found[1], f"the {found[1]}"
        )  # a main is a city's, as a rule
        yield f"{found[2]} on owned {owner}"
