import { describe, expect, it } from 'vitest';
import { apart } from '../src/views/dig/lot-names';

describe('names on the lot', () => {
  it('stay where they are while none covers another', () => {
    const names = [
      { words: 'oak', x: 0, y: 10 },
      { words: 'pole', x: 40, y: 10 },
      { words: 'gate', x: 0, y: 22 },
    ];
    expect(apart(names)).toEqual(names);
  });
  it('move down a line where they would cover one before them', () => {
    const [first, second] = apart([
      { words: 'gas meter', x: 10, y: 40 },
      { words: 'yard cleanout', x: 0, y: 46 },
    ]);
    expect(first?.y).toBe(40);
    expect(second?.y).toBe(58);
  });
});
