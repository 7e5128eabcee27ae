import { useState } from 'react';
import type { Step } from '../steps';
import type { WindowShape } from '../views/desk/use-window';

export type TrackName = 'Findings' | 'Ground' | 'Fall' | 'Wall' | 'Water' | 'Soundness' | 'Seen';
export const TRACK_NAMES: TrackName[] = ['Findings', 'Ground', 'Fall', 'Wall', 'Water', 'Soundness', 'Seen'];
export const WHOLE_PX = 18;
export const LINES_PX = 34;
export const AXIS_PX = 22;

/** Heights in px of the tracks each step works on; what is left out is closed there. */
const HEIGHTS: Record<Step, Partial<Record<TrackName, number>>> = {
  setup: { Findings: 24, Wall: 40, Seen: 72 },
  log: { Findings: 24, Ground: 34, Wall: 96, Water: 24, Soundness: 24, Seen: 18 },
  pipe: { Findings: 24, Ground: 34, Wall: 110, Soundness: 24, Seen: 36 },
  water: { Findings: 24, Ground: 46, Fall: 150, Wall: 48, Water: 48, Seen: 18 },
  judge: { Findings: 24, Ground: 34, Wall: 64, Water: 24, Soundness: 56, Seen: 18 },
  dig: { Findings: 24, Ground: 84, Wall: 40, Seen: 18 },
  report: {},
};
/** Height of a track opened where its step leaves it closed. */
const OPENED: Record<TrackName, number> = {
  Findings: 24,
  Ground: 34,
  Fall: 120,
  Wall: 64,
  Water: 24,
  Soundness: 24,
  Seen: 36,
};
/** Closed where a step begins in a low window, so that its panel has room. */
const CLOSED_LOW: Partial<Record<Step, TrackName>> = { water: 'Wall' };
/** On a small window the strip keeps these, at these heights. */
const SMALL: Partial<Record<TrackName, number>> = { Findings: 28, Wall: 110, Water: 36, Seen: 36 };
/** In a window that has hardly any height. */
const FLAT: Partial<Record<TrackName, number>> = { Findings: 28 };
const SMALL_WATER: Partial<Record<TrackName, number>> = { Findings: 28, Fall: 120, Water: 40, Seen: 36 };

export interface Tracks {
  open: [TrackName, number][];
  closed: TrackName[];
  /** Opens a closed track, closes an open one; kept for this step. */
  toggle: (name: TrackName) => void;
}

/** Which tracks are open on a step: its own, but for what was opened or closed by hand. */
export function useTracks(step: Step, { small, low, flat }: WindowShape): Tracks {
  const [byHand, setByHand] = useState<Partial<Record<string, boolean>>>({});
  const own =
    flat && step !== 'report'
      ? FLAT
      : small && step !== 'report'
        ? step === 'water'
          ? SMALL_WATER
          : SMALL
        : HEIGHTS[step];
  const begins = (name: TrackName) => own[name] !== undefined && !(low && CLOSED_LOW[step] === name);
  const isOpen = (name: TrackName) => byHand[`${step} ${name}`] ?? begins(name);
  const shown = step === 'report' ? [] : TRACK_NAMES;
  return {
    open: shown.filter(isOpen).map((name) => [name, own[name] ?? OPENED[name]]),
    closed: shown.filter((name) => !isOpen(name)),
    toggle: (name) => setByHand((now) => ({ ...now, [`${step} ${name}`]: !isOpen(name) })),
  };
}
