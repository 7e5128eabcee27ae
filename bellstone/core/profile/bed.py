"""The bed that water stands on: the invert with its dams."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from bellstone.core.ground import Array

DamKind = Literal["loose", "blister", "unrecorded", "crest"]


@dataclass(frozen=True, slots=True)
class Dam:
    """Something that stands above the adjusted invert: how high, from where to where [ft].

    *loose* cleaning takes it out; *blister* the wall's own; *unrecorded* the water says that it is there;
    *crest* what readings leave between a pond's level and the bed at its spill point.
    """

    item: str
    name: str
    start: float
    end: float
    height: float
    kind: DamKind = "loose"


@dataclass(frozen=True, slots=True)
class Bed:
    """What the water lies on: ``station`` (n,) [ft], ``z`` the pipe's invert and ``top`` with dams on it (n,) [ft],
    ``outlet`` the level standing in the main [ft], -inf where it stands lower or is not known."""

    station: Array
    z: Array
    top: Array
    outlet: float = -np.inf


def bed_of(station: Array, z: Array, dams: Sequence[Dam], outlet: float = -np.inf) -> Bed:
    """A bed with its dams on it; the highest counts where two lie at one place.

    A dam between two nodes stands on the nearer.

    >>> b = bed_of(np.arange(4.0), np.array([3.0, 2.0, 1.0, 0.0]), [Dam("i1", "roots at 2 ft", 2, 2, 0.5)])
    >>> b.top.tolist()
    [3.0, 2.0, 1.5, 0.0]
    """
    top = z.copy()
    for dam in dams:
        a, b = (int(i) for i in np.searchsorted(station, [dam.start - 1e-9, dam.end + 1e-9]))
        if a == b:  # between two nodes
            nearer = a > 0 and (
                a == station.size or (dam.start + dam.end) / 2 - station[a - 1] < station[a] - (dam.start + dam.end) / 2
            )
            a, b = (a - 1, a) if nearer else (a, a + 1)
        top[a:b] = np.maximum(top[a:b], z[a:b] + dam.height)
    return Bed(station, z, top, outlet)
