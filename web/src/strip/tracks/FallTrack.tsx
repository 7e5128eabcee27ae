import { type PointerEvent, useRef, useState } from 'react';
import type { Profile, ReadingShown } from '../../api/client';
import { useWater } from '../../water/use-water';
import { type FallScale, getFallScale, nodesWithin } from '../get-fall';
import { areaPath, linePath } from '../paths';
import { SPARE_PX, useStrip } from '../use-strip';
import { Band } from './Band';
import classes from './tracks.module.css';

/** The pipe at pipe scale: invert and crown with their band, water, string lines, and every reading beside them. */
export function FallTrack({ height }: { height: number }) {
  const { assessment, axis, left, drawing } = useStrip();
  const water = useWater();
  const { profile, bands } = water;
  if (!profile)
    return (
      <text x={left + 8} y={20} className={classes.quiet}>
        The pipe's shape cannot be drawn: no stretch has footage, or it is over 3,000 ft long.
      </text>
    );
  const at = (x: number) => axis.stationAt(Math.max(0, Math.min(x, axis.width)));
  const ends = [profile.station_ft[0] ?? 0, profile.station_ft.at(-1) ?? 0];
  const inView: [number, number] = [at(left) ?? ends[0] ?? 0, at(left + drawing) ?? ends[1] ?? 0];
  const scale = getFallScale(profile, bands, inView, height, water.straight);
  const reach = SPARE_PX / axis.pxPerFt;
  const [a, b] = nodesWithin(profile.station_ft, inView[0] - reach, inView[1] + reach);
  const nodes = Array.from({ length: b - a + 1 }, (_, i) => a + i);
  const xs = nodes.map((i) => axis.xOfStation(profile.station_ft[i] ?? 0));
  const ys = (column: readonly (number | null)[]) =>
    nodes.map((i) => (column[i] == null ? null : scale.y(column[i], profile.station_ft[i] ?? 0)));
  const [inverts, crowns, levels] = [ys(profile.invert_ft), ys(profile.crown_ft), ys(profile.level_ft)];
  const banded = bands !== null && bands.low_ft.length === profile.station_ft.length;
  return (
    <g>
      <path className={classes.inside} d={areaPath(xs, inverts, crowns)} />
      <EarlierInvert scale={scale} />
      {banded && <Band d={areaPath(xs, ys(bands.low_ft), ys(bands.high_ft))} />}
      {water.playing ? (
        <Played profile={profile} scale={scale} />
      ) : (
        <path className={classes.water} stroke="none" d={areaPath(xs, inverts, levels)} />
      )}
      <path className={classes.waterLine} d={linePath(xs, levels)} />
      <path className={classes.ink} d={linePath(xs, crowns)} />
      <path className={classes.ink} strokeWidth={1.5} data-invert d={linePath(xs, inverts)} />
      <Dams scale={scale} />
      <Strings scale={scale} />
      <PondLabels scale={scale} />
      {profile.readings
        .filter((r) => r.z_ft != null && r.station_ft >= inView[0] - reach && r.station_ft <= inView[1] + reach)
        .map((r) => (
          <ReadingMark key={r.id} reading={r} scale={scale} height={height} />
        ))}
      <text x={left + drawing - 6} y={height - 5} textAnchor="end" className={classes.halo}>
        {[
          scale.straight && 'fall taken out: level water looks tilted',
          profile.relative && 'nothing ties it to the ground',
          assessment.invert_before && `dotted: as read on ${assessment.invert_before.visit}`,
          water.asIf && !water.what.moved && 'as if',
        ]
          .filter(Boolean)
          .join(' · ')}
      </text>
    </g>
  );
}

/** The invert as the visit before read it, dotted under the one that stands. */
function EarlierInvert({ scale }: { scale: FallScale }) {
  const { assessment, axis } = useStrip();
  const before = assessment.invert_before;
  if (!before) return null;
  const xs = before.station_ft.map((s) => axis.xOfStation(s));
  const ys = before.invert_ft.map((z, i) => scale.y(z, before.station_ft[i] ?? 0));
  return (
    <path className={classes.earlierInvert} data-before d={linePath(xs, ys)}>
      <title>{`the invert as read on ${before.visit}`}</title>
    </path>
  );
}

/** A string over each belly, from its spill point up to where the pipe lies as laid. */
function Strings({ scale }: { scale: FallScale }) {
  const { axis } = useStrip();
  return (
    <>
      {useWater().ponds.map((p) => {
        const [from, to] = p.string_ft ?? [];
        if (!from || !to) return null;
        const [fx, fz] = [from[0] ?? 0, from[1] ?? 0];
        const [tx, tz] = [to[0] ?? 0, to[1] ?? 0];
        const d = `M${axis.xOfStation(fx)} ${scale.y(fz, fx)}L${axis.xOfStation(tx)} ${scale.y(tz, tx)}`;
        return <path key={p.id} className={classes.string} d={d} />;
      })}
    </>
  );
}

/** What stands on the invert and holds water: as high as it is, gone where it is taken out for a look. */
function Dams({ scale }: { scale: FallScale }) {
  const { assessment, axis } = useStrip();
  const { profile, what } = useWater();
  return (
    <>
      {assessment.removable.map((d) => {
        const i = profile?.station_ft.findIndex((s) => s >= d.at_ft - 1e-6) ?? -1;
        if (i < 0 || what.without.includes(d.item)) return null;
        const x = axis.xOfStation(d.at_ft);
        const foot = scale.y(profile?.invert_ft[i] ?? 0, d.at_ft);
        const tall = Math.max((d.height_in / 12) * scale.pxPerFt, 2);
        return (
          <path key={d.item} className={classes.dam} d={`M${x - 4} ${foot}L${x} ${foot - tall}L${x + 4} ${foot}Z`}>
            <title>{`${d.name}, ${d.height_in.toFixed(1)} in`}</title>
          </path>
        );
      })}
    </>
  );
}

function PondLabels({ scale }: { scale: FallScale }) {
  const { axis } = useStrip();
  const { ponds, profile } = useWater();
  let last = Number.NEGATIVE_INFINITY;
  return (
    <>
      {ponds.map((p) => {
        const x = axis.xOfStation(p.deepest_at_ft);
        if (x - last < 46) return null;
        last = x;
        const i = profile?.station_ft.findIndex((s) => s >= p.deepest_at_ft) ?? -1;
        const crown = profile?.crown_ft[Math.max(i, 0)] ?? 0;
        return (
          <text
            key={p.id}
            x={Math.min(x, axis.width - 20)}
            y={Math.max(scale.y(crown, p.deepest_at_ft) - 4, 11)}
            textAnchor="middle"
            className={classes.waterText}
          >
            {p.depth_in.toFixed(1)} in
          </text>
        );
      })}
    </>
  );
}

/** The water of a flush test at the time that is played. */
function Played({ profile, scale }: { profile: Profile; scale: FallScale }) {
  const { axis } = useStrip();
  const { playing } = useWater();
  if (!playing) return null;
  const { station_ft: stations } = playing.played;
  const depths = playing.played.depth_in[playing.at] ?? [];
  const inverts = stations.map((s) => profile.invert_ft[profile.station_ft.findIndex((t) => t >= s - 1e-3)] ?? 0);
  const xs = stations.map((s) => axis.xOfStation(s));
  const low = stations.map((s, i) => scale.y(inverts[i] ?? 0, s));
  const high = low.map((y, i) => y - ((depths[i] ?? 0) / 12) * scale.pxPerFt);
  return (
    <>
      <path className={classes.water} stroke="none" data-played d={areaPath(xs, low, high)} />
      <path className={classes.waterLine} d={linePath(xs, high)} />
    </>
  );
}

const MARKS: Record<string, string> = {
  height: 'M-4 0h8M0 -4v8',
  rest: 'M-3.5 0a3.5 3.5 0 1 0 7 0a3.5 3.5 0 1 0 -7 0',
  shore: 'M-4 0l4 -4l4 4',
  under: 'M-4 -4h8v8h-8z',
};

/** A reading where it puts the invert, with its whiskers; dragged up or down it is taken anew. */
function ReadingMark({ reading, scale, height }: { reading: ReadingShown; scale: FallScale; height: number }) {
  const { axis } = useStrip();
  const { setWhat, what, drop } = useWater();
  const from = useRef<{ y: number; scale: number; top: number } | null>(null);
  const [moved, setMoved] = useState(0);
  const mine = what.moved === reading.id;
  const x = axis.xOfStation(reading.station_ft);
  const z = reading.z_ft ?? 0;
  const where = scale.y(z, reading.station_ft);
  // while it is dragged it stays under the pointer; the pipe follows it
  const y = from.current ? from.current.top + moved : Math.max(8, Math.min(where, height - 4));
  const half = Math.min(reading.band_ft * scale.pxPerFt, height);
  const movable = reading.can_move;
  const end = (event: PointerEvent<SVGGElement>) => {
    const start = from.current;
    from.current = null;
    event.stopPropagation();
    if (!start || !mine) return;
    drop();
  };
  return (
    <g
      transform={`translate(${x} ${y})`}
      className={classes.reading}
      data-out={reading.out || undefined}
      data-movable={movable || undefined}
      data-told={reading.id}
      onPointerDown={(event) => {
        if (!movable) return;
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        from.current = { y: event.clientY, scale: scale.pxPerFt, top: y };
        setMoved(0);
      }}
      onPointerMove={(event) => {
        const start = from.current;
        if (!start) return;
        event.stopPropagation();
        const by = event.clientY - start.y;
        if (Math.abs(by) < 2 && !mine) return;
        setMoved(by);
        setWhat({ moved: reading.id, up_ft: Math.round((-by / start.scale) * 1000) / 1000 });
      }}
      onPointerUp={end}
      onPointerCancel={() => {
        from.current = null;
        setWhat({ moved: null, up_ft: 0 });
      }}
    >
      <title>{`${reading.words}; ${reading.off_words}${reading.out ? '; taken out: it disagrees' : ''}`}</title>
      <path className={classes.whisker} d={`M0 ${-half}V${half}M-2 ${-half}h4M-2 ${half}h4`} />
      <path className={classes.target} d="M-8 -8h16v16h-16z" />
      <path className={classes.readingMark} d={MARKS[reading.kind] ?? MARKS.height} />
      {reading.out && (
        <>
          <path className={classes.ink} d="M-5 -5l10 10M-5 5l10 -10" />
          <text
            x={x > axis.width - 160 ? -8 : 8}
            y={4}
            textAnchor={x > axis.width - 160 ? 'end' : 'start'}
            className={classes.halo}
          >
            {reading.off_words}
          </text>
        </>
      )}
    </g>
  );
}
