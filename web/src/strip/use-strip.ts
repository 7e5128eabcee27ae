import { createContext, startTransition, useCallback, useContext, useMemo, useRef, useState } from 'react';
import type { Finding } from '../api/client';
import { type Assessment, type Axis, clampScale, fitScale, getAxis } from './get-axis';

export const GUTTER_PX = 104;
/** Room at both ends of the drawing, so that the first and last labels are whole. */
export const PAD_PX = 6;
/** Px drawn beyond the window at both ends: a short pan moves what is drawn, and draws nothing. */
export const SPARE_PX = 600;
const REST_MS = 120;

export interface StripState {
  assessment: Assessment;
  axis: Axis;
  /** Px of the axis at the drawing's left edge. */
  left: number;
  /** Cursor in px of the axis. */
  cursor: number;
  selected: string | null;
  /** A second finding picked beside the selected one: what `m` takes for the same thing. */
  second: string | null;
  pick: (finding: Finding | null) => void;
  /** Px of the drawing, as wide as the window lets it be. */
  drawing: number;
  select: (finding: Finding | null) => void;
  moveCursor: (x: number) => void;
  zoomAt: (x: number, factor: number) => void;
  pan: (by: number) => void;
  /** Moves what is drawn by px without drawing it again; the strip puts it here. */
  mover: { current: ((by: number) => void) | null };
  /** Px panned since what is drawn was drawn. */
  panned: () => number;
  fit: () => void;
  show: (x0: number, x1: number) => void;
  stepFinding: (by: 1 | -1) => void;
  /** The cursor goes to what the next answer adds. */
  follow: () => void;
}

type At = { station: number } | { id: string } | null;

/** Where the cursor stands: at first where the address asks, else on the worst finding; then where it was put, or on what the next answer adds. */
function useCursor(assessment: Assessment, askedFt: number | undefined) {
  const [at, setAt] = useState<At>(() => (askedFt === undefined ? worstOf(assessment) : askedOf(assessment, askedFt)));
  const [shown, setShown] = useState(assessment);
  const following = useRef(false);
  const follow = useCallback(() => {
    following.current = true;
  }, []);
  // in the same render as the answer: what was just added is selected without drawing everything twice
  if (shown !== assessment) {
    setShown(assessment);
    const known = new Set(shown.findings.map((f) => f.id));
    const added = following.current && assessment.findings.find((f) => !known.has(f.id));
    if (added) {
      following.current = false;
      setAt({ id: added.id });
    }
  }
  return { at, setAt, follow };
}

const NEAR_FT = 0.3;

/** What an address asks for: the finding at that footage, else the place itself. */
function askedOf(assessment: Assessment, feet: number): At {
  const station = assessment.axis_reversed ? -feet : feet;
  const off = (f: Finding) =>
    f.how === 'station' && f.station_ft != null ? Math.abs(f.station_ft - station) : Infinity;
  const nearest = [...assessment.findings].sort((a, b) => off(a) - off(b))[0];
  return nearest && off(nearest) <= NEAR_FT ? { id: nearest.id } : { station };
}

/** Scale, window and cursor of the strip: a window is a scale and a left edge, the rest is derived. */
export function useStripState(assessment: Assessment, drawing: number, askedFt?: number): StripState {
  const [scale, setScale] = useState<number | null>(null); // null: fitted
  const [leftAsked, drawFrom] = useState(0);
  const live = useRef(0);
  const mover = useRef<((by: number) => void) | null>(null);
  const rest = useRef(0);
  const setLeft = useCallback((x: number) => {
    live.current = x;
    drawFrom(x);
  }, []);
  const { at, setAt, follow } = useCursor(assessment, askedFt);
  const [picked, setPicked] = useState<string | null>(null);
  const fitted = useMemo(() => fitScale(assessment.axis, drawing), [assessment.axis, drawing]);
  const axis = useMemo(() => getAxis(assessment, scale ?? fitted), [assessment, scale, fitted]);
  const left = Math.max(0, Math.min(leftAsked, axis.width - drawing));
  const farthest = Math.max(0, axis.width - drawing);
  const pan = useCallback(
    (by: number) => {
      const next = Math.max(0, Math.min(live.current + by, farthest));
      live.current = next;
      mover.current?.(next - left);
      window.clearTimeout(rest.current);
      const draw = () => startTransition(() => drawFrom(live.current));
      if (Math.abs(next - left) > SPARE_PX * 0.6) draw();
      else rest.current = window.setTimeout(draw, REST_MS);
    },
    [left, farthest],
  );
  const panned = useCallback(() => Math.max(0, Math.min(live.current, farthest)) - left, [left, farthest]);
  const chosen = at && 'id' in at ? assessment.findings.find((f) => f.id === at.id) : undefined;
  const cursor = chosen ? axis.xOf(chosen)[0] : at && 'station' in at ? axis.xOfStation(at.station) : 0;

  const reveal = useCallback(
    (x: number) => {
      if (x < left + 20 || x > left + drawing - 20) setLeft(x - drawing / 2);
    },
    [left, drawing, setLeft],
  );
  const zoomAt = useCallback(
    (x: number, factor: number) => {
      const next = clampScale(Math.max(axis.pxPerFt * factor, Math.min(fitted, axis.pxPerFt)));
      const station = axis.stationAt(x);
      const after = getAxis(assessment, next);
      setScale(next <= fitted * 1.001 ? null : next);
      setLeft(left + (station === null ? x * (next / axis.pxPerFt) - x : after.xOfStation(station) - x));
    },
    [assessment, axis, fitted, left, setLeft],
  );
  const show = useCallback(
    (x0: number, x1: number) => {
      const next = clampScale(axis.pxPerFt * (drawing / Math.max(x1 - x0, 8)));
      const station = axis.stationAt(x0);
      setScale(next);
      setLeft(station === null ? x0 : getAxis(assessment, next).xOfStation(station));
    },
    [assessment, axis, drawing, setLeft],
  );
  const select = useCallback(
    (f: Finding | null) => {
      setPicked(null);
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
  const second = picked !== selected && assessment.findings.some((f) => f.id === picked) ? picked : null;
  const pick = useCallback((f: Finding | null) => setPicked(f?.id ?? null), []);
  // one value while nothing of it changed: what draws from it is not drawn again for a letter typed
  return useMemo(
    () => ({
      assessment,
      axis,
      left,
      cursor,
      selected,
      second,
      pick,
      drawing,
      select,
      moveCursor,
      zoomAt,
      pan,
      mover,
      panned,
      fit: () => {
        setScale(null);
        setLeft(0);
      },
      show,
      stepFinding,
      follow,
    }),
    [
      assessment,
      axis,
      left,
      cursor,
      selected,
      second,
      pick,
      drawing,
      select,
      moveCursor,
      zoomAt,
      pan,
      panned,
      show,
      stepFinding,
      setLeft,
    ],
  );
}

/** A stretch of the axis, cut to what is drawn: a fill of a hatch over a whole long line costs every frame. */
export function drawnSpan({ left, drawing }: StripState, a: number, b: number): [number, number] {
  const [low, high] = [left - SPARE_PX - 20, left + drawing + SPARE_PX + 20];
  return [Math.max(Math.min(a, high), low), Math.max(Math.min(b, high), low)];
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
