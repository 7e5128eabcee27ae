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
    told = part.water.invert.told[named.told].items[0] if named.told is not None else ""
    return told or f"pond-{part.line}-{round(float(part.water.station[named.pond.deepest]))}"


def items_of(part: Part, named: NamedPond) -> tuple[str, ...]:
    """The items that tell of a pond, or its own name where it was computed."""
    return part.water.invert.told[named.told].items if named.told is not None else (pond_id(part, named),)
