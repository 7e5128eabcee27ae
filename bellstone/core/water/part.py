"""One line's water on a path, and the names of its ponds."""

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from bellstone.core.water.line import LineWater, NamedPond


@dataclass(frozen=True, slots=True)
class Part:
    """One line's water on a path, and from which station on it is shown [ft]."""

    water: LineWater
    first: float
    last: float
    line: str
    relative: bool

    @property
    def shown(self) -> NDArray[np.bool_]:
        x = self.water.station
        return (x >= self.first - 1e-9) & (x <= self.last + 1e-9)

    @property
    def ponds(self) -> list[tuple[int, NamedPond]]:
        """The named ponds whose water is on the path, with their number on the line."""
        return [
            (n, p)
            for n, p in enumerate(self.water.ponds)
            if self.first <= self.water.station[p.pond.deepest] <= self.last
        ]


def pond_id(part: Part, named: NamedPond) -> str:
    """A pond's name: the finding that tells it, else where it is deepest."""
    told = told_items(part, named)
    return told[0] if told else f"pond-{part.line}-{round(float(part.water.station[named.pond.deepest]))}"


def told_items(part: Part, named: NamedPond) -> tuple[str, ...]:
    """The items that tell of a pond: of every pool that was read in its water; none where it was computed."""
    tolds = (n for n in (named.told, *named.also) if n is not None)
    return tuple(dict.fromkeys(item for n in tolds for item in part.water.invert.told[n].items))


def items_of(part: Part, named: NamedPond) -> tuple[str, ...]:
    """The items that tell of a pond, or its own name where it was computed."""
    return told_items(part, named) or (pond_id(part, named),)
