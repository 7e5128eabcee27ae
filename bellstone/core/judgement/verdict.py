"""Serviceability: rules listed with their result; the verdict is the worst rule that holds."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from bellstone.core.ground import remembered
from bellstone.core.judgement.score import ENDS, End
from bellstone.core.record import HouseRules, Rec
from bellstone.core.scheme import RATING_WORDS

Verdict = Literal["serviceable", "serviceable_note", "further_look", "not_serviceable"]
VERDICT_WORDS: dict[Verdict, str] = {
    "serviceable": "Serviceable",
    "serviceable_note": "Serviceable, note",
    "further_look": "Needs a further look",
    "not_serviceable": "Not serviceable",
}
NO_VERDICT = "No verdict: nothing seen"
ORDER: tuple[Verdict, ...] = ("serviceable", "serviceable_note", "further_look", "not_serviceable")


@dataclass(frozen=True, slots=True)
class Judged:
    """What the rules look at of one item."""

    item: str
    name: str
    kind: str
    form: str
    aspect: str | None
    qualities: tuple[str, ...]
    low: int
    likely: int
    high: int
    share_pct: tuple[float, float, float] | None  # of the bore, for what blocks it
    depth_in: tuple[float, float, float] | None
    bore_in: float | None
    in_place: bool
    unsure: bool
    settle: str
    held: str = ""  # what holds the water it tells of, as far as that is known

    def at(self, which: End) -> int:
        return int(getattr(self, which))

    @property
    def is_one_value(self) -> bool:
        """Whether nothing of it is a range: every end says the same."""
        share, depth = self.share_pct, self.depth_in
        return (
            self.low == self.likely == self.high
            and (share is None or share[0] == share[1] == share[2])
            and (depth is None or depth[0] == depth[1] == depth[2])
        )


class Reason(Rec):
    """One rule that holds: what it makes the verdict at least, why, and the items it rests on."""

    verdict: Verdict
    why: str
    items: tuple[str, ...] = ()
    house_rule: bool = False


class VerdictShown(Rec):
    verdict: Verdict
    words: str
    reasons: tuple[Reason, ...]
    at_best: Verdict
    at_worst: Verdict
    changes: str  # says if an end of a range would change it, and what would settle it


HARDLY_AT_WORST = Reason(verdict="not_serviceable", why="the flush test may not have moved the water at all")


def judge(
    items: Sequence[Judged],
    house: HouseRules,
    reached_main: bool | None,
    stop_reason: str = "",
    flush_result: str | None = None,
    needs_rest_reading: Sequence[str] = (),
    nothing_seen: bool = False,
) -> VerdictShown:
    """The verdict of a segment (``reached_main`` None) or of the line, with its reasons.

    Examples
    --------
    >>> judge([], HouseRules(), reached_main=True).words
    'Serviceable'
    >>> judge([], HouseRules(), reached_main=False).verdict
    'further_look'
    """
    common = _line_reasons(house, reached_main, stop_reason, flush_result, needs_rest_reading, nothing_seen)
    of_items = [_of_item(item, house) for item in items]
    # a flush that hardly moved the water is a range over one that moved it sluggishly and one that did not
    worse = [HARDLY_AT_WORST] if flush_result == "hardly_moved" else []
    by_end = {
        which: [*(r for of in of_items for r in of[which]), *common, *(worse if which == "high" else ())]
        for which in ENDS
    }
    worst = {which: max((ORDER.index(r.verdict) for r in by_end[which]), default=0) for which in ENDS}
    reasons = sorted(by_end["likely"], key=lambda r: -ORDER.index(r.verdict))
    verdict = ORDER[worst["likely"]]
    return VerdictShown(
        verdict=verdict,
        words=NO_VERDICT if nothing_seen and not items else VERDICT_WORDS[verdict],
        reasons=tuple(reasons) or (Reason(verdict="serviceable", why="nothing seen rates 2 or worse"),),
        at_best=ORDER[worst["low"]],
        at_worst=ORDER[worst["high"]],
        changes=_what_would_change(items, house, common, worst),
    )


def _what_would_change(
    items: Sequence[Judged], house: HouseRules, common: Sequence[Reason], worst: dict[End, int]
) -> str:
    if worst["low"] == worst["likely"] == worst["high"]:
        return ""
    bits = []
    if worst["high"] > worst["likely"]:
        deciding = [i for i in items if _alone(i, house, "high", common) > worst["likely"]]
        settle = _settle(deciding) or (": flush again, and watch whether it moves" if not deciding else "")
        bits.append(f"could be “{VERDICT_WORDS[ORDER[worst['high']]]}” at the far end of a range{settle}")
    if worst["low"] < worst["likely"]:
        deciding = [i for i in items if _alone(i, house, "likely", common) == worst["likely"]]
        bits.append(f"could be “{VERDICT_WORDS[ORDER[worst['low']]]}” at the near end" + _settle(deciding))
    return "; ".join(bits)


def _alone(item: Judged, house: HouseRules, which: End, common: Sequence[Reason]) -> int:
    reasons = [*_of_item(item, house)[which], *common]
    return max((ORDER.index(r.verdict) for r in reasons), default=0)


def _settle(deciding: Sequence[Judged]) -> str:
    first = next((i for i in deciding if i.settle), None)
    return f": {first.name}: {first.settle}" if first else ""


def _forced(item: Judged) -> tuple[Reason, ...]:
    """What an unsure finding can force: only a further look, and only for what cannot wait."""
    if item.kind in ("crossing", "collapse") or "void" in item.qualities:
        why = f"{item.name}: unsure, but it cannot be left so"
        return (Reason(verdict="further_look", why=why, items=(item.item,)),)
    return ()


@remembered(12288, "item", "house")  # an edit leaves most items as they were
def _of_item(item: Judged, house: HouseRules) -> dict[End, tuple[Reason, ...]]:
    """The rules that hold for an item, at each end of its ranges."""
    likely = _forced(item) if item.unsure else _rules(item, house, "likely")
    return {which: likely if item.unsure or item.is_one_value else _rules(item, house, which) for which in ENDS}


def _rules(item: Judged, house: HouseRules, which: End) -> tuple[Reason, ...]:
    rating = item.at(which)
    end = ENDS.index(which)
    reasons: list[Reason] = []

    def say(verdict: Verdict, why: str, house_rule: bool = False) -> None:
        reasons.append(Reason(verdict=verdict, why=f"{item.name}: {why}", items=(item.item,), house_rule=house_rule))

    if item.held in NOT_THE_PIPES_OWN:
        if rating >= 2:
            say("further_look" if rating >= 3 else "serviceable_note", NOT_THE_PIPES_OWN[item.held])
        return tuple(reasons)
    iron_kept = item.kind == "wear" and rating >= 3
    if item.kind == "crossing":
        say("not_serviceable", "stop, a utility may cross")
    elif item.aspect == "shell" and rating >= 5:
        say("not_serviceable", "the shell has failed (rating 5)")
    blocked = bool(item.share_pct and item.share_pct[end] > 50)
    clears = house.clean_first == "clean_first" and item.aspect == "bore" and item.kind not in ("object", "crossing")
    if item.kind == "roots" and house.roots == "any_fails" and item.in_place and rating >= 2:
        say("not_serviceable", "any root in place fails", house_rule=True)
    elif clears and (rating >= 4 or (item.in_place and blocked)):
        say("further_look", "clean first, then decide", house_rule=True)
    elif item.aspect == "bore" and item.in_place and blocked:
        say("not_serviceable", "blocks more than half the bore")
    elif item.aspect == "bore" and rating >= 5:
        say("not_serviceable", "the bore is all but blocked (rating 5)")
    if item.aspect == "fall":
        _water_rules(item, house, rating, end, say)
    if iron_kept and house.worn_iron == "replace_on_sight":
        say("not_serviceable", "heavy wear is replaced on sight", house_rule=True)
    elif rating == 4 and not reasons:
        say("further_look", "rating 4 (repair)")
    elif rating in (2, 3) and not reasons:
        kept = "; kept while it is sound and flowing" if iron_kept else ""
        say("serviceable_note", f"rating {rating} ({RATING_WORDS[rating]}){kept}", house_rule=iron_kept)
    return tuple(reasons)


# Who holds the water decides who fails (handbook 3.3): these hold it, and the pipe does not fail by its depth.
NOT_THE_PIPES_OWN = {
    "backwater": "the public main stands against the outlet: report it, and look again when it is down",
    "roots or debris": "held by roots or debris: clear it and look again",
}


def _water_rules(item: Judged, house: HouseRules, rating: int, end: int, say: object) -> None:
    assert callable(say)
    depth = item.depth_in[end] if item.depth_in else None
    share = 100 * depth / item.bore_in if depth is not None and item.bore_in else None
    if item.kind == "submerged" and rating >= 4:
        if depth is None:
            say("further_look", "the head went under and no depth was read")
        else:
            say("not_serviceable", "the head went under a pond rated 4 or worse")
    elif share is not None and share > 50:
        say("not_serviceable", f"holds {share:.0f} % of the bore, over half")
    elif "not_moved" in item.qualities:
        say("not_serviceable", "a flush does not move it")
    elif house.standing_water == "never" and rating >= 2:
        say("not_serviceable", "standing water is never accepted", True)
    elif house.standing_water == "up_to_1_in" and depth is not None and depth > 1:
        say("not_serviceable", "more than 1 in of standing water", True)
    elif house.standing_water == "solids_or_flush" and {"paper", "grease", "sludge"} & set(item.qualities):
        say("not_serviceable", "solids have collected in it", True)


def _line_reasons(
    house: HouseRules,
    reached_main: bool | None,
    stop_reason: str,
    flush_result: str | None,
    needs_rest_reading: Sequence[str],
    nothing_seen: bool,
) -> list[Reason]:
    reasons: list[Reason] = []
    if nothing_seen:
        reasons.append(Reason(verdict="further_look", why="nothing has been seen yet"))
    if reached_main is False and not nothing_seen:
        why = f"the main was not reached{': ' + stop_reason if stop_reason else ''}; what was not seen is not known"
        reasons.append(Reason(verdict="further_look", why=why))
    if flush_result in ("not_moved", "hardly_moved"):
        decides = (
            " (between sluggish and not moved: which of the two decides)" if flush_result == "hardly_moved" else ""
        )
        level: Verdict = "not_serviceable" if flush_result == "not_moved" else "further_look"
        reasons.append(Reason(verdict=level, why=f"the flush test {flush_result.replace('_', ' ')} the water{decides}"))
    for name in needs_rest_reading:
        reasons.append(Reason(verdict="further_look", why=f"{name}: needs a reading at rest"))
    return reasons
