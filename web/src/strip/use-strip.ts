import { createContext, useCallback, useContext, useMemo, useState } from 'react';
import type { Assessment, Finding } from '../api/client';
import { type Axis, clampScale, fitScale, getAxis } from './get-axis';

export const GUTTER_PX = 104;
export const DRAWING_PX = 880;
/** Room at both ends of the drawing, so that the first and last labels are whole. */
export const PAD_PX = 6;

export interface StripState {
  assessment: Assessment;
  axis: Axis;
  /** Px of the axis at the drawing's left edge. */
  left: number;
  /** Cursor in px of the axis. */
  cursor: number;
  selected: string | null;
  select: (finding: Finding | null) => void;
  moveCursor: (x: number) => void;
  zoomAt: (x: number, factor: number) => void;
  pan: (by: number) => void;
  fit: () => void;
  show: (x0: number, x1: number) => void;
  stepFinding: (by: 1 | -1) => void;
}

/** Scale, window and cursor of the strip: a window is a scale and a left edge, the rest is derived. */
export function useStripState(assessment: Assessment): StripState {
  const [scale, setScale] = useState<number | null>(null); // null: fitted
  const [leftAsked, setLeft] = useState(0);
  const [at, setAt] = useState<{ station: number } | { id: string } | null>(() => worstOf(assessment));

  const fitted = useMemo(() => fitScale(assessment.axis, DRAWING_PX), [assessment.axis]);
  const axis = useMemo(() => getAxis(assessment, scale ?? fitted), [assessment, scale, fitted]);
  const left = Math.max(0, Math.min(leftAsked, axis.width - DRAWING_PX));
  const chosen = at && 'id' in at ? assessment.findings.find((f) => f.id === at.id) : undefined;
  const cursor = chosen ? axis.xOf(chosen)[0] : at && 'station' in at ? axis.xOfStation(at.station) : 0;

  const reveal = useCallback(
    (x: number) => {
      if (x < left + 20 || x > left + DRAWING_PX - 20) setLeft(x - DRAWING_PX / 2);
    },
    [left],
  );
  const zoomAt = useCallback(
    (x: number, factor: number) => {
      const next = clampScale(Math.max(axis.pxPerFt * factor, Math.min(fitted, axis.pxPerFt)));
      const station = axis.stationAt(x);
      const after = getAxis(assessment, next);
      setScale(next <= fitted * 1.001 ? null : next);
      setLeft(left + (station === null ? x * (next / axis.pxPerFt) - x : after.xOfStation(station) - x));
    },
    [assessment, axis, fitted, left],
  );
  const show = useCallback(
    (x0: number, x1: number) => {
      const next = clampScale(axis.pxPerFt * (DRAWING_PX / Math.max(x1 - x0, 8)));
      const station = axis.stationAt(x0);
      setScale(next);
      setLeft(station === null ? x0 : getAxis(assessment, next).xOfStation(station));
    },
    [assessment, axis],
  );
  const select = useCallback(
    (f: Finding | null) => {
      if (!f) return setAt(null);
      setAt({ id: f.id });
      reveal(axis.xOf(f)[0]);
    },
    [axis, reveal],
  );
  const moveCursor = useCallback(
    (x: number) => {
      const inside = Math.max(0, Math.min(x, axis.width));
      const station = axis.stationAt(inside);
      if (station !== null) setAt({ station });
      reveal(inside);
    },
    [axis, reveal],
  );
  const stepFinding = useCallback(
    (by: 1 | -1) => {
      const rows = assessment.findings;
      const here = rows.findIndex((f) => f.id === chosen?.id);
      const from = here >= 0 ? here : rows.findIndex((f) => axis.xOf(f)[0] >= cursor) - (by > 0 ? 1 : 0);
      const next = rows[Math.max(0, Math.min(rows.length - 1, from + by))];
      if (next) select(next);
    },
    [assessment, axis, chosen, cursor, select],
  );
  const selected = chosen?.id ?? null;
  // one value while nothing of it changed: what draws from it is not drawn again for a letter typed
  return useMemo(
    () => ({
      assessment,
      axis,
      left,
      cursor,
      selected,
      select,
      moveCursor,
      zoomAt,
      pan: (by: number) => setLeft(left + by),
      fit: () => {
        setScale(null);
        setLeft(0);
      },
      show,
      stepFinding,
    }),
    [assessment, axis, left, cursor, selected, select, moveCursor, zoomAt, show, stepFinding],
  );
}

/** Where the eye should go first: the worst finding. */
function worstOf(assessment: Assessment) {
  const rating = (f: Finding) => f.override ?? f.rating?.likely ?? 0;
  const worst = assessment.findings.reduce<Finding | null>((a, f) => (rating(f) > (a ? rating(a) : 0) ? f : a), null);
  return worst ? { id: worst.id } : null;
}

const StripContext = createContext<StripState | null>(null);
export const StripProvider = StripContext.Provider;

export function useStrip(): StripState {
  const strip = useContext(StripContext);
  if (!strip) throw new Error('A track must stand inside a Strip: wrap it in <StripProvider>.');
  return strip;
}
