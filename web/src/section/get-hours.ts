import type { Finding } from '../api/client';

/** An hour alone is drawn so wide that it is seen. */
const LEAST_HOURS = 1;

/** From which hour to which a finding is drawn, clockwise with the flow; null where none was told. */
export function getHours({ clock, clock_all, clock_open }: Pick<Finding, 'clock' | 'clock_all' | 'clock_open'>) {
  if (clock_all) return [0, 12] as const;
  if (!clock || clock_open) return null;
  const [start, end] = clock as [number, number];
  const wide = (end - start + 12) % 12;
  const room = Math.max(LEAST_HOURS - wide, 0) / 2;
  return [start - room, start + wide + room] as const;
}
