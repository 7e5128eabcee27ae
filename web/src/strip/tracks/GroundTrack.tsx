import { useStrip } from '../use-strip';
import classes from './tracks.module.css';

/** The surface, depths read from it as plumb lines, and the windows one would dig. */
export function GroundTrack({ height }: { height: number }) {
  const { assessment, axis } = useStrip();
  const placed = assessment.depths.filter((d) => d.station_ft != null);
  const deepest = Math.max(...placed.map((d) => d.depth_ft), 4);
  const y = (depth: number) => 6 + (depth / deepest) * (height - 9);
  const line = placed
    .map((d) => [axis.xOfStation(d.station_ft ?? 0), y(d.depth_ft)] as const)
    .sort((a, b) => a[0] - b[0])
    .map(([x, d], i) => `${i ? 'L' : 'M'}${x} ${d}`)
    .join('');
  return (
    <g>
      <path className={classes.hair} d={`M0 6H${axis.width}`} />
      {assessment.digs.map((d) => {
        const [a, b] = [axis.xOfStation(d.start_ft), axis.xOfStation(d.end_ft)];
        return (
          <g key={d.centre_ft}>
            <rect
              x={a}
              width={Math.max(b - a, 3)}
              y={6}
              height={height - 10}
              fill="url(#h-ground)"
              className={classes.dashed}
            />
            <text x={a + 4} y={height - 7} className={classes.text}>
              {b - a > 22 ? 'dig' : ''}
            </text>
          </g>
        );
      })}
      <path className={classes.ink} strokeWidth={1.5} d={line} />
      {placed.map((d) => {
        const x = axis.xOfStation(d.station_ft ?? 0);
        return (
          <g key={d.id}>
            <path className={classes.dashed} d={`M${x} 6V${y(d.depth_ft)}`} />
            <path d={`M${x - 4} 2h8l-4 5z`} fill="var(--ink)" />
            <text
              x={x > axis.width - 40 ? x - 5 : x + 5}
              y={16}
              textAnchor={x > axis.width - 40 ? 'end' : 'start'}
              className={classes.text}
            >
              {d.depth_ft.toFixed(1)} ft
            </text>
          </g>
        );
      })}
      {placed.length === 0 && (
        <text x={8} y={height - 8} className={classes.quiet}>
          no depth read from the surface
        </text>
      )}
    </g>
  );
}
