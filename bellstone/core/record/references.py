"""Ids are unique and point at something; each message names its place."""

from collections.abc import Sequence

from bellstone.core.record.site import Landmark, Line
from bellstone.core.record.visit import Visit


def check_references(landmarks: Sequence[Landmark], lines: Sequence[Line], visits: Sequence[Visit]) -> None:
    """Names and ids are each there once, and every id said of another thing is one of a thing that is there.

    Raises
    ------
    ValueError
        The first that is not, with its place and how to mend it.
    """
    names = [landmark.name for landmark in landmarks]
    for name in names:
        if names.count(name) > 1:
            raise ValueError(f"landmarks: two are called {name!r}; rename one")
    _check_lines(lines)
    if len({visit.id for visit in visits}) < len(visits):
        raise ValueError("visits: two visits share an id; rename one")
    known = {line.id for line in lines}
    for v, visit in enumerate(visits):
        _check_runs(visit, f"visits[{v}]", known)
        _check_sightings(visit, f"visits[{v}]")


def _check_runs(visit: Visit, place: str, lines: set[str]) -> None:
    for r, run in enumerate(visit.runs):
        if run.line not in lines:
            raise ValueError(f"{place}.runs[{r}].line: there is no line {run.line!r}; the lines are {sorted(lines)}")
    if len({run.id for run in visit.runs}) < len(visit.runs):
        raise ValueError(f"{place}.runs: two runs share an id; rename one")


def _check_sightings(visit: Visit, place: str) -> None:
    runs = {run.id for run in visit.runs}
    seen: set[str] = set()
    for s, sighting in enumerate(visit.sightings):
        here = f"{place}.sightings[{s}]"
        if sighting.id in seen:
            raise ValueError(f"{here}.id: {sighting.id!r} is used twice; give each sighting its own")
        seen.add(sighting.id)
        if sighting.run is not None and sighting.run not in runs:
            raise ValueError(f"{here}.run: there is no run {sighting.run!r}; the runs are {sorted(runs)}")


def _check_lines(lines: Sequence[Line]) -> None:
    """A branch flows into a line that is there, and none into itself."""
    joins = {line.id: line.joins for line in lines}
    if len(joins) < len(lines):
        raise ValueError("lines: two lines share an id; rename one")
    first = lines[0].id
    for n, line in enumerate(lines):
        if n == 0 and line.joins is not None:
            raise ValueError("lines[0].joins: the first line is the main one and joins none; take it out")
        if n > 0 and line.joins is None:
            raise ValueError(f"lines[{n}].joins: a branch names the line it joins, such as {first!r}")
        at, steps = line.id, 0
        while joins[at] is not None:
            if joins[at] not in joins:
                raise ValueError(f"lines[{n}].joins: there is no line {joins[at]!r}; the lines are {sorted(joins)}")
            at, steps = str(joins[at]), steps + 1
            if steps > len(joins):
                raise ValueError(f"lines[{n}].joins: the lines flow in a circle; join one of them to {first!r}")
