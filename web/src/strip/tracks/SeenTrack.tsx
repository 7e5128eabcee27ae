import { drawnSpan, useStrip } from '../use-strip';
import classes from './tracks.module.css';

/** A lane a run: thick where graded, an arrow the way the head faced, T where it stopped, hatch where not seen. */
export function SeenTrack({ height }: { height: number }) {
  const strip = useStrip();
  const { assessment, axis } = strip;
  const lanes = assessment.lanes.filter((l) => l.start_ft != null && l.end_ft != null);
  const gap = height / Math.max(lanes.length + 1, 2);
  const packed = lanes.length > 4 && height < 40;
  return (
    <g>
      {assessment.unseen.map((u) => {
        if (u.start_ft == null) return null;
        const from = axis.xOfStation(u.start_ft);
        // open towards the house: it lies before the axis begins, and the T of its run says so
        if (u.end_ft == null && from < 1) return null;
        const to = u.end_ft != null ? axis.xOfStation(u.end_ft) : Math.max(axis.width, from);
        const [a, b] = drawnSpan(strip, from, to);
        return (
          <rect
            key={`${u.start_ft}${u.why}`}
            x={a}
            width={Math.max(b - a, 0)}
            y={1}
            height={height - 3}
            fill="url(#h-unseen)"
            className={classes.dashed}
          />
        );
      })}
      {lanes.map((lane, i) => {
        const [a, b] = [axis.xOfStation(lane.start_ft ?? 0), axis.xOfStation(lane.end_ft ?? 0)];
        const y = gap * (i + 1);
        const d = Math.sign(b - a) || 1;
        const end = lane.ended === 'stopped' ? `M${b} ${y - 4}v8` : `M${b - 6 * d} ${y - 4}L${b} ${y}l${-6 * d} 4`;
        const lost = lane.lost ?? [];
        return (
          <g key={lane.run}>
            <path className={classes.ink} strokeWidth={packed ? 1 : lane.graded ? 3 : 1} d={`M${a} ${y}H${b}`} />
            {lost.map(([from, to]) => (
              <path key={from} className={classes.lost} d={`M${axis.xOfStation(from)} ${y}H${axis.xOfStation(to)}`} />
            ))}
            {lane.ended === 'met' && <circle cx={b} cy={y} r={4} className={classes.ring} />}
            {!packed && lane.ended !== 'met' && <path className={classes.ink} strokeWidth={1.5} d={end} />}
            {height > 40 && (
              <text x={Math.min(a, b) + 4} y={y - 5} className={classes.text}>
                {`run ${lane.name}${lane.ended === 'stopped' ? ` · stopped: ${lane.end_reason}` : lane.ended === 'main' ? ' · to the main' : lane.ended === 'met' ? ' · met another head' : ''}${lane.minutes ? ` · ${lane.minutes.toFixed(0)} min` : ''}`}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}
