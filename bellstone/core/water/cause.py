"""What holds a pond: a ladder of what could be taken away, and how far the water falls at each rung."""

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from bellstone.core.ground import Array, remembered
from bellstone.core.profile import Dam, DamKind, Mesh, bed_of
from bellstone.core.water.ponding import Pond
from bellstone.core.water.sag import sag_from_pond

Cause = Literal[
    "not known", "backwater", "not recorded", "roots or debris", "deformation", "lip", "adverse or flat", "sag",
]  # fmt: skip
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


SAID_SHARE = 0.8  # of a cause that the analyst saw, where no pitch log shows otherwise: working value


def as_said(rungs: Sequence[Rung], cause: Cause) -> tuple[Rung, ...]:
    """The ladder with a cause that was said at its head: strong evidence, which a shape merely assumed does not overrule.

    >>> [(r.cause, round(r.share, 2)) for r in as_said([Rung("sag", 0.0, 1.0)], "lip")]
    [('lip', 0.8), ('sag', 0.2)]
    """
    mine = next((r for r in rungs if r.cause == cause), Rung(cause, 0.0, 0.0))
    share = max(mine.share, SAID_SHARE)
    rest = [r for r in rungs if r.cause != cause]
    scale = (1 - share) / max(sum(r.share for r in rest), 1e-9)
    return (replace(mine, share=share), *(replace(r, share=r.share * scale) for r in rest))


def causes(mesh: Mesh, z: Array, dams: Sequence[Dam], outlet: float, pond: Pond, shaped: bool = True) -> list[Rung]:
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
    shaped : bool
        Whether a pitch log or elevations show the bed's shape here; else only that it holds water is known of it.

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
    flush = _without_up_steps(mesh, z)
    lifted = _top(mesh.station, z, tuple(kept)) - z
    step("lip", float(max((flush + lifted)[at:].max() - flush[at], 0.0)))
    # what readings leave between the water and the bed's crest is taken for the pipe's own: nothing was seen there
    top = _top(mesh.station, z, tuple(kept))
    told = sagged_share if shaped else _sagged_at_all
    dipped = depth * told(mesh.station, top, pond)
    step("sag", depth - dipped)
    step("adverse or flat", 0.0)
    return sorted((r for r in out if r.share > 0), key=lambda r: -r.share)


@remembered(16, "station", "z")  # the ponds of one line ask for the same beds
def _top(station: Array, z: Array, dams: tuple[Dam, ...]) -> Array:
    return bed_of(station, z, dams).top


ABOVE_FT = 15.0  # how far above a pond its pipe's own grade is taken to run: working value
GRADE_OVER_FT = 30.0  # over which that grade is told, as the middle of its spans' falls
NEXT_TO_POND_FT = 3.0
LEAST_ABOVE_FT = 6.0
NO_DIP = 0.2  # of the depth, a dip below the pipe's own grade that is none


def sagged_share(x: Array, z: Array, pond: Pond) -> float:
    """How much of a pond's depth is a dip below the pipe's own grade, 0 to 1; the rest is bed that rises to its spill.

    The grade above the pond is taken on to its lowest point; as far as the bed lies below that it has sagged. Bed
    that keeps that grade down to its lowest point and then rises was laid the wrong way. Where no pipe lies above to
    tell a grade: laid adverse or flat where the bed rises to the spill over four fifths of the pond.

    >>> x = np.linspace(0.0, 60.0, 241)
    >>> laid = np.where(x < 30, -0.02 * x, np.where(x < 40, -0.6 + 0.02 * (x - 30), -0.4 - 0.02 * (x - 40)))
    >>> bowl = -0.02 * x - 0.2 * np.clip(1 - ((x - 32) / 8) ** 2, 0, None)
    >>> from bellstone.core.profile import bed_of
    >>> from bellstone.core.water.ponding import ponds_of
    >>> [round(sagged_share(x, z, ponds_of(bed_of(x, z, []))[0])) for z in (laid, bowl)]
    [0, 1]
    """
    low = pond.first + int(np.argmin(z[pond.first : pond.spill + 1]))
    anchor = max(float(x[0]), pond.start - ABOVE_FT)
    if rises_throughout(x, z, pond) or pond.start - anchor < LEAST_ABOVE_FT:
        return 1.0 - rises_throughout(x, z, pond)
    onward = float(np.interp(anchor, x, z)) - _grade_above(x, z, pond) * (float(x[low]) - anchor)
    share = (onward - float(z[low])) / max(pond.level - float(z[low]), 1e-9)
    return 0.0 if share < NO_DIP else min(share, 1.0)


def _without_up_steps(mesh: Mesh, z: Array) -> Array:
    """The bed with every step up at a joint taken out, what lies below it lowered by as much [ft]."""
    up = np.where(mesh.gap == 0, np.maximum(np.diff(z), 0.0), 0.0)
    lowered: Array = z - np.concatenate([[0.0], np.cumsum(up)])
    return lowered


def _grade_above(x: Array, z: Array, pond: Pond) -> float:
    """The fall of the pipe above a pond, as the middle of its spans' falls; 0 where it is adverse or none lies there."""
    first = max(int(np.searchsorted(x, pond.start - GRADE_OVER_FT)) - 1, 0)
    x, z = x[first : pond.first + 1], z[first : pond.first + 1]
    span = np.diff(x)
    middle = x[:-1] + span / 2
    use = (span > 0) & (middle > pond.start - GRADE_OVER_FT) & (middle < pond.start - NEXT_TO_POND_FT)
    return max(float(np.median(-np.diff(z)[use] / span[use])), 0.0) if use.any() else 0.0


LONGEST_SAG_FT = 30.0  # pipe settles over a trench, a joint or two: what needs longer was laid flat. Working value


def _sagged_at_all(x: Array, z: Array, pond: Pond) -> float:
    """Where only depth and length tell: 0 where the sag behind them would be longer than pipe settles, else 1."""
    long = float(x[pond.spill]) - pond.start
    depth, grade = pond.level - float(z[pond.first : pond.spill + 1].min()), _grade_above(x, z, pond)
    if depth > 0 and grade > 0 and long > 0 and sag_from_pond(depth, long, grade)[1] > LONGEST_SAG_FT:
        return 0.0
    return 1.0 - rises_throughout(x, z, pond)


def rises_throughout(x: Array, z: Array, pond: Pond) -> bool:
    """Whether the bed rises to the spill over four fifths of a pond, told from its lowest point (handbook 2.6)."""
    low = pond.first + int(np.argmin(z[pond.first : pond.spill + 1]))
    rising = (float(x[pond.spill]) - float(x[low])) / max(float(x[pond.spill]) - pond.start, 1e-9)
    return bool(rising >= RISING_SHARE)
