/** A name on the lot: what it says, and where it would begin [px]. */
export interface Name {
  words: string;
  x: number;
  y: number;
}

const LETTER_PX = 6;
const LINE_PX = 12;
const MOST_LINES = 4;

const covers = (a: Name, b: Name) =>
  a.x < b.x + b.words.length * LETTER_PX && b.x < a.x + a.words.length * LETTER_PX && Math.abs(a.y - b.y) < LINE_PX;

/** The names moved down until none covers one before it; each as little as it takes, in the order they came. */
export function apart(names: Name[]): Name[] {
  const out: Name[] = [];
  for (const name of names) {
    let placed = name;
    for (let n = 0; n < MOST_LINES && out.some((other) => covers(placed, other)); n++)
      placed = { ...placed, y: placed.y + LINE_PX };
    out.push(placed);
  }
  return out;
}
