"""What a stretch of pipe was said to be in, a word as good, fair or poor, beside what was found and rated there."""

from collections.abc import Iterator, Sequence

from bellstone.core.findings.finding import Resolved
from bellstone.core.stations import Place

# the least and the most that the worst of shell or bore is rated where pipe is said to be so: working values
WORST_OF: dict[str, tuple[int, int]] = {"sound": (0, 3), "fair": (0, 3), "poor": (3, 5), "near_collapse": (4, 5)}


def against_ratings(rows: Sequence[Resolved]) -> Iterator[tuple[Resolved, str]]:
    """Each word for a stretch that what was rated there speaks against, and how it does.

    Parameters
    ----------
    rows : sequence of Resolved
        The findings of a visit; a stretch is one with both its ends [ft].

    Yields
    ------
    tuple of Resolved and str
        The word's row, and what was found there, by rating 1 to 5 (handbook 3.2); working values, none from a standard.

    Examples
    --------
    >>> from bellstone.core.assess import assess
    >>> from bellstone.core.edits import record_from_page
    >>> page = "run A yard clay 4in, facing main, counts to main\\n0-20 condition poor\\n12 crack hairline around\\n60 main"
    >>> [w.text for w in assess(record_from_page(page)[0]).warnings if w.id.startswith("condition")]
    ['said to be poor, but nothing found there is rated above 1']
    """
    for r in rows:
        word = r.sighting.form if r.sighting.kind == "condition" else "sound" if r.sighting.kind == "sound" else ""
        if word not in WORST_OF or r.sighting.none_of or r.place.station is None or r.place.end is None:
            continue
        start, end = r.place.station, r.place.end
        there = [x for x in rows if x.finding.rated and x.finding.aspect != "fall" and _meets(x.place, start, end)]
        worst = max(there, key=lambda x: x.finding.rated or 0, default=None)
        rated = (worst.finding.rated or 0) if worst is not None else 0
        least, most = WORST_OF[word]
        said = f"said to be {word.replace('_', ' ')}"
        if rated > most and worst is not None:
            yield r, f"{said}, but {worst.finding.words} at {worst.finding.where} is rated {rated}"
        elif rated < least:
            yield r, f"{said}, but nothing found there is rated{f' above {rated}' if rated else ''}"


def _meets(place: Place, start: float, end: float) -> bool:
    """Whether any of what lies at a place lies between two footages [ft]."""
    first = place.station
    return first is not None and first <= end and start <= (place.end if place.end is not None else first)
