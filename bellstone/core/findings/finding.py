"""A finding: a sighting placed, turned with the flow and rated; the row everything else reads."""

from dataclasses import dataclass
from typing import Literal

from bellstone.core.record import Rec, Run, Sighting
from bellstone.core.scheme import Rating, Unrated
from bellstone.core.stations import Place, Segment


class Finding(Rec):
    """One sighting, placed and rated. Stations [ft]; bands are 5-95 % half widths [ft]."""

    id: str
    item: str
    line: str
    run: str | None
    kind: str
    family: str
    aspect: str | None
    mark: str
    entry: str  # the line that reads back to it
    words: str
    said: str
    counter: str
    where: str  # its place in words: feet, or what is known without any
    how: Literal["station", "raft", "throughout", "order"]
    station_ft: float | None
    band_ft: float | None
    end_ft: float | None
    end_band_ft: float | None
    raft: str
    window_ft: tuple[float | None, float | None] | None
    basis: str
    segment: int
    clock: tuple[float, float] | None  # with the flow
    clock_all: bool
    clock_open: bool  # the side cannot be told
    clock_seen: str
    at: str | None
    at_why: str  # empty where it was said
    rating: Rating | None
    unrated: str
    was: int | None
    override: int | None
    override_reason: str
    cause: str  # what causes it, in words; empty where it was not said
    expected: str
    owner: str
    sureness: str
    second_look: str
    unread: tuple[str, ...]
    time_s: float | None
    computed: bool  # nobody said it: it follows from the adjusted pipe
    photo: str = ""  # which still shows it; a page may have been signed before there were any

    @property
    def rated(self) -> int | None:
        """The rating that stands: the analyst's override, else the computed likely value."""
        return self.override or (self.rating.likely if self.rating else None)


@dataclass(frozen=True, slots=True)
class Resolved:
    """A sighting with its run, place, segment and rating."""

    sighting: Sighting  # directions turned with the flow
    run: Run | None
    place: Place
    segment: Segment
    rating: Rating | None
    unrated: Unrated | None
    finding: Finding
