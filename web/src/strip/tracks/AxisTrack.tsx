import { shownFt, tickStep } from '../get-axis';
import { SPARE_PX, useStrip } from '../use-strip';
import classes from './tracks.module.css';

/** Feet where there are feet; break marks where it is order only; a torn end where the main is not known. */
export function AxisTrack({ height }: { height: number }) {
  const { assessment, axis, left, drawing } = useStrip();
  const origin = assessment.origin_ft ?? 0;
  const step = tickStep(axis.pxPerFt);
  const torn = !assessment.reached_main;
  return (
    <g>
      {axis.pieces.map((p, index) => {
        const key = `${p.kind}${index}`;
        if (p.kind === 'slots')
          return (
            <path
              key={key}
              className={classes.ink}
              d={`M${p.x0 + 4} ${height - 9}l4 4l-4 4l4 4M${p.x1 - 8} ${height - 9}l4 4l-4 4l4 4`}
            />
          );
        const lines = (
          <path
            key={`${key}l`}
            fill="none"
            className={p.kind === 'raft' ? classes.dashed : classes.ink}
            d={`M${p.x0} ${height - 1}H${p.x1}`}
          />
        );
        const first = Math.ceil((p.start_ft - origin) / step) * step + origin;
        const ticks =
          p.kind === 'raft'
            ? []
            : Array.from({ length: Math.floor((p.end_ft - first) / step) + 1 }, (_, i) => first + i * step);
        return (
          <g key={key}>
            {lines}
            {p.kind === 'raft' && (
              <text x={p.x0 + 6} y={height - 7} className={classes.quiet}>
                raft: type one footage
              </text>
            )}
            {ticks.map((ft) => {
              const x = p.x0 + (ft - p.start_ft) * axis.pxPerFt;
              if (x < left - SPARE_PX || x > left + drawing + SPARE_PX) return null;
              return (
                <g key={ft}>
                  <path className={classes.tick} d={`M${x} ${height - 6}V${height}`} />
                  <text x={Math.max(x, 4)} y={height - 8} textAnchor="middle" className={classes.text}>
                    {shownFt(assessment, ft).replace('.0', '')}
                  </text>
                </g>
              );
            })}
          </g>
        );
      })}
      {torn && <path className={classes.ink} d={`M${axis.width - 1} 2l-4 5l4 4l-4 4l4 5`} />}
    </g>
  );
}
