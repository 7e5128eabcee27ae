import type { Assessment } from '../../api/client';

export type Plan = NonNullable<Assessment['plan']>;
/** Feet east and north of the lot's own zero, or px on its picture. */
export type Point = [number, number];
export const [WIDTH, HEIGHT, EDGE] = [560, 330, 26];
const EMPTY_LOT: Point[] = [
  [0, -60],
  [80, 20],
];
const SNAP_PX = 8;
const STEPS_FT = [1, 2, 5, 10, 20, 50, 100];
const LEAST_STEP_PX = 40;

export interface Fit {
  /** px a foot */
  scale: number;
  at: (feet: Point) => Point;
  feet: (px: Point) => Point;
  /** How many feet lie between two lines of the grid. */
  step: number;
}

const placed = (things: { x_ft?: number | null; y_ft?: number | null }[]) =>
  things.flatMap((t) => (t.x_ft == null || t.y_ft == null ? [] : [[t.x_ft, t.y_ft] as Point]));

/** Feet east and north to px and back: the whole lot fits, north up; one not drawn yet is a usual one. */
export function fit(plan: Plan | null): Fit {
  const objects = plan?.objects.flatMap((o) => o.points as Point[]) ?? [];
  const line = plan?.line.map(([, x, y]) => [x, y] as Point) ?? [];
  const drawn = [...objects, ...placed(plan?.marks ?? []), ...line, ...placed(plan?.stakes.flat() ?? [])];
  const all = drawn.length > 1 ? drawn : [...EMPTY_LOT, ...drawn];
  const [xs, ys] = [all.map((p) => p[0]), all.map((p) => p[1])];
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const scale = Math.min((WIDTH - 2 * EDGE) / Math.max(x1 - x0, 10), (HEIGHT - 2 * EDGE) / Math.max(y1 - y0, 10));
  const [left, top] = [(WIDTH - (x1 - x0) * scale) / 2, (HEIGHT - (y1 - y0) * scale) / 2];
  return {
    scale,
    at: ([x, y]) => [left + (x - x0) * scale, top + (y1 - y) * scale],
    feet: ([x, y]) => [x0 + (x - left) / scale, y1 - (y - top) / scale],
    step: STEPS_FT.find((ft) => ft * scale > LEAST_STEP_PX) ?? 200,
  };
}

/** A place let go of: on a point close by, else on whole feet; `fine` leaves it to a tenth of a foot. */
export function snapped([x, y]: Point, others: Point[], scale: number, fine = false): Point {
  const near = others.find(([a, b]) => Math.hypot(a - x, b - y) * scale <= SNAP_PX);
  if (near && !fine) return near;
  const to = fine ? 10 : 1;
  return [Math.round(x * to) / to + 0, Math.round(y * to) / to + 0];
}

const PAIR = /(-?\d+(?:\.\d+)?),\s*(-?\d+(?:\.\d+)?)/g;
const DRAWING = /^\s*(?:plan\b[^:]*:|mark\b[^:]*:.*\bat\b)/i;

/** The points that a line being typed draws so far; null where it draws nothing on the lot. */
export function drawnBy(line: string): Point[] | null {
  if (!DRAWING.test(line)) return null;
  const told = line.slice(line.indexOf(':') + 1);
  return [...told.matchAll(PAIR)].map((m) => [Number(m[1]), Number(m[2])] as Point);
}

/** Feet as one reads them: whole where they are. */
export const ft = (value: number) => String(Math.round(value * 10) / 10);
export const pair = ([x, y]: Point) => `${ft(x)},${ft(y)}`;
