"""Places on the axis: landmarks, and those that feet can be read from."""

from bellstone.core.record import Lateral, Rec
from bellstone.core.stations import Coverage, Placing


class LandmarkShown(Rec):
    """A thing on the ground or the pipe that has a station [ft]; its ground elevation where known [ft]."""

    name: str
    kind: str
    station_ft: float
    ground_ft: float | None
    measured: bool  # by tape or plan; else it is where a run put it


class Origin(Rec):
    """A place that feet can be read from: its station [ft], and whether they grow against the flow."""

    name: str
    station_ft: float
    backwards: bool


def origins(lateral: Lateral, placing: Placing, coverage: Coverage) -> tuple[Origin, ...]:
    """Places feet can be read from: every access with a station, and the main. Core stations do not change."""
    kinds = {m.name: m.kind for m in lateral.landmarks}
    named = {n: s for n, s in placing.landmark_stations.items() if kinds.get(n) in ("access", "main", "property_line")}
    if coverage.reached_main and not coverage.end_open and coverage.end is not None and "main" not in named:
        named["main"] = coverage.end
    return tuple(
        Origin(name=n, station_ft=s, backwards=kinds.get(n) == "main" or n == "main") for n, s in named.items()
    )


def landmarks(lateral: Lateral, placing: Placing) -> tuple[LandmarkShown, ...]:
    """Landmarks that have a station, in pipe order."""
    placed = [(placing.landmark_stations[m.name], m) for m in lateral.landmarks if m.name in placing.landmark_stations]
    return tuple(
        LandmarkShown(name=m.name, kind=m.kind, station_ft=s, ground_ft=m.ground_ft, measured=m.station_ft is not None)
        for s, m in sorted(placed, key=lambda pair: (pair[0], pair[1].name))
    )
