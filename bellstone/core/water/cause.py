"""What holds a pond: a ladder of what could be taken away, and how far the water falls at each rung."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from bellstone.core.ground import Array, remembered
from bellstone.core.profile import Dam, DamKind, Mesh, bed_of
from bellstone.core.water.ponding import Pond

Cause = Literal["backwater", "not recorded", "roots or debris", "deformation", "lip", "adverse or flat", "sag"]
LISTED_SHARE = 0.20  # handbook 2.6
RISING_SHARE = 0.80  # of a bed that rises to its spill point without dipping, as above
OF_KIND: tuple[tuple[Cause, DamKind], ...] = (
    ("not recorded", "unrecorded"),
    ("roots or debris", "loose"),
    ("deformation", "blister"),
)


@dataclass(frozen=True, slots=True)
class Rung:
    """One rung of the ladder: what it takes away, the depth left at the deepest point [ft], the share of the
    depth that it was, 0 to 1, and the items that it is."""

    cause: Cause
    left: float
    share: float
    items: tuple[str, ...] = ()


def causes(mesh: Mesh, z: Array, dams: Sequence[Dam], outlet: float, pond: Pond) -> list[Rung]:
    """The ladder of handbook 2.6 at a pond's deepest point, the largest share first.

    (1) as is; (2) the main at its outlet; (3) what nobody recorded, then all loose dams out; (4) blisters out;
    (5) every up-step to 0; (6) the rest: adverse or flat grade, else a sag.

    Parameters
    ----------
    mesh, z : Mesh, array (n,)
        The adjusted invert [ft].
    dams : sequence of Dam
        What stands on it.
    outlet : float
        Level standing in the main [ft], -inf for none.
    pond : Pond
        With its deepest node.

    Examples
    --------
    >>> from bellstone.core.profile.mesh import Reach, mesh_of
    >>> from bellstone.core.water.ponding import ponds_of
    >>> m = mesh_of([Reach(0, 10, 1/3, 5, False, 0.02, 0.02)]); z = -0.02 * m.station
    >>> roots = [Dam("i1", "roots", 6, 6, 0.1)]
    >>> pond = ponds_of(bed_of(m.station, z, roots))[0]
    >>> [(r.cause, round(r.share, 2), r.items) for r in causes(m, z, roots, -np.inf, pond)]
    [('roots or debris', 1.0, ('i1',))]
    """

    at = pond.deepest

    def left(kept: Sequence[Dam], level: float = -np.inf) -> float:
        # the fill at one place: the highest of the bed from there to the outlet
        return float(max(max(_top(mesh.station, z, tuple(kept))[at:].max(), level) - z[at], 0.0))

    def holds(dam: Dam, bare: float) -> bool:
        """Whether a dam by itself would hold water here, beside what is kept."""
        if dam.end < mesh.station[at]:
            return False
        node = mesh.node(dam.end)
        return float(z[node]) + dam.height - float(z[at]) > bare + dam.height / 10

    kept = list(dams)
    whole = depth = max(left(kept, outlet), 1e-9)
    out: list[Rung] = []

    def step(cause: Cause, rest: float, items: tuple[str, ...] = ()) -> None:
        nonlocal depth
        rest = min(rest, depth)
        out.append(Rung(cause, rest, (depth - rest) / whole, items))
        depth = rest

    step("backwater", left(kept))
    for cause, kind in OF_KIND:
        gone = [d for d in kept if d.kind == kind]
        kept = [d for d in kept if d.kind != kind]
        bare = left(kept)
        step(cause, bare, tuple(d.item for d in gone if holds(d, bare)))
    up = np.where(mesh.gap == 0, np.maximum(np.diff(z), 0.0), 0.0)
    flush = z - np.concatenate([[0.0], np.cumsum(up)])
    lifted = _top(mesh.station, z, tuple(kept)) - z
    step("lip", float(max((flush + lifted)[at:].max() - flush[at], 0.0)))
    # what readings leave between the water and the bed's crest is taken for the pipe's own: nothing was seen there
    step(_shape(mesh.station, _top(mesh.station, z, tuple(kept)), pond), 0.0)
    return sorted((r for r in out if r.share > 0), key=lambda r: -r.share)


@remembered(16, "station", "z")  # the ponds of one line ask for the same beds
def _top(station: Array, z: Array, dams: tuple[Dam, ...]) -> Array:
    return bed_of(station, z, dams).top


def _shape(x: Array, z: Array, pond: Pond) -> Cause:
    """Adverse or flat where, from its lowest point, the bed rises to the spill over four fifths of the pond; else a sag.

    Told from the lowest point and not from node to node, where a pitch log's scatter changes sign.
    """
    lowest = x[pond.first + int(np.argmin(z[pond.first : pond.spill + 1]))]
    rising = (float(x[pond.spill]) - float(lowest)) / max(float(x[pond.spill]) - pond.start, 1e-9)
    return "adverse or flat" if rising >= RISING_SHARE else "sag"
