"""Whether the far end of a liner finds sound pipe to hold to: what is left past the last defect."""

from collections.abc import Sequence
from math import hypot
from typing import Literal

from bellstone.core.findings import AxisWords, Resolved
from bellstone.core.ground import Z_90
from bellstone.core.judgement.rows import one_each, standing_rating
from bellstone.core.record import Rec
from bellstone.core.stations import is_main

LEAST_GRIP_FT = 1.0  # handbook 2.10, working value
WEAK_FROM = 2  # a rating of this or worse may not be held to: working value
LINED_FROM = 3  # nothing milder makes anyone think of a liner: working value
NEAR_FT = 0.1  # two stations nearer than this are one
FITTINGS = ("fitting", "coupling", "trap", "backwater_valve")


class Grip(Rec):
    """The sound pipe left past the last defect [ft]; None where it is not known."""

    room_ft: float | None
    band_ft: float | None
    enough: Literal["enough", "may be too short", "too short", "not known"]
    words: str


def liner_grip(rows: Sequence[Resolved], seen: Sequence[tuple[float, float]], axis: AxisWords) -> Grip | None:
    """The sound pipe a liner has to end in, past the last defect and short of the main or the fitting before it.

        room = s_stop - s_end,    band = 1.645 sqrt(sigma_stop^2 + sigma_end^2)

    Two places read on one counter are surer of each other than that: the band is on the wide side.

    Parameters
    ----------
    rows : sequence of Resolved
        What was found, placed and rated; stations and sigmas in feet.
    seen : sequence of (float, float)
        The stretches that were seen and assessable [ft].
    axis : AxisWords
        How feet are said on this line.

    Returns
    -------
    Grip or None
        None where nothing on the line would be lined. *Not known* where what bounds it has no footage or it was
        not all seen. Whether it is enough goes by the least a liner needs, 1 ft (handbook 2.10, a working value).

    Examples
    --------
    >>> from bellstone.core.edits import record_from_page
    >>> from bellstone.core.assess import assess
    >>> run = "run A yard clay 4in, facing main, counts to main\\n0 access\\n40 hole 1in\\n"
    >>> assess(record_from_page(run + "44 main wye")[0]).liner_grip.enough
    'enough'
    """
    each = one_each(rows)
    weak = [r for r in each if _weak(r)]
    if not any((rating := standing_rating(r)) and rating.likely >= LINED_FROM for r in weak):
        return None
    placed = [(_far_end(r), r) for r in weak if r.place.how == "station"]
    end, last = max(placed, key=lambda p: p[0], default=(None, weak[-1]))
    loose = next((r for r in weak if r.place.how != "station" and _may_lie_past(r, end)), None)
    if loose is not None or end is None:
        return _not_known(f"where {(loose or last).finding.words} ends has no footage")
    stops = [
        (r.place.station, r) for r in each if r.place.how == "station" and r.place.station is not None and _stops(r)
    ]
    stop, at = min((s for s in stops if s[0] >= end - NEAR_FT), key=lambda s: s[0], default=(None, None))
    if stop is None or at is None:
        return _not_known("the main past the last defect has no footage")
    if not any(a <= end + NEAR_FT and stop - NEAR_FT <= b for a, b in seen):
        return _not_known(f"not all of {axis.span(end, stop)} was seen")
    sigma = last.place.end_sigma if last.place.end is not None else last.place.sigma
    wet = any(_stands_between(r, end, stop) for r in each)
    return _told(max(stop - end, 0.0), Z_90 * hypot(sigma, at.place.sigma), last, at, wet)


def _told(room: float, band: float, last: Resolved, at: Resolved, wet: bool) -> Grip:
    enough: Literal["enough", "may be too short", "too short"] = "may be too short"
    if room - band >= LEAST_GRIP_FT:
        enough = "enough"
    elif room + band < LEAST_GRIP_FT:
        enough = "too short"
    stretch = f"from {last.finding.words} at {last.finding.where} to {at.finding.words} at {at.finding.where}"
    mend = "; measure it before a liner is ordered" if enough == "may be too short" else ""
    mend += "; water stands in it" if wet else ""
    return Grip(
        room_ft=room,
        band_ft=band,
        enough=enough,
        words=f"Grip for a liner: {room:.1f} ft ± {band:.1f} of sound pipe {stretch}; "
        f"wants {LEAST_GRIP_FT:g} ft, or what its maker says: {enough}{mend}",
    )


def _not_known(why: str) -> Grip:
    return Grip(room_ft=None, band_ft=None, enough="not known", words=f"Grip for a liner not known: {why}")


def _weak(r: Resolved) -> bool:
    """Whether a liner cannot hold to the pipe there: its wall, or roots through it, may rate 2 or worse."""
    if r.finding.aspect != "shell" and r.finding.family != "roots":
        return False
    rating = standing_rating(r)
    if rating is None:
        return r.finding.unrated not in ("", "not a defect")
    return rating.high >= WEAK_FROM


def _stops(r: Resolved) -> bool:
    return is_main(r.sighting) or (r.finding.kind in FITTINGS and not r.sighting.none_of)


def _stands_between(r: Resolved, start: float, end: float) -> bool:
    """Whether water stands in a stretch: its wall may be sound, but a liner follows the belly."""
    at = r.place.station if r.finding.aspect == "fall" and r.place.how == "station" else None
    return at is not None and at < end - NEAR_FT and _far_end(r) > start + NEAR_FT


def _far_end(r: Resolved) -> float:
    end = r.place.end if r.place.end is not None else r.place.station
    return end if end is not None else float("-inf")


def _may_lie_past(r: Resolved, end: float | None) -> bool:
    """Whether what has no footage may lie past a station."""
    high = (r.place.window or (None, None))[1]
    return end is None or high is None or high > end
