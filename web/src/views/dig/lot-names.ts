/** A name on the lot: what it says, and where it would begin [px]. */
export interface Name {
  words: string;
  x: number;
  y: number;
}

const LETTER_PX = 6;
const LINE_PX = 12;
const MOST_LINES = 4;

const MARK_PX = 4;

const right = (name: Name) => name.x + name.words.length * LETTER_PX;
const covers = (a: Name, b: Name) => a.x < right(b) && b.x < right(a) && Math.abs(a.y - b.y) < LINE_PX;
/** Whether the letters, which stand a line high upon y, lie over a mark. */
const hides = (a: Name, [x, y]: [number, number]) =>
  a.x < x + MARK_PX && x - MARK_PX < right(a) && a.y - LINE_PX < y + MARK_PX && y - MARK_PX < a.y;

/** The names moved down until none covers one before it or a mark [px]; each as little as it takes, in the order they came. */
export function apart(names: Name[], marks: [number, number][]): Name[] {
  const out: Name[] = [];
  for (const name of names) {
    const taken = (at: Name) => out.some((other) => covers(at, other)) || marks.some((mark) => hides(at, mark));
    let placed = name;
    for (let n = 0; n < MOST_LINES && taken(placed); n++) placed = { ...placed, y: placed.y + LINE_PX };
    out.push(placed);
  }
  return out;
}
