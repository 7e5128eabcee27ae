import { type KeyboardEvent, useRef } from 'react';
import { toStation } from './get-axis';
import type { StripState } from './use-strip';

/** The strip's keys, while it has focus. */
export interface StripActs {
  /** Takes the selected and the picked finding for one thing. */
  same: () => void;
  /** Shows the next path. */
  swapPath: () => void;
  /** Shows the tracks as tables. */
  table: () => void;
  /** Takes the fall out of the drawing, or puts it back. */
  straighten: () => void;
}

export function useStripKeys(strip: StripState, acts: StripActs) {
  const typed = useRef('');
  return (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const { axis, cursor } = strip;
    const feet = (by: number) => strip.moveCursor(cursor + by * axis.pxPerFt);
    const keys: Record<string, () => void> = {
      ArrowLeft: () => feet(event.shiftKey ? -1 : -0.1),
      ArrowRight: () => feet(event.shiftKey ? 1 : 0.1),
      '[': () => strip.stepFinding(-1),
      ']': () => strip.stepFinding(1),
      j: () => nextJoint(strip, 1),
      J: () => nextJoint(strip, -1),
      m: acts.same,
      b: acts.swapPath,
      v: acts.table,
      t: acts.straighten,
      '+': () => strip.zoomAt(cursor, 1.5),
      '=': () => strip.zoomAt(cursor, 1.5),
      '-': () => strip.zoomAt(cursor, 1 / 1.5),
      Enter: () => {
        if (typed.current) strip.moveCursor(axis.xOfStation(toStation(strip.assessment, Number(typed.current))));
        typed.current = '';
      },
      Escape: () => document.querySelector<HTMLElement>('[data-entry]')?.focus(),
    };
    if (/^[0-9.]$/.test(event.key) && !(event.key === '0' && typed.current === '')) {
      typed.current += event.key;
      return;
    }
    const act = event.key === '0' ? strip.fit : keys[event.key];
    if (!act) return;
    event.preventDefault();
    act();
    if (event.key !== 'Enter') typed.current = '';
  };
}

/** The next joint down or up the line, observed or predicted. */
function nextJoint(strip: StripState, by: 1 | -1) {
  const { assessment, axis, cursor } = strip;
  const at = axis.stationAt(cursor);
  if (at === null) return;
  const joints = [
    ...assessment.findings.filter((f) => f.at === 'joint' && f.how === 'station').map((f) => f.station_ft ?? 0),
    ...assessment.segments.flatMap((s) => s.joints?.predicted_ft ?? []),
  ].sort((a, b) => a - b);
  const next = by > 0 ? joints.find((j) => j > at + 0.01) : joints.findLast((j) => j < at - 0.01);
  if (next !== undefined) strip.moveCursor(axis.xOfStation(next));
}
