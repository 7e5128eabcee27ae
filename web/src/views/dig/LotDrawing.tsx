import classes from './DigView.module.css';
import { EDGE, type Fit, HEIGHT, type Plan, type Point, WIDTH } from './lot-fit';
import { apart } from './lot-names';

export interface DrawingProps {
  plan: Plan;
  shape: Fit;
  /** A point on its way, and where it stood: it is drawn where it is. */
  moved: { id: string; at: Point; to: Point } | null;
}

/** Beside a point; in the middle of what is longer. */
function labelAt(points: Point[], at: Fit['at']) {
  if (points.length === 1) return { x: at(points[0] as Point)[0] + 6, y: at(points[0] as Point)[1] - 6 };
  const mean = [0, 1].map((k) => points.reduce((sum, p) => sum + (p[k] ?? 0), 0) / points.length) as Point;
  return { x: at(mean)[0] + 4, y: at(mean)[1] + 4 };
}

/** Things with their names, the line, marks with their ellipses, stakes, the scale. */
export function Drawing({ plan, shape: { at, scale, step }, moved }: DrawingProps) {
  const now = (id: string, stood: Point): Point => (moved?.id === id ? moved.to : stood);
  const objects = plan.objects.map((o) => ({
    ...o,
    points: (o.points as Point[]).map((p, k) => now(`${o.name} ${k}`, p)),
  }));
  const marked = moved?.id.startsWith('mark ') ? moved : null;
  const through = ([x, y]: Point): Point => (marked && marked.at[0] === x && marked.at[1] === y ? marked.to : [x, y]);
  const names = apart(
    objects.map((o) => ({ words: o.name, ...labelAt(o.points, at) })),
    objects.flatMap((o) => (o.points.length === 1 ? [at(o.points[0] as Point)] : [])),
  );
  const path = (points: Point[]) => points.map((p, n) => `${n ? 'L' : 'M'}${at(p).join(' ')}`).join('');
  return (
    <>
      {objects.map((o) => (
        <g key={o.name} data-kind={o.kind}>
          {o.points.length > 1 ? (
            <path d={path(o.points) + (o.kind === 'house' ? 'Z' : '')} className={classes.thing} />
          ) : (
            <rect
              x={at(o.points[0] as Point)[0] - 3}
              y={at(o.points[0] as Point)[1] - 3}
              width={6}
              height={6}
              className={classes.thing}
            />
          )}
        </g>
      ))}
      {names.map((name) => (
        <text key={name.words} x={name.x} y={name.y} className={classes.name}>
          {name.words}
        </text>
      ))}
      <path d={path(plan.line.map(([, x, y]) => through([x, y])))} className={classes.line} />
      {plan.marks.map(
        (m, i) =>
          m.x_ft != null &&
          m.y_ft != null && (
            <g
              key={m.label}
              transform={`translate(${at(now(`mark ${i}`, [m.x_ft, m.y_ft])).join(' ')})`}
              data-mark={m.label}
            >
              {m.ellipse && (
                <ellipse
                  rx={m.ellipse.a_ft * scale}
                  ry={m.ellipse.b_ft * scale}
                  transform={`rotate(${-m.ellipse.turn_deg})`}
                  className={classes.band}
                />
              )}
              <path d="M-5 -5L5 5M-5 5L5 -5" className={classes.mark} data-ours={m.ours} />
              <text x={8} y={4} className={classes.label}>
                {m.label}
              </text>
            </g>
          ),
      )}
      {plan.stakes.map((pair, n) =>
        pair.map(
          (s) =>
            s.x_ft != null &&
            s.y_ft != null && (
              <circle
                key={`${n} ${s.station_ft}`}
                cx={at([s.x_ft, s.y_ft])[0]}
                cy={at([s.x_ft, s.y_ft])[1]}
                r={4}
                className={classes.stake}
              />
            ),
        ),
      )}
      <path d={`M${EDGE} ${HEIGHT - 8}h${step * scale}`} className={classes.scale} />
      <text x={EDGE + step * scale + 6} y={HEIGHT - 4} className={classes.name}>
        {step} ft
      </text>
      <text x={WIDTH - 14} y={18} textAnchor="end" className={classes.name}>
        north ↑
      </text>
    </>
  );
}
