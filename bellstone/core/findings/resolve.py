"""Each sighting placed, turned with the flow, and rated: the rows everything else reads."""

from bisect import bisect_left
from dataclasses import replace
from typing import Any

import numpy as np

from bellstone.core.entry import clock_words, position_words, sighting_line
from bellstone.core.findings.finding import Finding, Resolved
from bellstone.core.findings.words import finding_words
from bellstone.core.ground import Z_90, remembered
from bellstone.core.pipe import PICTURE_WORD_HOURS, PIPE_WORDS, direction_with_flow, range_with_flow
from bellstone.core.record import Clock, Item, Lateral, Run, Sighting, Visit
from bellstone.core.scheme import Rating, Scheme, Unrated, rate, rate_as_found
from bellstone.core.stations import Place, Placing, Segment, segment_at, segments_named

AT_JOINT_FT = 0.25  # handbook 2.3
AT_WHY = "not said: within a quarter foot of a joint seen on this run"
NEVER_AT_A_JOINT = ("standing", "submerged", "transition", "note", "stopped", "joint", "sound", "located", "met")
UNSURE_LOOK = "said with a ?: look again"


def resolve(
    lateral: Lateral,
    visit: Visit,
    placing: Placing,
    segments: tuple[Segment, ...],
    scheme: Scheme,
    only: frozenset[str] | None = None,
) -> tuple[Resolved, ...]:
    """Every sighting of the visit in pipe order; or ``only`` those ids, as a line is being typed."""
    runs = {run.id: run for run in visit.runs}
    ordered = sorted(visit.sightings, key=lambda s: placing.places[s.id].order)
    joints = _seen_joints(visit, placing)
    overrides = {o.item: o for o in lateral.overrides if o.item is not None}
    decided = {item.id: item for item in lateral.items}
    causes = _cause_words(visit, placing, decided)
    out = []
    for said in ordered:
        if only is not None and said.id not in only:
            continue
        place, run = placing.places[said.id], runs.get(said.run or "")
        segment = segment_at(segments, place)
        named = segments_named(segments, said)
        if place.how == "throughout" and named:
            segment = named[0]
        at_joint = _is_at_joint(said, place, joints)
        row = _row(said, run, place, segment, at_joint, scheme)
        told: dict[str, object] = {}
        override = overrides.get(said.item)
        if override is not None:
            told |= {"override": override.rating, "override_reason": override.reason}
        if said.item in decided:
            mine = decided[said.item]
            told |= {"cause": causes.get(said.item, ""), "expected": mine.expected or "", "owner": mine.owner}
        out.append(replace(row, finding=row.finding.model_copy(update=told)) if told else row)
    return tuple(_with_windows(out))


def computed_row(
    sighting: Sighting, place: Place, segment: Segment, rating: Rating, words: str, basis: str, scheme: Scheme
) -> Resolved:
    """What nobody said but the adjusted pipe holds: a row like any other, marked as computed."""
    row = _row(sighting, None, place, segment, False, scheme)
    finding = row.finding.model_copy(
        update={"computed": True, "entry": "", "words": words, "rating": rating, "unrated": "", "basis": basis}
    )
    return replace(row, rating=rating, unrated=None, finding=finding)


@remembered(12288, "said", "run", "scheme")  # a change to a lateral leaves most of its findings as they were
def _row(said: Sighting, run: Run | None, place: Place, segment: Segment, at_joint: bool, scheme: Scheme) -> Resolved:
    """One sighting turned, rated and told; what was decided of it comes after."""
    turned = _turned(said.model_copy(update={"at": "joint"}) if at_joint else said, run)
    stretch = (place.end or place.station or 0.0) - (place.station or 0.0)
    rated = rate(turned, segment.bore_in, segment.material, scheme, stretch)
    before = rate_as_found(turned, segment.bore_in, segment.material, scheme)
    finding = _finding(said, turned, run, place, segment, scheme, rated, before)
    rating, unrated = (rated, None) if isinstance(rated, Rating) else (None, rated)
    return Resolved(turned, run, place, segment, rating, unrated, finding)


def is_joint(s: Sighting) -> bool:
    """Whether a sighting marks one joint: said to be at one, or a joint by its kind."""
    return (s.at == "joint" or s.kind == "joint") and not s.each_joint


def _seen_joints(visit: Visit, placing: Placing) -> dict[str | None, list[float]]:
    """Stations of the joints observed on each run [ft], in order."""
    out: dict[str | None, list[float]] = {}
    for s in visit.sightings:
        place = placing.places[s.id]
        if is_joint(s) and place.how == "station" and place.station is not None:
            out.setdefault(s.run, []).append(place.station)
    return {run: sorted(stations) for run, stations in out.items()}


def _cause_words(visit: Visit, placing: Placing, decided: dict[str, Item]) -> dict[str, str]:
    """What causes each item, in words, where it was said: ``offset at 60.0 ft``."""
    first: dict[str, Sighting] = {}
    for s in visit.sightings:
        first.setdefault(s.item, s)

    def named(item: str) -> str:
        if item not in first:
            return "something seen on another visit"
        place = placing.places[first[item].id]
        at = f" at {place.station:.1f} ft" if place.how == "station" and place.station is not None else ""
        return f"{first[item].kind.replace('_', ' ')}{at}"

    return {i.id: named(i.caused_by) for i in decided.values() if i.caused_by is not None}


def _is_at_joint(said: Sighting, place: Place, joints: dict[str | None, list[float]]) -> bool:
    """What the analyst saw stands; only where it was not said, a point by a joint seen on the same run is at it."""
    known = joints.get(said.run)
    if said.at is not None or said.each_joint or place.how != "station" or place.end is not None or known is None:
        return False
    if said.kind in NEVER_AT_A_JOINT or place.station is None:
        return False
    after = bisect_left(known, place.station - AT_JOINT_FT)
    return after < len(known) and known[after] < place.station + AT_JOINT_FT


def _turned(said: Sighting, run: Run | None) -> Sighting:
    """Directions of the pipe with the flow, the run's water where none was said; what the heading does not tell stays open."""
    if said.kind in ("standing", "submerged") and said.water is None and run is not None and run.water != "unknown":
        return said.model_copy(update={"water": run.water})
    if said.kind != "offset" or said.form is None:
        return said
    facing = run.head_faces if run else "main"
    if facing == "unknown":
        return said.model_copy(update={"form": None})
    form = said.form
    if form in ("left", "right", "up", "drop"):
        form = direction_with_flow(form, facing)
    return said.model_copy(update={"form": form})


def _clock_with_flow(clock: Clock | None, run: Run | None) -> tuple[tuple[float, float] | None, bool]:
    """Hours with the flow, and whether the side cannot be told."""
    if clock is None or clock.all_round:
        return None, False
    if clock.word in PIPE_WORDS:
        hour = PICTURE_WORD_HOURS[clock.word]
        return (hour, hour), False
    facing = run.head_faces if run else "main"
    bottom = 6.0 if run is None or run.self_levelling else run.bottom_at
    if facing == "unknown" or bottom is None:
        return None, True
    start = PICTURE_WORD_HOURS[clock.word] if clock.word else clock.start or 0.0
    end = PICTURE_WORD_HOURS[clock.word] if clock.word else clock.end if clock.end is not None else start
    return range_with_flow(start, end, bottom, facing), False


def _finding(
    said: Sighting, turned: Sighting, run: Run | None, place: Place, segment: Segment, scheme: Scheme,
    rated: Rating | Unrated, before: Rating | Unrated | None,
) -> Finding:  # fmt: skip
    kind = scheme.kinds.get(said.kind)
    clock, is_open = _clock_with_flow(said.clock, run)
    return Finding(
        **_whereabouts(place),
        id=said.id,
        item=said.item,
        line=said.line,
        run=said.run,
        kind=said.kind,
        family=kind.family if kind else "event",
        aspect=kind.aspect if kind else None,
        mark=(kind.marks.get(turned.form or "", kind.mark) if kind else "event"),
        entry=sighting_line(said),
        words=finding_words(turned, said),
        said=said.said,
        counter=position_words(said.position) if said.position.by == "counter" else "",
        segment=segment.index,
        clock=clock,
        clock_all=bool(said.clock and said.clock.all_round),
        clock_open=is_open,
        clock_seen=clock_words(said.clock),
        at="joint" if said.each_joint else turned.at,
        at_why=AT_WHY if turned.at != said.at else "",
        rating=rated if isinstance(rated, Rating) else None,
        unrated=rated.why if isinstance(rated, Unrated) and (kind is None or kind.family not in ("event",)) else "",
        was=before.likely if isinstance(before, Rating) else None,
        override=None,
        override_reason="",
        cause="",
        expected="",
        owner="",
        sureness=said.sureness,
        second_look=_second_look(said),
        unread=said.unread,
        time_s=said.time_s,
        computed=False,
    )


def _whereabouts(place: Place) -> dict[str, Any]:
    """Where a finding lies, as it is shown: stations [ft] only where it has any, their 5-95 % half widths [ft]."""
    placed, on_feet = place.how == "station", place.how in ("station", "raft")
    return {
        "how": place.how,
        "station_ft": place.station if on_feet else None,
        "band_ft": place.band if placed else None,
        "end_ft": place.end if on_feet else None,
        "end_band_ft": Z_90 * place.end_sigma if placed and place.end is not None else None,
        "raft": place.raft if place.how == "raft" else "",
        "window_ft": None,
        "basis": place.basis,
    }


def _second_look(said: Sighting) -> str:
    """What a second look would have to settle; empty where nothing is open."""
    if said.alternatives:
        kinds = (said.kind, *(a.kind for a in said.alternatives))
        return f"{' or '.join(k.replace('_', ' ') for k in kinds)}: which?"
    return UNSURE_LOOK if said.sureness == "unsure" else ""


def _with_windows(resolved: list[Resolved]) -> list[Resolved]:
    """Order-only findings get the window between the stations told before and after them."""
    stations = [
        r.place.station if r.place.how == "station" and r.place.station is not None else np.nan for r in resolved
    ]
    reached = np.fmax.accumulate(stations) if stations else np.empty(0)
    ahead = np.fmin.accumulate(stations[::-1])[::-1] if stations else np.empty(0)
    out = []
    for i, r in enumerate(resolved):
        if r.place.how != "order":
            out.append(r)
            continue
        before = float(reached[i]) if np.isfinite(reached[i]) else None
        after = float(ahead[i]) if np.isfinite(ahead[i]) else None
        finding = r.finding.model_copy(update={"window_ft": (before, after)})
        out.append(Resolved(r.sighting, r.run, r.place, r.segment, r.rating, r.unrated, finding))
    return out
