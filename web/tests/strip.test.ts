import { describe, expect, it } from 'vitest';
import { clampScale, fitScale, fromOrigin, getAxis, shownFt, SLOT_PX, tickStep, toStation, withOrigin } from '../src/strip/get-axis';
import { getTwin } from '../src/strip/TrackTables';
import { clockBars } from '../src/strip/tracks/WallTrack';
import { drawnSpan, type StripState } from '../src/strip/use-strip';
import { assessment, finding } from './specimen';

describe('the axis', () => {
  it('turns a station to px and back, over the whole range', () => {
    const axis = getAxis(assessment(), 12);
    for (let ft = 0; ft <= 60; ft += 0.5) expect(axis.stationAt(axis.xOfStation(ft))).toBeCloseTo(ft, 9);
    expect(axis.width).toBe(720);
  });

  it('holds slots for what is order only, and goes on after them', () => {
    const spans = [
      { kind: 'feet', start_ft: 0, end_ft: 20, ids: [], raft: '' },
      { kind: 'slots', ids: ['s2', 's3'], raft: '' },
      { kind: 'feet', start_ft: 20, end_ft: 40, ids: [], raft: '' },
    ] as never;
    const axis = getAxis(assessment({ axis: spans }), 10);
    const [second, third] = [finding({ id: 's2', how: 'order' }), finding({ id: 's3', how: 'order' })];
    expect(axis.xOf(third)[0] - axis.xOf(second)[0]).toBe(SLOT_PX);
    expect(axis.stationAt(axis.xOf(second)[0])).toBeNull();
    expect(axis.xOfStation(30)).toBe(200 + 2 * SLOT_PX + 100);
  });

  it('fits a width, and never leaves the scales it can draw', () => {
    expect(fitScale(assessment().axis, 880)).toBeCloseTo(880 / 60);
    expect(fitScale([], 880)).toBe(10);
    expect([clampScale(0), clampScale(1e9), clampScale(12)]).toEqual([0.5, 200, 12]);
    for (const scale of [0.5, 3, 12, 60, 200]) expect(tickStep(scale) * scale).toBeGreaterThanOrEqual(60);
  });

  it('reads feet from another place without moving a station', () => {
    const yard = assessment();
    const main = withOrigin(yard, { name: 'main', station_ft: 60, backwards: true });
    expect(shownFt(main, 45)).toBe('15.0');
    expect(toStation(main, fromOrigin(main, 12.5))).toBe(12.5);
    expect(main.axis_words).toBe('ft from main');
    expect(getAxis(main, 10).xOfStation(45)).toBe(getAxis(yard, 10).xOfStation(45));
    expect(withOrigin({ ...yard, order_only: true }, { name: 'main', station_ft: 60, backwards: true }).axis_words).toBe('ft from yard');
  });
});

describe('the wall', () => {
  it('draws a clock span about the crown, and one over six o’clock in two pieces', () => {
    const bars = (clock: [number, number]) => clockBars(finding({ clock }));
    expect(bars([9, 3])).toEqual([[0.25, 0.75]]);
    expect(bars([5, 7])).toEqual([[11 / 12, 1], [0, 1 / 12]]);
    expect(clockBars(finding({ clock: null }))).toEqual([[0, 1]]);
  });

  it('cuts what it draws to the window', () => {
    const strip = { left: 1000, drawing: 800 } as StripState;
    expect(drawnSpan(strip, 0, 100_000)).toEqual([380, 2420]);
    expect(drawnSpan(strip, 0, 10)[0]).toBe(drawnSpan(strip, 0, 10)[1]);
  });
});

describe('the twin of a track', () => {
  it('says in words what is drawn, in feet from the origin shown', () => {
    const a = assessment({
      findings: [finding({ station_ft: 12, words: 'roots, ball', rating: { likely: 4 } as never })],
      unseen: [{ start_ft: 40, end_ft: 60, feet: 20, why: 'the main was not reached' } as never],
    });
    expect(getTwin(a, 'Findings').rows).toEqual([['12.0', 'roots, ball', 4]]);
    expect(getTwin(a, 'Seen').rows).toEqual([['not seen', '40.0 to 60.0', 'the main was not reached']]);
    expect(getTwin(a, 'Water').rows).toEqual([]);
  });
});
