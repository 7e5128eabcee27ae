"""The kind of landmark that a name tells."""

import re
from collections.abc import Sequence

_LANDMARK_KINDS = (
    "cleanout access stack vent toilet", "fence", "wall", "curb kerb", "drive driveway", "property", "tree oak hedge bush",
    "pole post", "main", "tee wye bend fitting",
)  # fmt: skip


_KIND_NAMES = ("access", "fence", "wall", "curb", "drive", "property_line", "tree", "pole", "main", "fitting")


def _plain(name: str) -> tuple[str, ...]:
    """A landmark's name in the words that tell it: no article, no capitals, one spelling of a cleanout."""
    spelt = re.sub(r"\b(?:clean[\s-]+out|c\s?/\s?o|co)\b", "cleanout", name.lower())
    return tuple(w for w in re.findall(r"[a-z0-9'/-]+", spelt) if w not in ("the", "a", "an", "our"))


def known_as(name: str, names: Sequence[str]) -> list[str]:
    """The names that a landmark's name may stand for: the same one in other words, else those it is the last words of.

    >>> known_as("the Front clean out", ["front cleanout", "vent"]), known_as("cleanout", ["front cleanout", "vent"])
    (['front cleanout'], ['front cleanout'])
    >>> known_as("cleanout", ["front cleanout", "yard cleanout"]), known_as("yard cleanout", ["front cleanout"])
    (['front cleanout', 'yard cleanout'], [])
    """
    said = _plain(name)
    same = [n for n in names if n == name] or [n for n in names if _plain(n) == said]
    return same[:1] or [n for n in names if said and _plain(n)[-len(said) :] == said]


def landmark_kind(name: str) -> str:
    """The kind a landmark's name tells.

    >>> landmark_kind("front cleanout"), landmark_kind("utility pole"), landmark_kind("birdbath")
    ('access', 'pole', 'other')
    """
    words = set(re.findall(r"[a-z]+", name.lower()))
    for names, kind in zip(_LANDMARK_KINDS, _KIND_NAMES, strict=True):
        if words & set(names.split()):
            return kind
    return "other"
