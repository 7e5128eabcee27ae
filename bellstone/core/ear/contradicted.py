"""What another claims, and we saw otherwise: ``they say it collapsed at 60, I drove right through there``."""

import re

# how one says that a thing is not as it was told; only ever looked for behind another's word
_OTHERWISE = re.compile(
    r"\b(?:(?:do|does|did|can|could)(?:n'?t| ?not)\s+(?:see|show|find|support|look)"
    r"|(?:see|saw|found|find|shows?)\s+(?:no|none|nothing)"
    r"|(?:it|that|this|he|she|they)(?:\s+(?:is|was|are)|'s)\s+(?:not|wrong|mistaken|fine|round|whole)"
    r"|(?:it|that|this)\s*ain'?t|is ?n'?t\s+(?:so|there|true|collapsed|broken)|not\s+(?:so|there|true|the case)"
    r"|no\s+sign\s+of|nothing\s+of\s+(?:it|the)|nothing\s+like|disagree"
    r"|(?:drove|went|passed|pushed|goes?|go|going|sailed)\s+(?:right|straight|clean|easy)?\s*(?:through|past|by)\s*(?:it|there|that)?"
    r"|looking\s+at\s+a\s+(?:nice|good|sound|round|whole|clean))\b"
)


def is_contradicted(text: str) -> bool:
    """Whether a line that tells another's word goes on to say that it is not so.

    >>> is_contradicted("prev co says collapse 60. dont see it"), is_contradicted("owner says it collapsed at 60")
    (True, False)
    """
    return _OTHERWISE.search(" ".join(text.lower().replace("’", "'").split())) is not None
