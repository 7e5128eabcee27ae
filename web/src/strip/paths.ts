/** A px each point; null where there is nothing to draw. */
type Pixels = readonly (number | null)[];
type Point = readonly [x: number, y: number];

/** Finer than the eye: points so near to the line through their neighbours are not drawn. */
const WITHIN_PX = 0.05;
const WHOLE = 100; // of a px written

/** A line through points from left to right, broken where there is nothing. */
export function linePath(xs: Pixels, ys: Pixels): string {
  return runsOf(xs, ys)
    .map(([from, to]) => `M${joined(thinned(xs, ys, from, to))}${from === to ? 'Z' : ''}`)
    .join('');
}

/** The area between two lines, broken where either has nothing. */
export function areaPath(xs: Pixels, low: Pixels, high: Pixels): string {
  return runsOf(xs, low, high)
    .map(([from, to]) => `M${joined([...thinned(xs, high, from, to), ...thinned(xs, low, from, to).reverse()])}Z`)
    .join('');
}

/** First and last place of each stretch where every line has something. */
function runsOf(xs: Pixels, ...columns: Pixels[]): [number, number][] {
  const runs: [number, number][] = [];
  let from = -1;
  for (let i = 0; i <= xs.length; i++) {
    const there = i < xs.length && columns.every((ys) => ys[i] != null);
    if (there && from < 0) from = i;
    if (!there && from >= 0) runs.push([from, i - 1]);
    if (!there) from = -1;
  }
  return runs;
}

/**
 * The points of a stretch that a line needs to stay within a twentieth of a px of them all: from each kept point on, the
 * slopes that still pass all points since are narrowed, and the last point before none is left is kept.
 */
function thinned(xs: Pixels, ys: Pixels, from: number, to: number): Point[] {
  const x = (i: number) => xs[i] ?? 0;
  const y = (i: number) => ys[i] ?? 0;
  const kept = [from];
  let last = from;
  let [least, most] = [Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY];
  for (let i = from + 1; i <= to; i++) {
    const slope = (y(i) - y(last)) / (x(i) - x(last));
    if (i - 1 > last && !(slope >= least && slope <= most)) {
      last = i - 1;
      kept.push(last);
      [least, most] = [Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY];
    }
    least = Math.max(least, (y(i) - WITHIN_PX - y(last)) / (x(i) - x(last)));
    most = Math.min(most, (y(i) + WITHIN_PX - y(last)) / (x(i) - x(last)));
  }
  if (to > from) kept.push(to);
  return kept.map((i) => [x(i), y(i)]);
}

const written = (px: number) => Math.round(px * WHOLE) / WHOLE;
const joined = (points: readonly Point[]) => points.map(([x, y]) => `${written(x)},${written(y)}`).join('L');
