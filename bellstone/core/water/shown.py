"""What an assessment says of the invert and the water on it: plain records, in trade units at the edge."""

from typing import Literal

from bellstone.core.record import Rec
from bellstone.core.scheme import Rating
from bellstone.core.water.cause import Cause


class RungShown(Rec):
    """One rung of the cause ladder: its share of the depth, 0 to 1, the water left [in], and what it is."""

    cause: Cause
    share: float
    left_in: float
    items: tuple[str, ...]
    words: str


class PondShown(Rec):
    """A pond as the screen shows it. Stations and lengths [ft], water and sag [in], volume [US gal]."""

    id: str
    items: tuple[str, ...]  # the findings that tell of it; empty where it was computed only
    held_by: tuple[str, ...]  # what may be taken out, to see what the water would do
    start_ft: float
    end_ft: float
    where: str  # from where to where, in words
    deepest_at_ft: float
    depth_in: float
    depth_words: str  # "2.1 in, 53 % of the bore"; over the bore "full, + 3.0 in"
    share_of_depth: float
    share_of_area: float
    length_ft: float | None  # None where only a depth was read: how far it reaches is not known
    volume_gal: float | None
    full_bore_ft: float
    joints_under: int
    spill_ft: float
    cause: Cause
    cause_words: str
    ladder: tuple[RungShown, ...]
    sag_in: float | None
    sag_at_ft: float | None
    sag_length_ft: float | None
    sag_low_in: float | None  # 5-95 % where it comes from two readings; else its band follows with the others
    sag_high_in: float | None
    sag_how: str  # by a string line over the adjusted pipe, or from two readings
    string_ft: tuple[tuple[float, float], tuple[float, float]] | None  # (station, height) of its two ends
    rating: Rating | None  # from the computed depth and its sigma; None where nothing of it could be rated
    basis: str
    bore_known: bool
    flushes: tuple[tuple[float, float], ...]  # (gallons a flush, flushes that hold as much as the pond)


class ReadingShown(Rec):
    """One reading beside the profile: where it puts the invert, and how far off [ft]; pitches in percent."""

    id: str
    kind: Literal["height", "rest", "shore", "under", "pitch", "step"]
    station_ft: float
    z_ft: float | None  # the invert it stands for, None for pitches and steps
    depth_in: float | None  # of a depth read at rest
    can_move: bool  # whether it can be taken anew by moving it
    band_ft: float  # 5-95 % half width, of a pitch in percent
    off: float
    off_words: str
    misfit: float | None  # off in its own sigmas, None where nothing else checks it
    out: bool  # taken out: it disagrees with the rest
    explains: str
    words: str


class ProfileShown(Rec):
    """The adjusted invert by node: stations and heights [ft], water standing on it [ft], None where none is named."""

    station_ft: tuple[float, ...]
    invert_ft: tuple[float, ...]
    crown_ft: tuple[float, ...]
    level_ft: tuple[float | None, ...]
    depth_in: tuple[float | None, ...]
    relative: bool
    rests_on: tuple[str, ...]
    grades: tuple[tuple[float, float, float, bool], ...]  # a stretch each: start, end [ft], grade [%], given
    readings: tuple[ReadingShown, ...]


class EarlierInvert(Rec):
    """The invert as an earlier visit read it: stations and heights [ft]."""

    visit: str
    station_ft: tuple[float, ...]
    invert_ft: tuple[float, ...]


class NotKnown(Rec):
    """Where the water at rest is not known: nobody looked, or looked and it cannot be. Stations [ft]."""

    start_ft: float
    end_ft: float
    why: str


class PondBand(Rec):
    """5-95 % of one pond, and the chance that it is deeper than each threshold [in]."""

    id: str
    depth_in: tuple[float, float]
    length_ft: tuple[float, float] | None
    volume_gal: tuple[float, float] | None
    sag_in: tuple[float, float] | None
    chances: tuple[tuple[str, float], ...]


class WaterBands(Rec):
    """The bands that follow an edit's answer, by node of its profile [ft, in]."""

    low_ft: tuple[float, ...]
    high_ft: tuple[float, ...]
    depth_low_in: tuple[float | None, ...]
    depth_high_in: tuple[float | None, ...]
    ponds: tuple[PondBand, ...]
    chances_unseen: tuple[
        tuple[float, float, float], ...
    ]  # stretches with a pitch log: start, end [ft], chance of > 1/2 in
    draws: int
    trouble: str  # why there are no bands, and how to mend it; empty where there are


class Removable(Rec):
    """Something that could be taken out, to see what the water would do. Station [ft], height [in]."""

    item: str
    name: str
    at_ft: float
    height_in: float
    recorded: bool


class WaterIf(Rec):
    """The water as it would be: the level by node, and the ponds that are left."""

    profile: ProfileShown | None
    ponds: tuple[PondShown, ...]
