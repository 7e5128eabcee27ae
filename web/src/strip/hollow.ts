import { useSyncExternalStore } from 'react';
import type { Finding } from '../api/client';

/** What is heard and not yet taken: drawn hollow on the strip, counted nowhere. */
export interface Hollow {
  findings: Finding[];
  /** Ids of those that the eye is on. */
  at: Set<string>;
}

const NONE: Hollow = { findings: [], at: new Set() };
let shown = NONE;
const listeners = new Set<() => void>();

export const hollow = {
  show: (next: Hollow | null) => {
    shown = next ?? NONE;
    for (const listener of listeners) listener();
  },
};

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

export const useHollow = () => useSyncExternalStore(subscribe, () => shown);

/** How far what is heard reaches [ft]: the axis is drawn to there. */
export const useHollowReach = () =>
  useSyncExternalStore(subscribe, () =>
    Math.max(0, ...shown.findings.filter((f) => f.how === 'station').map((f) => f.end_ft ?? f.station_ft ?? 0)),
  );
