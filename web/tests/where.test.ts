import { describe, expect, it } from 'vitest';
import { findingsNear, getSection } from '../src/section/get-section';
import { getAxis, RAFT_PAD_PX, SLOT_PX, withOrigin } from '../src/strip/get-axis';
import { whereWords } from '../src/strip/get-where';
import { areaPath, linePath } from '../src/strip/paths';
import type { StripState } from '../src/strip/use-strip';
import { withRoom } from '../src/strip/words-room';
import { assessment, finding } from './specimen';

const MAIN = { name: 'main', station_ft: 60, backwards: true };

describe('where a finding lies, in words', () => {
  const yard = assessment();
  it.each([
    [{ station_ft: 12.34 }, '12.3'],
    [{ station_ft: 12, end_ft: 19 }, '12.0–19.0'],
    [{ station_ft: -0.04 }, '0.0'],
    [{ station_ft: -3, end_ft: 4 }, '-3.0 to 4.0'],
    [{ how: 'throughout' }, 'all along'],
    [{ how: 'order', station_ft: null, window_ft: [41, 60] }, '41.0…60.0'],
    [{ how: 'order', station_ft: null, window_ft: [41, null] }, 'order only'],
    [{ how: 'order', station_ft: null, window_ft: null }, 'order only'],
    [{ how: 'raft', raft: 'B', station_ft: 46 }, 'counter 46.0 ft'],
  ])('%j is %s', (some, words) => {
    expect(whereWords(yard, finding(some as never))).toBe(words);
  });

  it('is measured from the raft’s own start where nothing ties it', () => {
    const axis = [{ kind: 'raft', start_ft: 5, end_ft: 9, ids: [], raft: 'raft s4' }] as never;
    const told = finding({ how: 'raft', raft: 'raft s4', station_ft: 8 });
    expect(whereWords(assessment({ axis }), told)).toBe('raft +3.0 ft');
  });

  it('follows the origin shown, and reads an extent from its low end', () => {
    const main = withOrigin(assessment(), MAIN);
    expect(whereWords(main, finding({ station_ft: 12, end_ft: 19 }))).toBe('41.0–48.0');
    expect(whereWords(main, finding({ station_ft: 60 }))).toBe('0.0');
  });

  it('keeps order as order: no origin turns it into feet', () => {
    const order = assessment({ order_only: true });
    expect(withOrigin(order, MAIN)).toBe(order);
    expect(withOrigin(order, undefined)).toBe(order);
  });
});

describe('the axis with what has no footage', () => {
  const spans = [
    { kind: 'feet', start_ft: 0, end_ft: 20, ids: [], raft: '' },
    { kind: 'raft', start_ft: 5, end_ft: 9, ids: ['s4'], raft: 'raft s4' },
    { kind: 'feet', start_ft: 20, end_ft: 40, ids: [], raft: '' },
  ] as never;

  it('draws a raft to scale between what it lies between', () => {
    const axis = getAxis(assessment({ axis: spans }), 10);
    const [start, end] = axis.xOf(finding({ how: 'raft', raft: 'raft s4', station_ft: 6, end_ft: 8 }));
    expect(start).toBe(200 + RAFT_PAD_PX + 10);
    expect(end - start).toBe(20);
    expect(axis.stationAt(start)).toBeNull();
    expect(axis.width).toBe(200 + 2 * RAFT_PAD_PX + 40 + 200);
  });

  it('spans what is all along over its own segment, also where that starts at what has no footage', () => {
    const slots = [
      { kind: 'feet', start_ft: 0, end_ft: 20, ids: [], raft: '' },
      { kind: 'slots', ids: ['s2'], raft: '' },
      { kind: 'feet', start_ft: 20, end_ft: 40, ids: [], raft: '' },
    ] as never;
    const segments = [
      { index: 0, start_ft: 0, end_ft: null, starts_at: null, ends_at: 's2' },
      { index: 1, start_ft: null, end_ft: 40, starts_at: 's2', ends_at: null },
    ] as never;
    const change = finding({ id: 's2', how: 'order', station_ft: null });
    const axis = getAxis(assessment({ axis: slots, segments, findings: [change] }), 10);
    expect(axis.xOf(finding({ how: 'throughout', segment: 0 }))).toEqual([0, 200 + SLOT_PX / 2]);
    expect(axis.xOf(finding({ how: 'throughout', segment: 1 }))).toEqual([200 + SLOT_PX / 2, 400 + SLOT_PX]);
    expect(axis.xOf(finding({ how: 'throughout', segment: 7 }))).toEqual([0, axis.width]);
  });

  it('goes on to scale outside the feet it has', () => {
    const axis = getAxis(assessment(), 10);
    expect([axis.xOfStation(-2), axis.xOfStation(62)]).toEqual([-20, 620]);
    expect(axis.stationAt(601)).toBeNull();
  });
});

describe('the section at the cursor', () => {
  const section = {
    station_ft: [0, 10, 20, 30],
    segment: [0, 0, 0, 0],
    water_in: [null, 1, 2, null],
    invert_depth_ft: [4, 4.1, null, 4.3],
  };
  const ponds = [{ id: 'p1', start_ft: 8, end_ft: 22 }] as never;
  const clay = { index: 0, name: 'clay', bore_in: 4 } as never;
  const shown = assessment({ section, ponds, segments: [clay] } as never);
  const at = (ft: number, selected: string | null = null) =>
    ({ axis: getAxis(shown, 10), cursor: ft * 10, selected }) as unknown as StripState;

  it.each([
    [0, 'none known here', 4, undefined],
    [9, '1.0 in · 25 % of the bore', 4.1, 'p1'],
    [15, '1.0 in · 25 % of the bore', 4.1, 'p1'], // halfway: the row before
    [15.1, '2.0 in · 50 % of the bore', null, 'p1'],
    [29, 'none known here', 4.3, undefined],
  ])('at %f ft says %s', (ft, words, depth, pond) => {
    const found = getSection(shown, null, at(ft));
    expect(found.waterWords).toBe(words);
    expect(found.depth).toBe(depth);
    expect(found.pond?.id).toBe(pond);
  });

  it('is that of the finding picked, and none where it has no footage', () => {
    const findings = [finding({ id: 'a', station_ft: 20, band_ft: 0.4 }), finding({ id: 'b', how: 'order', station_ft: null })];
    const picked = { ...shown, findings };
    expect(getSection(picked, null, at(0, 'a'))).toMatchObject({ station: 20, band: 0.4, water_in: 2 });
    expect(getSection(picked, null, at(10, 'b'))).toMatchObject({ station: null, water_in: null, depth: null });
  });

  it('lists what lies within a foot of the cursor, a stretch from end to end, and the one picked wherever it is', () => {
    const findings = [
      finding({ id: 'near', station_ft: 10 }),
      finding({ id: 'far', station_ft: 12 }),
      finding({ id: 'stretch', station_ft: 2, end_ft: 9.5 }),
      finding({ id: 'all', how: 'throughout' }),
      finding({ id: 'picked', station_ft: 50 }),
    ];
    const wide = { ...at(10.5, 'picked'), axis: getAxis(shown, 20), cursor: 210 } as StripState;
    expect(findingsNear({ ...shown, findings }, wide).map((f) => f.id)).toEqual(['near', 'stretch', 'picked']);
  });
});

describe('a path', () => {
  it('is broken where there is nothing, and never drawn through it', () => {
    expect(linePath([0, 1, 2, 3], [5, null, 7, 8])).toBe('M0,5ZM2,7L3,8');
    expect(areaPath([0, 1], [1, 1], [2, null])).toBe('M0,2L0,1Z');
    expect(linePath([], [])).toBe('');
  });
  it('leaves out what the eye would not miss, and nothing else', () => {
    expect(linePath([0, 1, 2, 3], [0, 1, 2, 3])).toBe('M0,0L3,3');
    expect(linePath([0, 1, 2], [0, 0.04, 0])).toBe('M0,0L2,0');
    expect(linePath([0, 1, 2], [0, 0.2, 0])).toBe('M0,0L1,0.2L2,0');
    expect(linePath([0, 5, 5, 9], [1, 1, 4, 4])).toBe('M0,1L5,1L5,4L9,4'); // a step stays upright
    expect(areaPath([0, 1, 2], [5, 5, 5], [1, 2, 3])).toBe('M0,1L2,3L2,5L0,5Z');
  });
  it('passes every point within a tenth of a px, on any line', () => {
    let seed = 7;
    const random = () => {
      seed = (seed * 16807) % 2147483647;
      return seed / 2147483647;
    };
    for (let line = 0; line < 200; line++) {
      const rough = 10 ** (-2 + 3 * random());
      const xs = Array.from({ length: 60 }, (_, i) => i * 1.7);
      let y = 50;
      const ys = xs.map(() => {
        y += rough * (random() - 0.5);
        return y;
      });
      const drawn = linePath(xs, ys).slice(1).split('L').map((p) => p.split(',').map(Number) as [number, number]);
      xs.forEach((x, i) => {
        const at = Math.max(drawn.findIndex(([to]) => to >= x - 0.01), 1);
        const [[ax, ay], [bx, by]] = [drawn[at - 1] ?? [0, 0], drawn[at] ?? [0, 0]];
        expect(Math.abs(ay + ((by - ay) * (x - ax)) / (bx - ax) - (ys[i] ?? 0))).toBeLessThan(0.1);
      });
    }
  });
});

describe('words beside marks', () => {
  it('stand only where they have room until the next mark on their line', () => {
    const roots = { x: 0, y: 20, words: 'roots' }; // 5 letters of 6.2 px between two gaps of 14: 59 px
    expect(withRoom([roots, { x: 58, y: 20, words: 'crack' }])).toEqual([false, true]);
    expect(withRoom([roots, { x: 60, y: 20, words: 'crack' }])).toEqual([true, true]);
    expect(withRoom([roots, { x: 0, y: 20, words: 'crack' }])).toEqual([false, false]); // one place
    expect(withRoom([roots, { x: 20, y: 40, words: 'crack' }])).toEqual([true, true]); // another line
    expect(withRoom([])).toEqual([]);
  });
});
