import { describe, expect, it } from 'vitest';
import type { Pond, PondBand, Profile, WaterBands } from '../src/api/client';
import { getFallScale, nodesWithin } from '../src/strip/get-fall';
import { getTwin } from '../src/strip/TrackTables';
import { inchesWithin, sagWithin } from '../src/water/use-water';
import { assessment } from './specimen';

/** A line that falls 2 ft in 100, in a 4 in bore. */
const stations = Array.from({ length: 101 }, (_, i) => i);
const profile = {
  station_ft: stations,
  invert_ft: stations.map((s) => -0.02 * s),
  crown_ft: stations.map((s) => -0.02 * s + 1 / 3),
} as unknown as Profile;

describe('the Fall track', () => {
  it('takes the nodes in view and one beyond', () => {
    expect(nodesWithin(stations, 10.5, 20.5)).toEqual([10, 21]);
    expect(nodesWithin(stations, -50, -40)).toEqual([0, 1]);
    expect(nodesWithin(stations, 400, 500)).toEqual([99, 100]);
  });

  it('keeps the pipe inside the track, at one scale', () => {
    const { y, pxPerFt } = getFallScale(profile, null, [0, 100], 150, false);
    expect(y(1 / 3, 0)).toBeCloseTo(16);
    expect(y(-2, 100)).toBeCloseTo(142);
    expect(pxPerFt).toBeCloseTo(126 / (2 + 1 / 3));
  });

  it('takes the fall out by itself where an inch of water would be under 2 px', () => {
    const steep = { ...profile, invert_ft: stations.map((s) => -0.2 * s), crown_ft: stations.map((s) => -0.2 * s + 0.3) };
    expect(getFallScale(profile, null, [0, 100], 150, null).straight).toBe(false);
    const { y, straight } = getFallScale(steep as Profile, null, [0, 100], 150, null);
    expect(straight).toBe(true);
    expect(y(0, 0)).toBeCloseTo(y(-20, 100));
    expect(getFallScale(steep as Profile, null, [0, 100], 150, false).straight).toBe(false);
  });

  it('gives a wide band room, and never squeezes the pipe out', () => {
    const bands = { low_ft: stations.map(() => -400), high_ft: stations.map(() => 400) } as unknown as WaterBands;
    const { pxPerFt } = getFallScale(profile, bands, [0, 100], 150, false);
    expect(pxPerFt * (2 + 1 / 3)).toBeGreaterThan(126 / 6);
  });
});

describe('words of the water', () => {
  const pond = { id: 'i1', start_ft: 20, end_ft: 27, depth_in: 1.04, volume_gal: 0.3, cause_words: 'a step up', sag_in: 2 } as Pond;

  it('say a depth with its band, once that has come', () => {
    expect(inchesWithin(1.04, undefined)).toBe('1.0 in');
    expect(inchesWithin(1.04, [0.72, 1.31])).toBe('1.0 in (0.7–1.3)');
  });

  it('take the range of two readings before the band', () => {
    const band = { sag_in: [1, 3] } as unknown as PondBand;
    expect(sagWithin({ ...pond, sag_low_in: 1.4, sag_high_in: 2.7 }, band)).toBe('2.0 in (1.4–2.7)');
    expect(sagWithin({ ...pond, sag_low_in: null }, band)).toBe('2.0 in (1.0–3.0)');
    expect(sagWithin({ ...pond, sag_in: null }, band)).toBe('');
  });

  it('are the twins of the tracks', () => {
    const bands = { ponds: [{ id: 'i1', depth_in: [0.7, 1.3] }] } as unknown as WaterBands;
    const a = assessment({ ponds: [pond], water_not_known: [{ start_ft: 40, end_ft: 44, why: 'nobody looked' }] });
    expect(getTwin(a, 'Water', bands).rows).toEqual([
      ['20.0 to 27.0', '1.0 in (0.7–1.3)', '0.3 gal', 'a step up'],
      ['40.0 to 44.0', 'not known', '', 'nobody looked'],
    ]);
    expect(getTwin(a, 'Fall').rows).toEqual([]);
  });
});
