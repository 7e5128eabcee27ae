import { area, line } from 'd3-shape';

/** A px each point; null where there is nothing to draw. */
type Pixels = readonly (number | null)[];

/** Finer than the eye, and half the text of a full number. */
const DIGITS = 2;

const both = (xs: Pixels, ...columns: Pixels[]) => {
  const there = (i: number) => columns.every((ys) => ys[i] != null);
  return { points: xs.map((_, i) => i), there, at: (column: Pixels) => (i: number) => column[i] ?? 0 };
};

/** A line through points, broken where there is nothing. */
export function linePath(xs: Pixels, ys: Pixels): string {
  const { points, there, at } = both(xs, ys);
  return line<number>(at(xs), at(ys)).defined(there).digits(DIGITS)(points) ?? '';
}

/** The area between two lines, broken where either has nothing. */
export function areaPath(xs: Pixels, low: Pixels, high: Pixels): string {
  const { points, there, at } = both(xs, low, high);
  return area<number>(at(xs), at(low), at(high)).defined(there).digits(DIGITS)(points) ?? '';
}
