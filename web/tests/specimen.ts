import type { Assessment, Finding, SegmentShown } from '../src/api/client';

/** A finding with nothing said but what a test names. */
export const finding = (some: Partial<Finding>): Finding =>
  ({ id: 's1', item: 'i1', family: 'roots', kind: 'roots', words: 'roots', how: 'station', station_ft: 0, end_ft: null, raft: '', segment: 0, clock: null, clock_all: false, at: null, rating: null, override: null, ...some }) as Finding;

/** An assessment of one clay line from 0 to 60 ft, changed as a test names. */
export const assessment = (some: Partial<Assessment> = {}): Assessment =>
  ({
    axis: [{ kind: 'feet', start_ft: 0, end_ft: 60, ids: [], raft: '' }],
    axis_words: 'ft from yard',
    axis_reversed: false,
    order_only: false,
    findings: [],
    segments: [{ index: 0, name: 'clay', start_ft: 0, end_ft: 60, starts_at: null, ends_at: null, score: {}, verdict: { words: 'Serviceable' } } as unknown as SegmentShown],
    origins: [],
    landmarks: [],
    depths: [],
    digs: [],
    ponds: [],
    water_not_known: [],
    removable: [],
    profile: null,
    lanes: [],
    unseen: [],
    ...some,
  }) as unknown as Assessment;
