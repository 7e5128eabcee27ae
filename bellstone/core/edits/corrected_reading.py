"""A reading of depth, elevation, pitch or water taken anew: typed, or moved up and down on the profile."""

from typing import TypeVar

from bellstone.core.ground import IN_PER_FT, DomainError, tidy
from bellstone.core.record import (
    Amount,
    DepthReading,
    InvertReading,
    Lateral,
    PitchReading,
    Rec,
    Sighting,
    Visit,
    amount_middle,
)

Reading = TypeVar("Reading", bound=Rec)


class Reread(Rec):
    """Which reading, and what it says now: its ``value`` in its own unit (depth and elevation ft, water in, pitch %),
    or by how much the invert that it stands for moved ``up_ft`` [ft]."""

    id: str
    value: float | None = None
    up_ft: float | None = None
    suspect: bool | None = None


def with_reading(lateral: Lateral, reread: Reread) -> Lateral:
    """The record with one reading of its newest visit taken anew.

    Raises
    ------
    DomainError
        There is no such reading, or a value that it cannot have.

    Examples
    --------
    >>> from bellstone.core.edits import record_from_page
    >>> record, _ = record_from_page("run A yard, facing main, counts to main\\n30 depth 4ft ground 100")
    >>> with_reading(record, Reread(id="d1", up_ft=0.5)).visits[-1].depths[0].depth_ft.likely
    3.5
    """
    visit = lateral.visits[-1]
    groups: dict[str, tuple[Rec, ...]] = {
        "depths": visit.depths, "inverts": visit.inverts, "pitches": visit.pitches, "sightings": visit.sightings,
    }  # fmt: skip
    for name, group in groups.items():
        for n, reading in enumerate(group):
            if getattr(reading, "id", None) == reread.id:
                new = (*group[:n], _anew(reading, reread), *group[n + 1 :])
                return _with_newest(lateral, visit.model_copy(update={name: new}))
    raise DomainError("reading", reread.id, "is not on the newest visit")


def _with_newest(lateral: Lateral, visit: Visit) -> Lateral:
    return lateral.model_copy(update={"visits": (*lateral.visits[:-1], visit)})


def _anew(reading: Rec, reread: Reread) -> Rec:
    match reading:
        case DepthReading():
            value = _value(reread, amount_middle(reading.depth_ft), -1.0, (-50.0, 200.0), "feet below the ground")
            depth = reading.depth_ft.model_copy(
                update={"form": "value", "likely": value, "said": f"{tidy(value, 2)} ft"}
            )
            return reading.model_copy(update={"depth_ft": depth, **_suspect(reread)})
        case InvertReading():
            value = _value(reread, reading.elevation_ft, 1.0, (-1e5, 1e5), "feet of elevation")
            return reading.model_copy(update={"elevation_ft": value, **_suspect(reread)})
        case PitchReading():
            value = _value(reread, reading.grade_pct, 0.0, (-100.0, 100.0), "percent")
            return reading.model_copy(update={"grade_pct": value, **_suspect(reread)})
        case Sighting(kind="standing"):
            # a word or a range has no number of its own to start from: its middle is taken by whoever moves it
            now = reading.size.likely if reading.size is not None and reading.size.likely is not None else 0.0
            value = _value(reread, now, -IN_PER_FT, (0.0, 120.0), "inches of water, 0 or more")
            size = Amount(likely=round(value, 2), unit="in", said=f"{tidy(value, 2)} in")
            sure = {} if reread.suspect is None else {"sureness": "unsure" if reread.suspect else "sure"}
            anew = reread.value is not None or reread.up_ft is not None
            return reading.model_copy(update={**({"size": size} if anew else {}), **sure})
    raise DomainError("reading", reread.id, "is not a depth, an elevation, a pitch or a depth of water")


def _suspect(reread: Reread) -> dict[str, bool]:
    return {} if reread.suspect is None else {"suspect": reread.suspect}


def _value(reread: Reread, now: float, per_ft_up: float, limits: tuple[float, float], wants: str) -> float:
    value = reread.value if reread.value is not None else now + per_ft_up * (reread.up_ft or 0.0)
    if per_ft_up == -IN_PER_FT:
        value = max(value, 0.0) if reread.value is None else value
    if not limits[0] <= value <= limits[1]:
        raise DomainError("value", value, f"wants {wants}, {limits[0]:g} to {limits[1]:g}")
    return round(value, 4)
