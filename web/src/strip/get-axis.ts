import type { Assessment as Computed, Finding, Origin, SegmentShown } from '../api/client';

/** An assessment as shown: its feet may be read from another place than its datum. */
export type Assessment = Computed & { origin_ft?: number };

export const SLOT_PX = 48;
export const RAFT_PAD_PX = 24;
const LEAST_PX_PER_FT = 0.5;
const MOST_PX_PER_FT = 200;

export interface AxisPiece {
  kind: 'feet' | 'slots' | 'raft';
  x0: number;
  x1: number;
  start_ft: number;
  end_ft: number;
  ids: readonly string[];
  raft: string;
}

/** The axis at one scale: where everything lies, in px from the house end. */
export interface Axis {
  pxPerFt: number;
  width: number;
  pieces: AxisPiece[];
  /** Station [ft] to px; outside the feet it goes on from the nearest. */
  xOfStation: (station_ft: number) => number;
  /** Px to station [ft], or null where the axis is order, not feet. */
  stationAt: (x: number) => number | null;
  /** Start and end of a finding in px; a point has both equal. */
  xOf: (finding: Finding) => [number, number];
  xOfSegment: (segment: SegmentShown) => [number, number];
}

type Spans = Assessment['axis'];

const feetOf = (span: Spans[number]) => Math.max((span.end_ft ?? 0) - (span.start_ft ?? 0), 0);
const fixedOf = (span: Spans[number]) =>
  span.kind === 'slots' ? SLOT_PX * span.ids.length : span.kind === 'raft' ? 2 * RAFT_PAD_PX : 0;

/** The scale at which the whole axis fits a width [px/ft]. */
export function fitScale(spans: Spans, width: number): number {
  const feet = spans.reduce((sum, s) => sum + (s.kind === 'slots' ? 0 : feetOf(s)), 0);
  const fixed = spans.reduce((sum, s) => sum + fixedOf(s), 0);
  return feet > 0 ? clampScale(Math.max((width - fixed) / feet, 1)) : 10;
}

export const clampScale = (pxPerFt: number) => Math.min(MOST_PX_PER_FT, Math.max(LEAST_PX_PER_FT, pxPerFt));

function layOut(spans: Spans, pxPerFt: number): AxisPiece[] {
  let x = 0;
  return spans.map((span) => {
    const x0 = x;
    x += fixedOf(span) + (span.kind === 'slots' ? 0 : feetOf(span) * pxPerFt);
    const { start_ft, end_ft } = span;
    return { kind: span.kind, x0, x1: x, start_ft: start_ft ?? 0, end_ft: end_ft ?? 0, ids: span.ids, raft: span.raft };
  });
}

export function getAxis(assessment: Assessment, pxPerFt: number): Axis {
  const pieces = layOut(assessment.axis, pxPerFt);
  const width = pieces.at(-1)?.x1 ?? 0;
  const feet = pieces.filter((p) => p.kind === 'feet');
  const slots = new Map(
    pieces.flatMap((p) => (p.kind === 'slots' ? p.ids.map((id, i) => [id, p.x0 + SLOT_PX * (i + 0.5)] as const) : [])),
  );
  const rafts = new Map(pieces.filter((p) => p.kind === 'raft').map((p) => [p.raft, p]));

  const xOfStation = (s: number) => {
    const inside =
      feet.find((p) => s >= p.start_ft && s <= p.end_ft) ?? (s < (feet[0]?.start_ft ?? 0) ? feet[0] : feet.at(-1));
    return inside ? inside.x0 + (s - inside.start_ft) * pxPerFt : 0;
  };
  const stationAt = (x: number) => {
    const piece = pieces.find((p) => x >= p.x0 && x <= p.x1);
    return piece?.kind === 'feet' ? piece.start_ft + (x - piece.x0) / pxPerFt : null;
  };
  const xOfSegment = (segment: SegmentShown): [number, number] => {
    const bound = (id: string | null | undefined, station: number | null | undefined, otherwise: number) => {
      const told = assessment.findings.find((f) => f.id === id);
      if (told && told.how !== 'station') return xOf(told)[0];
      return station != null ? xOfStation(station) : otherwise;
    };
    return [bound(segment.starts_at, segment.start_ft, 0), bound(segment.ends_at, segment.end_ft, width)];
  };
  const xOf = (f: Finding): [number, number] => {
    const slot = slots.get(f.id);
    if (slot !== undefined) return [slot, slot];
    if (f.how === 'throughout') {
      const segment = assessment.segments[f.segment];
      return segment ? xOfSegment(segment) : [0, width];
    }
    const raft = rafts.get(f.raft);
    const at = (s: number) => (raft ? raft.x0 + RAFT_PAD_PX + (s - raft.start_ft) * pxPerFt : xOfStation(s));
    const start = at(f.station_ft ?? 0);
    return [start, f.end_ft != null ? at(f.end_ft) : start];
  };
  return { pxPerFt, width, pieces, xOfStation, stationAt, xOf, xOfSegment };
}

/** The assessment with its axis drawn as far as what is heard reaches: for the eye, before any of it counts. */
export function withReach(assessment: Assessment, reach_ft: number): Assessment {
  const last = assessment.axis.findLastIndex((s) => s.kind === 'feet');
  const far = last < 0 ? null : (assessment.axis[last]?.end_ft ?? 0);
  if (reach_ft <= (far ?? 0)) return assessment;
  const axis = [...assessment.axis];
  if (last >= 0) axis[last] = { ...(axis[last] as Spans[number]), end_ft: reach_ft };
  else axis.push({ kind: 'feet', start_ft: 0, end_ft: reach_ft, ids: [], raft: '' });
  return { ...assessment, axis, axis_words: last < 0 ? 'ft, as heard' : assessment.axis_words };
}

/** Feet between labelled ticks, so that labels keep at least 60 px apart. */
export function tickStep(pxPerFt: number): number {
  return [0.5, 1, 2, 5, 10, 20, 50, 100, 200].find((step) => step * pxPerFt >= 60) ?? 500;
}

/** A station as feet from the origin shown; from the main they count up towards the house. */
export const fromOrigin = (assessment: Assessment, station_ft: number) =>
  (station_ft - (assessment.origin_ft ?? 0)) * (assessment.axis_reversed ? -1 : 1);

/** The station of feet from the origin shown. */
export const toStation = (assessment: Assessment, feet: number) =>
  feet * (assessment.axis_reversed ? -1 : 1) + (assessment.origin_ft ?? 0);

/** A station for reading, in feet from the origin shown. */
export const shownFt = (assessment: Assessment, station_ft: number) => {
  const feet = fromOrigin(assessment, station_ft);
  return (Math.abs(feet) < 0.05 ? 0 : feet).toFixed(1);
};

/** The assessment with its feet read from another place; core stations do not change with it. */
export function withOrigin(assessment: Computed, origin: Origin | undefined): Assessment {
  if (!origin || assessment.order_only) return assessment;
  return {
    ...assessment,
    axis_words: `ft from ${origin.name}`,
    axis_reversed: origin.backwards,
    origin_ft: origin.station_ft,
  };
}
