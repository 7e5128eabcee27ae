/** Words beside a mark: where they begin, and how high the mark stands [px]. */
export interface Worded {
  x: number;
  y: number;
  words: string;
}

const LETTER_PX = 6.2; // of the strip's small type, on the whole
const LINE_PX = 13;
const GAP_PX = 14; // from a mark to its words

/** Which words have room until the next mark on their line: words over words tell nothing, and the Log has them. */
export function withRoom(all: readonly Worded[]): boolean[] {
  return all.map((one) => {
    const next = all
      .filter((other) => other !== one && other.x >= one.x && Math.abs(other.y - one.y) < LINE_PX)
      .reduce((nearest, other) => Math.min(nearest, other.x), Number.POSITIVE_INFINITY);
    return one.x + GAP_PX + one.words.length * LETTER_PX <= next - GAP_PX;
  });
}
