"""The kind of landmark that a name tells."""

import re

_LANDMARK_KINDS = (
    "cleanout access stack vent toilet", "fence", "wall", "curb kerb", "drive driveway", "property", "tree oak",
    "pole post", "main", "tee wye bend fitting",
)  # fmt: skip


_KIND_NAMES = ("access", "fence", "wall", "curb", "drive", "property_line", "tree", "pole", "main", "fitting")


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
