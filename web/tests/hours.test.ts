import { describe, expect, it } from 'vitest';
import { getHours } from '../src/section/get-hours';

const told = (clock: [number, number] | null, all = false, open = false) =>
  getHours({ clock, clock_all: all, clock_open: open });

describe('the hours a finding is drawn at', () => {
  it('runs clockwise, over twelve too', () => {
    expect(told([2, 5])).toEqual([2, 5]);
    expect(told([11, 1])).toEqual([11, 13]);
  });
  it('draws an hour alone wide enough to be seen', () => {
    expect(told([3, 3])).toEqual([2.5, 3.5]);
  });
  it('draws all round as a ring, and nothing where no hour was told', () => {
    expect(told([3, 3], true)).toEqual([0, 12]);
    expect(told(null)).toBeNull();
    expect(told([3, 3], false, true)).toBeNull();
  });
});
