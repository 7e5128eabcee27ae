import { useWater } from '../../water/use-water';
import { nodesWithin } from '../get-fall';
import { areaPath, linePath } from '../paths';
import { SPARE_PX, useStrip } from '../use-strip';
import { Band } from './Band';
import classes from './tracks.module.css';

const LABEL_PX = 84;

/** Depth at rest as a share of the bore, with its band; a reading at rest is a ring, a running one an open triangle. */
export function WaterTrack({ height }: { height: number }) {
  const { assessment, axis, left, drawing } = useStrip();
  const { profile, ponds, bands } = useWater();
  const base = height - 4;
  const running = assessment.findings.filter((f) => assessment.running_readings.includes(f.id));
  const crowded = (end_ft: number) => {
    const x = axis.xOfStation(end_ft);
    return x > axis.width - 90 || running.some((f) => axis.xOf(f)[1] > x && axis.xOf(f)[0] < x + 90);
  };
  /** A depth at a node as px from the track's top: a share of the bore there. */
  const y = (depth_in: number, i: number) => {
    const bore_ft = (profile?.crown_ft[i] ?? 1) - (profile?.invert_ft[i] ?? 0);
    return base - Math.min(depth_in / (12 * bore_ft), 1) * (height - 8);
  };
  const stations = profile?.station_ft ?? [];
  const at = (x: number) => axis.stationAt(Math.max(0, Math.min(x, axis.width)));
  const [a, b] = nodesWithin(stations, at(left - SPARE_PX) ?? -1e9, at(left + drawing + SPARE_PX) ?? 1e9);
  const nodes = stations.length ? Array.from({ length: b - a + 1 }, (_, i) => a + i) : [];
  const xs = nodes.map((i) => axis.xOfStation(stations[i] ?? 0));
  const ys = (column: readonly (number | null)[]) => nodes.map((i) => (column[i] == null ? null : y(column[i], i)));
  const depths = ys(profile?.depth_in ?? []);
  const banded = bands !== null && bands.depth_low_in.length === stations.length;
  // a label that would lie on the one before is left out: the Fall track and the table have its figure
  let free = Number.NEGATIVE_INFINITY;
  const labels = ponds.flatMap((p) => {
    const end = crowded(p.end_ft);
    const at = end ? axis.xOfStation(p.start_ft) - 8 : axis.xOfStation(p.end_ft) + 8;
    const words = `${p.depth_in.toFixed(1)} in · ${Math.round(p.share_of_depth * 100)} %`;
    const [from, to] = end ? [at - LABEL_PX, at] : [at, at + LABEL_PX];
    if (from < free) return [];
    free = to;
    return [{ id: p.id, x: at, end, words }];
  });
  return (
    <g>
      <path className={classes.waterLine} d={`M0 ${base}H${axis.width}`} />
      {assessment.water_not_known.map((n) => (
        <path
          key={`${n.start_ft} ${n.why}`}
          className={classes.unknown}
          d={`M${axis.xOfStation(n.start_ft)} ${base - 6}H${Math.max(axis.xOfStation(n.end_ft), axis.xOfStation(n.start_ft) + 6)}`}
        >
          <title>{n.why}</title>
        </path>
      ))}
      <path
        className={classes.water}
        stroke="none"
        d={areaPath(
          xs,
          depths.map(() => base),
          depths,
        )}
      />
      {banded && <Band d={areaPath(xs, ys(bands.depth_low_in), ys(bands.depth_high_in))} />}
      <path className={classes.waterLine} d={linePath(xs, depths)} />
      {labels.map(({ id, x, end, words }) => (
        <text key={id} x={x} y={base - 5} textAnchor={end ? 'end' : 'start'} className={classes.waterText}>
          {words}
        </text>
      ))}
      {profile?.readings
        .filter((r) => r.depth_in != null)
        .map((r) => (
          <circle
            key={r.id}
            cx={axis.xOfStation(r.station_ft)}
            cy={y(
              r.depth_in ?? 0,
              Math.max(
                stations.findIndex((s) => s >= r.station_ft),
                0,
              ),
            )}
            r={3}
            className={classes.waterLine}
          />
        ))}
      {running.map((f) => {
        const [from, to] = axis.xOf(f);
        return <path key={f.id} className={classes.waterLine} d={`M${(from + to) / 2 - 5} ${base - 3}h10l-5 -9z`} />;
      })}
    </g>
  );
}
