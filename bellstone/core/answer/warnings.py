"""What is accepted but looks wrong: named with its place and mend, and it stays until answered."""

from collections.abc import Iterator, Sequence
from zlib import crc32

from bellstone.core.findings import (
    OFF_JOINT_FT,
    AxisWords,
    Resolved,
    against_ratings,
    at_joint_in,
    axis_words_of,
    joints_of,
    off_pattern,
    spacing_not_of,
)
from bellstone.core.ground import IN_PER_FT, tidy
from bellstone.core.pipe import includes_six
from bellstone.core.profile import drains_in
from bellstone.core.record import LandmarkPosition, Lateral, PitchReading, Rec, Sighting, Visit, amount_middle
from bellstone.core.scheme import Scheme, size_bounds
from bellstone.core.stations import Coverage, Placing, ReadAtHead, Segment, is_behind
from bellstone.core.water import Part, pond_id, readings_shown


class Warning(Rec):
    """Something suspicious: accepted, and it stays until answered."""

    id: str
    where: str
    text: str
    mend: str


# Wear that only some materials can have (handbook 3.1).
WEAR_OF = {
    "pitted": ("cast_iron", "ductile_iron", "galvanized"), "scale_worn": ("cast_iron", "ductile_iron", "galvanized"),
    "channelled": ("cast_iron", "ductile_iron", "galvanized"), "aggregate": ("concrete",), "rough": ("concrete", "asbestos_cement"),
    "steel_showing": ("concrete",), "glaze_lost": ("clay",), "layers_lifting": ("fibre",),
}  # fmt: skip


def warnings_of(
    lateral: Lateral, visit: Visit, rows: Sequence[Resolved], segments: Sequence[Segment], coverage: Coverage,
    placing: Placing, scheme: Scheme, parts: Sequence[Part] = (),
) -> tuple[Warning, ...]:  # fmt: skip
    """Every warning not yet answered."""
    axis = axis_words_of(lateral, placing)
    answered = {a.warning for a in lateral.answers}
    found = [
        *_of_scheme(lateral, scheme),
        *_of_findings(rows, coverage, scheme),
        *_of_condition(rows),
        *_of_line(rows),
        *_of_changes(segments, axis),
        *_of_joints(rows, segments, axis),
        *_of_places(visit, rows, placing, axis),
        *_of_runs(placing),
        *_of_draining(visit, rows, parts),
        *_of_depths(visit),
        *_of_landmarks(visit, placing),
        *_of_shape(parts),
    ]
    return tuple(w for w in found if w.id not in answered)


def _of_findings(rows: Sequence[Resolved], coverage: Coverage, scheme: Scheme) -> Iterator[Warning]:
    for r in rows:
        s = r.sighting

        def warn(what: str, text: str, mend: str, r: Resolved = r) -> Warning:
            where = f"{r.finding.words} ({_at(r)})"
            return Warning(id=f"{what}:{r.sighting.id}", where=where, text=text, mend=mend)

        if s.kind == "wear" and s.form in WEAR_OF and r.segment.material not in (*WEAR_OF[s.form], "unknown"):
            yield warn(
                "material",
                f"{r.segment.name} cannot have {s.form.replace('_', ' ')} wear",
                "check the material here, or the word",
            )
        if s.kind == "blister" and r.segment.material not in ("fibre", "liner", "unknown"):
            yield warn("material", f"{r.segment.name} does not blister", "check the material here, or say deformed")
        if s.kind in ("standing", "submerged"):
            yield from _of_water(r, scheme, warn)
        if s.kind == "sound" and r.place.station is not None and coverage.end is not None and r.place.end is not None:
            unseen = [u for u in coverage.unseen if u.start_ft is not None and u.end_ft is not None]
            if any(
                u.start_ft < r.place.end and u.end_ft > r.place.station
                for u in unseen
                if u.start_ft is not None and u.end_ft is not None
            ):
                yield warn(
                    "unseen", "said to be sound, but part of it was not seen", "shorten the stretch, or say what saw it"
                )
        if r.unrated and r.unrated.why.startswith("no test"):
            yield warn("unrated", r.unrated.why, "say its form or size, or set the rating with a reason")
        if s.unread:
            yield warn("unread", f"not read: {', '.join(s.unread)}", "edit the row, or keep it as said")


def _of_condition(rows: Sequence[Resolved]) -> Iterator[Warning]:
    """A word for a stretch that what was rated there speaks against: the word stands beside the score."""
    for r, text in against_ratings(rows):
        where = f"{r.finding.words} ({_at(r)})"
        mend = "look there again, note what makes it so, or say it otherwise"
        yield Warning(id=f"condition:{r.sighting.id}", where=where, text=text, mend=mend)


def _of_water(r: Resolved, scheme: Scheme, warn: object) -> Iterator[Warning]:
    assert callable(warn)
    s, bore = r.sighting, r.segment.bore_in
    if s.size is not None and bore:
        bounds = size_bounds(s.size, "depth", bore, scheme)
        if bounds is not None and bounds.likely > bore * 1.0001:
            yield warn(
                "deep",
                f"{tidy(bounds.likely, 1)} in of water in a {tidy(bore)} in bore",
                "check the depth, or the bore",
            )
    clock = r.finding.clock
    if clock is not None and not includes_six(*clock):
        yield warn(
            "level", "still water drawn away from 6 o'clock", "the picture may be rolled: set where the bottom shows"
        )


def _at(r: Resolved) -> str:
    return r.finding.where


def _of_line(rows: Sequence[Resolved]) -> Iterator[Warning]:
    mains = [r for r in rows if r.sighting.kind in ("main",) and r.sighting.sureness != "unsure"]
    items = {r.sighting.item for r in mains}
    stations = [r.place.station for r in mains if r.place.station is not None and r.place.how == "station"]
    if len(items) > 1 and stations and max(stations) - min(stations) > 3:
        yield Warning(
            id="two_mains",
            where="the line",
            text=f"two mains, {max(stations) - min(stations):.1f} ft apart",
            mend="say which is the main, or that they are the same",
        )
    if stations:
        past = [
            r for r in rows if r.place.how == "station" and (r.place.end or r.place.station or 0.0) > max(stations) + 3
        ]
        for r in past:
            yield Warning(
                id=f"beyond:{r.sighting.id}",
                where=f"{r.finding.words} ({_at(r)})",
                text="past the main",
                mend="check its footage, or the main's",
            )


def _of_changes(segments: Sequence[Segment], axis: AxisWords) -> Iterator[Warning]:
    """Changes of pipe that change nothing, that nobody saw, or that are out of order."""
    for a, b in zip(segments, segments[1:], strict=False):
        if a.name == b.name and a.material != "unknown":
            yield Warning(
                id=f"same_pipe:{b.index}",
                where=f"change at {_station(b.start, axis)}",
                text=f"{a.name} on both sides of a change",
                mend="say what changed, such as old and new, or take it out",
            )
        if b.start is None and b.starts_at is None:
            yield Warning(
                id=f"unseen_change:{b.index}",
                where=f"{a.name} above, {b.name} below",
                text=f"nobody saw where it changes, between {_station(b.may_start, axis)} and {_station(b.latest_start, axis)}",
                mend="note the change where it was seen, or put the first pipe of a run right in Set up",
            )
        if a.start is not None and b.start is not None and a.start > b.start:
            yield Warning(
                id=f"order:{b.index}",
                where=f"change at {_station(b.start, axis)}",
                text="changes are out of order",
                mend="check their footages",
            )


def _station(value: float | None, axis: AxisWords) -> str:
    return "no footage" if value is None else axis.feet(value)


def _of_places(visit: Visit, rows: Sequence[Resolved], placing: Placing, axis: AxisWords) -> Iterator[Warning]:
    """What lies where its camera never was, and what was told in an order that leaves it no place."""
    runs = {run.id: run for run in visit.runs}
    told = {s.id: n for n, s in enumerate(visit.sightings)}
    by_id = {r.sighting.id: r for r in rows}
    for r in rows:
        run = runs.get(r.sighting.run or "")
        access = placing.landmark_stations.get(run.access) if run else None
        if (
            run
            and access is not None
            and r.place.how == "station"
            and is_behind(r.place.station or 0.0, access, run, placing.fits[run.id])
        ):
            yield Warning(
                id=f"behind:{r.sighting.id}",
                where=f"{r.finding.words} ({r.finding.where})",
                text=f"lies {abs((r.place.station or 0.0) - access):.1f} ft behind {run.access}, where run {run.name or run.id} "
                "never was: it is not counted as seen",
                mend="check its footage and the steps before it, or say that it was seen on a run the other way",
            )
        if r.place.how == "order" and r.place.low > r.place.high:
            pass_ = [s for s in visit.sightings if (s.run, s.travel) == (r.sighting.run, r.sighting.travel)]
            near = [
                by_id[s.id] for s in sorted(pass_, key=lambda s: abs(told[s.id] - told[r.sighting.id])) if s.id in by_id
            ]
            fixed = [n for n in near if n.place.how == "station"][:2]
            between = " and ".join(f"“{n.finding.entry}” at {n.finding.where}" for n in fixed)
            yield Warning(
                id=f"contradicts:{r.sighting.id}",
                where=f"“{r.finding.entry}”",
                text=f"what was told around it leaves it no place: {between or 'the two passes'} contradict each other",
                mend="check those footages, or say where the camera turned: pass back",
            )


def _of_scheme(lateral: Lateral, scheme: Scheme) -> Iterator[Warning]:
    if lateral.site.scheme and lateral.site.scheme != scheme.label:
        yield Warning(
            id=f"scheme:{scheme.label}",
            where="the coding scheme",
            text=f"{lateral.site.scheme} is not here: judged by {scheme.label}",
            mend="bring that scheme here, or choose one in Scheme",
        )


def _of_joints(rows: Sequence[Resolved], segments: Sequence[Segment], axis: AxisWords) -> Iterator[Warning]:
    """What the joint pattern makes doubtful: it only raises questions (handbook 2.3)."""
    for segment in segments:
        spacing = spacing_not_of(segment, rows)
        if spacing is not None:
            yield Warning(
                id=f"spacing:{segment.index}",
                where=f"{segment.name} from {_station(segment.start, axis)}",
                text=f"joints lie {spacing:g} ft apart, which is not usual for {segment.name}",
                mend="check the material here, or say that the pipe was laid so",
            )
        found = joints_of(segment, rows)
        if found is None or not found.certain:
            continue
        for r in at_joint_in(segment, rows):
            off = off_pattern(r, found)
            if off > OFF_JOINT_FT:
                yield Warning(
                    id=f"joint:{r.sighting.id}",
                    where=f"{r.finding.words} ({_at(r)})",
                    text=f"said at a joint, {off:.1f} ft from any of the {found.laid_ft:.1f} ft pattern",
                    mend="check its footage, or say it is in the barrel",
                )


def _of_runs(placing: Placing) -> Iterator[Warning]:
    for tie in placing.ties:
        for question in tie.questions:
            # named by what it asks: an answer stands for that question, wherever it comes among the others
            ident = f"run:{tie.run}:{crc32(question.encode()):x}"
            yield Warning(id=ident, where=f"run {tie.run}", text=question, mend="answer it in Set up")


def _of_draining(visit: Visit, rows: Sequence[Resolved], parts: Sequence[Part]) -> Iterator[Warning]:
    """A depth read at rest sooner than the line drains: as a flush test in the engine found, else by its length and grade."""
    if not parts:
        return
    drains = drains_in(parts[0].water.invert.reaches, visit.drain_down_min)
    known = "takes at least" if visit.drain_down_min is not None else "by its length and grade takes about"
    for r in rows:
        s = r.sighting
        if s.minutes_off is None or s.kind != "standing" or s.water != "rest":
            continue
        if amount_middle(s.minutes_off) < drains:
            yield Warning(
                id=f"early:{s.id}",
                where=f"{r.finding.words} ({_at(r)})",
                text=f"read too soon, {tidy(amount_middle(s.minutes_off), 1)} min after the water was off: this line {known} "
                f"{tidy(drains, 1)} min to drain down",
                mend="read it again, or keep it as more than there is",
            )


def _of_depths(visit: Visit) -> Iterator[Warning]:
    for d in visit.depths:
        if d.depth_ft.likely is not None and d.depth_ft.likely <= 0 and not d.failed:
            yield Warning(
                id=f"above:{d.id}",
                where=d.said or f"depth {d.id}",
                text=f"a depth of {tidy(d.depth_ft.likely, 2)} ft puts the head above the ground",
                mend="check the reading, or mark it failed",
            )


def _of_landmarks(visit: Visit, placing: Placing) -> Iterator[Warning]:
    """What was placed by a landmark that has no place itself: it is kept, and takes part in nothing."""
    known = ", ".join(placing.landmark_stations)
    told: tuple[Sighting | ReadAtHead, ...] = (*visit.sightings, *visit.depths, *visit.inverts, *visit.pitches)
    for one in told:
        mark = one.position.landmark if isinstance(one.position, LandmarkPosition) else None
        if mark is None or mark in placing.landmark_stations:
            continue
        yield Warning(
            id=f"nowhere:{one.id}",
            where=f"pitch {tidy(one.grade_pct, 2)} %" if isinstance(one, PitchReading) else one.said,
            text=f"“{mark}” has no place on this line, so this has none",
            mend=f"“41.5 = {mark}” gives it one; or say the footage{f', or go from {known}' if known else ''}",
        )


def _of_shape(parts: Sequence[Part]) -> Iterator[Warning]:
    """Readings that disagree with the rest, and water that something nobody recorded must hold."""
    for part in parts:
        for found in readings_shown(part, only_out=True):
            yield Warning(
                id=f"misfit:{found.id.replace(' ', '-')}",
                where=f"{found.words} ({part.water.invert.axis.feet(found.station_ft)})",
                text=f"{found.off_words} and was taken out; it may be {found.explains}",
                mend="check it, mark it unsure, or take it out",
            )
        for named in part.water.ponds:
            if named.why:
                yield Warning(
                    id=f"overruns:{pond_id(part, named)}",
                    where=f"water read at {part.water.invert.axis.span(named.pond.start, named.pond.end)}",
                    text=f"{named.why}: the heights there and what was read of the water disagree",
                    mend="check the depths and ground levels beside it, its footages, and the shore; until then it is shown as read",
                )
        for dam in part.water.dams:
            if dam.kind == "unrecorded":
                yield Warning(
                    id=f"held:{round(dam.start)}",
                    where=f"water above {part.water.invert.axis.feet(dam.start)}",
                    text=f"{dam.name} holds this water, about {tidy(dam.height * IN_PER_FT, 1)} in high",
                    mend="look there again: a step up, roots or something lodged, and note it",
                )
        for dry in part.water.dry_conflicts:
            yield Warning(
                id=f"dry:{round(dry.start)}",
                where=f"seen dry {part.water.invert.axis.span(dry.start, dry.end)}",
                text=f"the readings would have {tidy(dry.depth * IN_PER_FT, 1)} in of water here",
                mend="check the footages, and that it was dry with the water off",
            )
