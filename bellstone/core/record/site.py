"""The building, its lines and landmarks, and the rules of the house that judges it."""

from typing import Annotated, Literal

from pydantic import AfterValidator, Field

from bellstone.core.pipe import LeastFall
from bellstone.core.record.amount import Amount
from bellstone.core.record.base import Id, Name, Number, Rec, Text, Word, seen
from bellstone.core.record.position import Position


class Landmark(Rec):
    name: Word
    kind: Literal[
        "access",
        "fitting",
        "branch",
        "fence",
        "wall",
        "curb",
        "drive",
        "property_line",
        "tree",
        "pole",
        "main",
        "other",
    ] = "other"
    station_ft: Number | None = None  # from the datum, where measured
    basis: Literal["tape", "plan", "told", "estimate"] = "tape"
    ground_ft: Number | None = None
    size_in: Annotated[float, Field(gt=0, le=120)] | None = None
    two_way: bool = False
    faults: Annotated[tuple[Word, ...], Field(max_length=10)] = ()
    note: Text = ""


class LengthEstimate(Rec):
    """One estimate of the distance from the datum to the main; one may be chosen."""

    distance: Amount
    from_landmark: Word | None = None
    basis: Word = "guess"
    chosen: bool = False
    said: Text = ""


class Line(Rec):
    id: Id = "line0"
    name: Word = "main line"
    datum: Word = ""  # the landmark at station 0; never moves
    joins: Id | None = None
    joins_at: Position | None = None
    grade_pct: Annotated[float, Field(ge=-100, le=100)] | None = None
    fall_word: Literal["", "steep", "good", "flat", "back"] = ""
    ground_fall_pct: Annotated[float, Field(ge=-100, le=100)] | None = None  # taken for the ground's; None: not known
    vertical_ft: Amount | None = None
    to_main: Annotated[tuple[LengthEstimate, ...], Field(max_length=20)] = ()


class Stretch(Rec):
    """Who owns what, and what lies above."""

    position: Position
    owner: Word = ""
    surface: Word = ""
    land: Word = ""


class HouseRules(Rec):
    """The ways a firm may choose to judge; each report names them."""

    version: Word = "1"
    standing_water: Literal["never", "up_to_1_in", "by_share", "solids_or_flush"] = "by_share"
    roots: Literal["any_fails", "by_share", "by_pipe"] = "by_share"
    worn_iron: Literal["replace_on_sight", "keep_while_sound"] = "keep_while_sound"
    clean_first: Literal["clean_first", "decide_now"] = "decide_now"
    owner_ends_at: Literal["main", "property_line", "not_stated"] = "not_stated"
    unseen_is_only_unseen: bool = True
    sag_near_main_milder: bool = False
    minimum_grade: LeastFall = "quarter_inch"


WIDEST_LOT_FT = 3000.0  # no lot reaches further: working value


class Degrees(Rec):
    """A place by latitude and longitude, WGS 84."""

    latitude: Annotated[float, Field(ge=-90, le=90, allow_inf_nan=False)]
    longitude: Annotated[float, Field(ge=-180, le=180, allow_inf_nan=False)]


class PlanObject(Rec):
    """A thing on the lot, in local feet (x east, y north): one point, a line of points, or an outline."""

    name: Annotated[str, Field(min_length=1, max_length=80), AfterValidator(seen)]
    kind: Literal["house", "drive", "walk", "street", "tree", "fence", "property_line", "object"] = "object"
    points: Annotated[tuple[tuple[Number, Number], ...], Field(min_length=1, max_length=200)]


class Site(Rec):
    name: Name
    locality: Word = ""
    client: Word = ""
    built: Word = ""
    faces: Word = ""
    occupancy: Word = ""
    notes: Text = ""
    house_rules: HouseRules = HouseRules()
    stretches: Annotated[tuple[Stretch, ...], Field(max_length=200)] = ()
    plan: Annotated[tuple[PlanObject, ...], Field(max_length=200)] = ()
    plan_zero: Degrees | None = None  # where the plan's zero lies on the earth, where it was said
    start_here: bool = False
    scheme: Word = ""  # name and version of the coding scheme; empty: the one that ships
