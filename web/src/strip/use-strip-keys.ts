import { type KeyboardEvent, useRef } from 'react';
import type { StripState } from './use-strip';

/** The strip's keys, while it has focus. */
export function useStripKeys(strip: StripState) {
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
      '+': () => strip.zoomAt(cursor, 1.5),
      '=': () => strip.zoomAt(cursor, 1.5),
      '-': () => strip.zoomAt(cursor, 1 / 1.5),
      Enter: () => {
        if (typed.current)
          strip.moveCursor(axis.xOfStation(Number(typed.current) * (strip.assessment.axis_reversed ? -1 : 1)));
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
