import { describe, expect, it } from 'vitest';
import { apart } from '../src/views/dig/lot-names';

describe('names on the lot', () => {
  it('stay where they are while none covers another', () => {
    const names = [
      { words: 'oak', x: 0, y: 10 },
      { words: 'pole', x: 40, y: 10 },
      { words: 'gate', x: 0, y: 22 },
    ];
    expect(apart(names, [])).toEqual(names);
  });
  it('move down a line where they would cover one before them', () => {
    const near = [
      { words: 'gas meter', x: 10, y: 40 },
      { words: 'yard cleanout', x: 0, y: 46 },
    ];
    expect(apart(near, []).map((name) => name.y)).toEqual([40, 58]);
  });
  it('move down off a mark, and no further than it takes', () => {
    const name = { words: 'yard cleanout', x: 285, y: 449 };
    expect(apart([name], [[309, 445]])[0]?.y).toBe(461);
    expect(apart([name], [[278, 445]])[0]?.y).toBe(449);
    expect(apart([name], [[368, 445]])[0]?.y).toBe(449);
  });
});
