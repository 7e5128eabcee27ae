import { describe, expect, it } from 'vitest';
import { drawnBy, fit, type Plan, type Point, pair, snapped } from '../src/views/dig/lot-fit';

const plan = (points: Point[]): Plan => ({
  objects: [{ name: 'house', kind: 'house', points }],
  marks: [],
  line: [],
  checks: [],
  stakes: [],
});

describe('the lot on its picture', () => {
  it('goes from feet to px and back, north up', () => {
    const { at, feet, scale } = fit(plan([[0, 0], [40, 0], [40, 30]]));
    expect(at([0, 30])[1]).toBeLessThan(at([0, 0])[1]);
    expect(at([10, 0])[0] - at([0, 0])[0]).toBeCloseTo(10 * scale);
    for (const p of [[0, 0], [40, 30], [-7.5, 12.25]] as Point[])
      for (const k of [0, 1] as const) expect(feet(at(p))[k]).toBeCloseTo(p[k]);
  });

  it('has room for a usual lot while nothing, or one thing, is drawn', () => {
    for (const { at } of [fit(null), fit(plan([[40, -20]]))])
      for (const [x, y] of [at([0, -60]), at([80, 20])]) {
        expect(x).toBeGreaterThanOrEqual(0);
        expect(x).toBeLessThanOrEqual(560);
        expect(y).toBeGreaterThanOrEqual(0);
        expect(y).toBeLessThanOrEqual(330);
      }
  });
});

describe('a point let go of', () => {
  it('stands on whole feet, on a point close by, or where it is to a tenth', () => {
    expect(snapped([10.4, -3.6], [], 4)).toEqual([10, -4]);
    expect(snapped([10.4, -3.6], [[11.5, -3]], 4)).toEqual([11.5, -3]); // 1.25 ft are 5 px
    expect(snapped([10.4, -3.6], [[12.4, -3.6]], 4)).toEqual([12.4, -3.6]); // 8 px: the farthest
    expect(snapped([10.4, -3.6], [[12.5, -3.6]], 4)).toEqual([10, -4]);
    expect(snapped([10.44, -3.68], [[10.4, -3.6]], 4, true)).toEqual([10.4, -3.7]);
    expect(Object.is(snapped([-0.2, 0], [], 4)[0], 0)).toBe(true);
  });
});

describe('a line that draws', () => {
  it('tells its points so far; others draw nothing', () => {
    expect(drawnBy('plan house: 0,0 40,0 40,30.5')).toEqual([[0, 0], [40, 0], [40, 30.5]]);
    expect(drawnBy('plan house:')).toEqual([]);
    expect(drawnBy('mark B 55: at 22,-57')).toEqual([[22, -57]]);
    expect(drawnBy('mark A 33: 12.5ft oak')).toBeNull();
    expect(drawnBy('plan house')).toBeNull();
    expect(drawnBy('41 roots 70%')).toBeNull();
  });

  it('is written as it is read', () => {
    expect(pair([10, -3.5])).toBe('10,-3.5');
    expect(drawnBy(`plan oak: ${pair([12.1, -4])}`)).toEqual([[12.1, -4]]);
  });
});
