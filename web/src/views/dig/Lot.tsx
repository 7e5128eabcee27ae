import type { Assessment } from '../../api/client';
import classes from './DigView.module.css';
import { apart } from './lot-names';

type Plan = NonNullable<Assessment['plan']>;
type Point = [number, number];
const [WIDTH, HEIGHT, EDGE] = [560, 330, 26];

/** Feet east and north to px: the whole lot fits, north up. */
function fit(plan: Plan) {
  const stakes = plan.stakes
    .flat()
    .flatMap((s) => (s.x_ft == null || s.y_ft == null ? [] : [[s.x_ft, s.y_ft] as Point]));
  const marks = plan.marks.flatMap((m) => (m.x_ft == null || m.y_ft == null ? [] : [[m.x_ft, m.y_ft] as Point]));
  const line = plan.line.map(([, x, y]) => [x, y] as Point);
  const all = [...plan.objects.flatMap((o) => o.points as Point[]), ...marks, ...line, ...stakes];
  const [xs, ys] = [all.map((p) => p[0]), all.map((p) => p[1])];
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const scale = Math.min((WIDTH - 2 * EDGE) / Math.max(x1 - x0, 10), (HEIGHT - 2 * EDGE) / Math.max(y1 - y0, 10));
  const [left, top] = [(WIDTH - (x1 - x0) * scale) / 2, (HEIGHT - (y1 - y0) * scale) / 2];
  return { scale, at: ([x, y]: Point): Point => [left + (x - x0) * scale, top + (y1 - y) * scale] };
}

/** Beside a point; in the middle of what is longer. */
function labelAt(points: Point[], at: (p: Point) => Point) {
  if (points.length === 1) return { x: at(points[0] as Point)[0] + 6, y: at(points[0] as Point)[1] - 6 };
  const mean = [0, 1].map((k) => points.reduce((sum, p) => sum + (p[k] ?? 0), 0) / points.length) as Point;
  return { x: at(mean)[0] + 4, y: at(mean)[1] + 4 };
}

/** The lot from above; nothing but words while nothing is drawn. */
export function Lot({ plan }: { plan: Assessment['plan'] }) {
  const empty = !plan || (plan.objects.length === 0 && plan.marks.every((m) => m.x_ft == null));
  if (empty)
    return (
      <p className={classes.none}>
        No plan yet. Draw what a tape can be held to, then the marks: digs get stakes with ties, else only feet along
        the pipe.
      </p>
    );
  const { at, scale } = fit(plan);
  const marks = plan.objects.flatMap((o) => (o.points.length === 1 ? [at(o.points[0] as Point)] : []));
  const names = apart(
    plan.objects.map((o) => ({ words: o.name, ...labelAt(o.points as Point[], at) })),
    marks,
  );
  const path = (points: Point[]) => points.map((p, n) => `${n ? 'L' : 'M'}${at(p).join(' ')}`).join('');
  const step = [1, 2, 5, 10, 20, 50, 100].find((ft) => ft * scale > 40) ?? 200;
  return (
    <figure className={classes.lot}>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label="The lot from above, north up">
        {plan.objects.map((o) => (
          <g key={o.name} data-kind={o.kind}>
            {o.points.length > 1 ? (
              <path d={path(o.points as Point[]) + (o.kind === 'house' ? 'Z' : '')} className={classes.thing} />
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
        <path d={path(plan.line.map(([, x, y]) => [x, y] as Point))} className={classes.line} />
        {plan.marks.map(
          (m) =>
            m.x_ft != null &&
            m.y_ft != null && (
              <g key={m.label} transform={`translate(${at([m.x_ft, m.y_ft]).join(' ')})`} data-mark={m.label}>
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
      </svg>
      <figcaption>
        {plan.checks.map((c) => (
          <p key={c}>▲ {c}</p>
        ))}
        {plan.marks
          .filter((m) => m.beside)
          .map((m) => (
            <p key={m.label}>{m.beside[0]?.toUpperCase() + m.beside.slice(1)}.</p>
          ))}
        {plan.marks
          .filter((m) => m.why)
          .map((m) => (
            <p key={m.label}>
              ▲ mark {m.label}: {m.why}
            </p>
          ))}
      </figcaption>
    </figure>
  );
}
