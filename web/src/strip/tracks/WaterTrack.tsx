import { area, line } from 'd3-shape';
import { useStrip } from '../use-strip';
import classes from './tracks.module.css';

/** Depth at rest as a share of the bore; a reading at rest is a ring, a running one an open triangle. */
export function WaterTrack({ height }: { height: number }) {
  const { assessment, axis } = useStrip();
  const base = height - 4;
  const boreAt = (ft: number) =>
    assessment.segments.find((s) => (s.start_ft ?? -1e9) <= ft && ft <= (s.end_ft ?? 1e9))?.bore_in ?? 4;
  const running = assessment.findings.filter((f) => assessment.running_readings.includes(f.id));
  const crowded = (end_ft: number) => {
    const x = axis.xOfStation(end_ft);
    return x > axis.width - 90 || running.some((f) => axis.xOf(f)[1] > x && axis.xOf(f)[0] < x + 90);
  };
  return (
    <g>
      <path className={classes.waterLine} d={`M0 ${base}H${axis.width}`} />
      {assessment.ponds.map((p) => {
        const bore = boreAt(p.deepest_at_ft);
        const y = (depth: number) => base - Math.min(depth / bore, 1) * (height - 8);
        const x = (point: number[]) => axis.xOfStation(point[0] ?? 0);
        const level = (point: number[]) => y(point[1] ?? 0);
        const middle = axis.xOfStation(p.deepest_at_ft);
        return (
          <g key={p.start_ft}>
            <path className={classes.water} stroke="none" d={area<number[]>(x, base, level)(p.shape) ?? ''} />
            <path className={classes.waterLine} d={line<number[]>(x, level)(p.shape) ?? ''} />
            <circle cx={middle} cy={y(p.depth_in)} r={3} className={classes.waterLine} />
            <text
              x={crowded(p.end_ft) ? axis.xOfStation(p.start_ft) - 8 : axis.xOfStation(p.end_ft) + 8}
              y={base - 5}
              textAnchor={crowded(p.end_ft) ? 'end' : 'start'}
              className={classes.waterText}
            >
              {p.depth_in.toFixed(1)} in{p.share_of_depth ? ` · ${Math.round(p.share_of_depth * 100)} %` : ''}
            </text>
          </g>
        );
      })}
      {running.map((f) => {
        const [a, b] = axis.xOf(f);
        return <path key={f.id} className={classes.waterLine} d={`M${(a + b) / 2 - 5} ${base - 3}h10l-5 -9z`} />;
      })}
    </g>
  );
}
