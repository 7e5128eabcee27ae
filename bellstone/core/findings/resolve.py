"""Each sighting placed, turned with the flow, and rated: the rows everything else reads."""

from bisect import bisect_left
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any

from bellstone.core.entry import clock_words, position_words, sighting_line
from bellstone.core.findings.finding import Finding, Resolved
from bellstone.core.findings.where import AxisWords, axis_words_of, where_words
from bellstone.core.findings.words import either, finding_words
from bellstone.core.ground import Z_90, remembered
from bellstone.core.pipe import PICTURE_WORD_HOURS, PIPE_WORDS, direction_with_flow, range_with_flow
from bellstone.core.record import Clock, Item, Lateral, Run, Sighting, Visit, either_quality, forms_said, kinds_said
from bellstone.core.scheme import Rating, Scheme, Unrated, rate, rate_as_found
from bellstone.core.stations import Place, Placing, Segment, segment_at, segments_about, segments_named

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
    seen_on = _runs_as_rolled(visit)
    ordered = sorted(visit.sightings, key=lambda s: placing.places[s.id].order)
    joints = _seen_joints(visit, placing)
    overrides = {o.item: o for o in lateral.overrides if o.item is not None}
    decided = {item.id: item for item in lateral.items}
    sized = _with_their_sizes(visit)
    axis = axis_words_of(lateral, placing)
    causes = _cause_words(visit, placing, decided, axis)
    out = []
    for rank, said in enumerate(ordered, start=1):
        if only is not None and said.id not in only:
            continue
        place, run = placing.places[said.id], seen_on.get(said.id)
        named = segments_named(segments, said) if place.how == "throughout" else ()
        segment = named[0] if named else segment_at(segments, place)
        about = named or segments_about(segments, said, placing)
        at_joint = _is_at_joint(said, place, joints)
        others = about if len(about) > 1 else ()
        row = _row(sized.get(said.id, said), run, place, segment, others, at_joint, axis, scheme)
        told: dict[str, object] = {}
        if place.how in ("order", "raft"):
            told["where"] = where_words(place, axis, rank)
        override = overrides.get(said.item)
        if override is not None:
            told |= {"override": override.rating, "override_reason": override.reason}
        if said.item in decided:
            mine = decided[said.item]
            told |= {"cause": causes.get(said.item, ""), "expected": mine.expected or "", "owner": mine.owner}
        out.append(replace(row, finding=row.finding.model_copy(update=told)) if told else row)
    return tuple(out)


def computed_row(
    sighting: Sighting,
    place: Place,
    segment: Segment,
    rating: Rating,
    words: str,
    basis: str,
    axis: AxisWords,
    scheme: Scheme,
) -> Resolved:
    """What nobody said but the adjusted pipe holds: a row like any other, marked as computed."""
    row = _row(sighting, None, place, segment, (), False, axis, scheme)
    finding = row.finding.model_copy(
        update={"computed": True, "entry": "", "words": words, "rating": rating, "unrated": "", "basis": basis}
    )
    return replace(row, rating=rating, unrated=None, finding=finding)


def _runs_as_rolled(visit: Visit) -> dict[str, Run]:
    """The run each sighting was made on, with where the bottom showed by then: a picture that rolled stays so until told."""
    runs = {run.id: run for run in visit.runs}
    out: dict[str, Run] = {}
    for s in visit.sightings:
        run = runs.get(s.run or "")
        if run is None:
            continue
        if s.kind == "rolled" and s.clock is not None and s.clock.start is not None and not run.self_levelling:
            run = runs[run.id] = _rolled(run, s.clock.start)
        out[s.id] = run
    return out


@remembered(256, "run")  # the same run again, so that what was seen on it is known again
def _rolled(run: Run, bottom_at: float) -> Run:
    return run.model_copy(update={"bottom_at": bottom_at})


def _row(
    said: Sighting, run: Run | None, place: Place, segment: Segment, about: tuple[Segment, ...], at_joint: bool,
    axis: AxisWords, scheme: Scheme,
) -> Resolved:  # fmt: skip
    """One sighting turned, rated and told, in its pipe; what was decided of it comes after."""
    pipe = (segment.index, segment.bore_in, segment.material)
    return _in_segment(_told(said, run, place, pipe, about, at_joint, axis, scheme), run, place, segment)


@remembered(12288, "told", "run")
def _in_segment(told: "_Told", run: Run | None, place: Place, segment: Segment) -> Resolved:
    rating, unrated = (told.rated, None) if isinstance(told.rated, Rating) else (None, told.rated)
    return Resolved(told.turned, run, place, segment, rating, unrated, told.finding)


@dataclass(frozen=True, slots=True)
class _Told:
    """A sighting turned with the flow, what it rates, and the finding: all but how far its pipe reaches."""

    turned: Sighting
    rated: Rating | Unrated
    finding: Finding


# a change to a lateral leaves most of its findings as they were: a line that grew by one more keeps them all
@remembered(12288, "said", "run", "scheme")
def _told(
    said: Sighting, run: Run | None, place: Place, pipe: tuple[int, float | None, str], about: tuple[Segment, ...],
    at_joint: bool, axis: AxisWords, scheme: Scheme,
) -> _Told:  # fmt: skip
    index, bore_in, material = pipe
    turned = _turned(said.model_copy(update={"at": "joint"}) if at_joint else said, run)
    stretch = (place.end or place.station or 0.0) - (place.station or 0.0)
    rated = rate(turned, bore_in, material, scheme, stretch)
    if about:
        pipes = dict.fromkeys((s.material, s.bore_in) for s in about)
        pipes.pop((material, bore_in), None)
        others = (rate(turned, other_bore, other, scheme, stretch) for other, other_bore in pipes)
        rated = _over([rated, *others], about)
    before = rate_as_found(turned, bore_in, material, scheme)
    return _Told(turned, rated, _finding(said, turned, run, place, index, axis, scheme, rated, before))


def _over(ratings: Sequence[Rating | Unrated], about: tuple[Segment, ...]) -> Rating | Unrated:
    """One rating over every pipe that a finding may lie in: the likeliest leads, and the reason names them."""
    if len(ratings) == 1:
        return ratings[0]
    rated = [r for r in ratings if isinstance(r, Rating)]
    if not rated or isinstance(ratings[0], Unrated):
        return ratings[0]
    if len({(r.low, r.likely, r.high) for r in rated}) == 1:
        return rated[0]
    which = " or ".join(dict.fromkeys(s.name for s in about))
    low, high = min(r.low for r in rated), max(r.high for r in rated)
    why = f"{rated[0].why}; it lies in {which}: which is not known"
    settle = rated[0].settle or "read the footage of the change of pipe, or of this"
    return Rating(low=low, likely=rated[0].likely, high=high, why=why, settle=settle)


def _with_their_sizes(visit: Visit) -> dict[str, Sighting]:
    """Looks that say no size of a thing that an earlier look sized: they keep it, for a look takes nothing away."""
    before: dict[str, Sighting] = {}
    out: dict[str, Sighting] = {}
    for s in visit.sightings:
        earlier = before.get(s.item)
        as_it_was = earlier is not None and earlier.kind == s.kind and s.state in (None, "in_place")
        if earlier is not None and as_it_was and s.size is None and earlier.size is not None:
            out[s.id] = _sized(s, earlier)
        before[s.item] = out.get(s.id, s)
    return out


@remembered(1024, "said", "earlier")
def _sized(said: Sighting, earlier: Sighting) -> Sighting:
    return said.model_copy(update={"size": earlier.size, "form": said.form or earlier.form})


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


def _cause_words(visit: Visit, placing: Placing, decided: dict[str, Item], axis: AxisWords) -> dict[str, str]:
    """What causes each item, in words, where it was said: ``offset at 60.0 ft``."""
    first: dict[str, Sighting] = {}
    for s in visit.sightings:
        first.setdefault(s.item, s)

    def named(item: str) -> str:
        if item not in first:
            return "something seen on another visit"
        place = placing.places[first[item].id]
        at = f" at {where_words(place, axis)}" if place.how == "station" else ""
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
        kinds = tuple(a for a in said.alternatives if a.kind != said.kind)
        return said.model_copy(update={"form": None, "alternatives": kinds})
    turned = {f: direction_with_flow(f, facing) for f in forms_said(said)}
    others = tuple(a.model_copy(update={"form": turned.get(a.form or "", a.form)}) for a in said.alternatives)
    return said.model_copy(update={"form": turned[said.form], "alternatives": others})


def _clock_with_flow(clock: Clock | None, run: Run | None) -> tuple[tuple[float, float] | None, bool]:
    """Hours with the flow, and whether the side cannot be told."""
    if clock is None or clock.all_round or clock.word == "sides":
        return None, False  # all round, or both sides: no one arc
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
    said: Sighting, turned: Sighting, run: Run | None, place: Place, segment: int, axis: AxisWords, scheme: Scheme,
    rated: Rating | Unrated, before: Rating | Unrated | None,
) -> Finding:  # fmt: skip
    kind = scheme.kinds.get(said.kind)
    # the hour of a roll tells how the picture stands, not where round the pipe something lies
    clock, is_open = (None, False) if said.kind == "rolled" else _clock_with_flow(said.clock, run)
    return Finding.worked_out(
        **_whereabouts(place),
        where=where_words(place, axis),
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
        segment=segment,
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
        photo=said.photo,
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
        "window_ft": place.window if place.how != "throughout" else None,
        "basis": place.basis,
    }


def _second_look(said: Sighting) -> str:
    """What a second look would have to settle; empty where nothing is open."""
    if said.alternatives:
        open_ = next((x for x in (kinds_said(said), forms_said(said), either_quality(said)) if len(x) > 1), ())
        return f"{either(open_)}: which?"
    return UNSURE_LOOK if said.sureness == "unsure" else ""
