/** The recording being played, if any: the entry line asks its time, the table asks it to go back to one. */
export const playing: { time: () => number | null; seek: ((time_s: number) => void) | null } = {
  time: () => null,
  seek: null,
};

/** Seconds as a stamp the entry language reads, `[m:ss]`. */
export const stamp = (time_s: number) =>
  `[${Math.floor(time_s / 60)}:${String(Math.floor(time_s % 60)).padStart(2, '0')}]`;

/** A line with the recording's time in front, unless it has one or nothing plays. */
export const stamped = (line: string, time_s: number | null) =>
  time_s === null || /^\s*\[\d/.test(line) ? line : `${stamp(time_s)} ${line}`;
