import { useVirtualizer } from '@tanstack/react-virtual';
import { type RefObject, useEffect, useLayoutEffect, useState } from 'react';

/** From this many rows on, only those in view are drawn. */
const MANY = 60;
const SPARE_ROWS = 12;

export interface Rows {
  /** Indexes to draw, first and last. */
  first: number;
  last: number;
  /** Px of the rows above and below that are not drawn. */
  above: number;
  below: number;
  /** Long enough that only those in view are drawn. */
  many: boolean;
}

/** Which rows of a long table are drawn: it scrolls in the desk's panel. */
export function useRows(table: RefObject<HTMLElement | null>, count: number, row_px: number, shown: number): Rows {
  const [margin, setMargin] = useState(0);
  const panel = () => table.current?.closest<HTMLElement>('[data-panel]') ?? null;
  const many = count > MANY;
  const virtual = useVirtualizer({
    count: many ? count : 0,
    getScrollElement: panel,
    estimateSize: () => row_px,
    overscan: SPARE_ROWS,
    scrollMargin: margin,
  });
  useLayoutEffect(() => {
    const box = table.current?.getBoundingClientRect();
    const scroll = panel();
    if (many && box && scroll) setMargin(box.top - scroll.getBoundingClientRect().top + scroll.scrollTop);
  }, [many, row_px]);
  useEffect(() => {
    if (!many || shown < 0) return;
    // a frame later: the strip is painted first, then the row comes into view
    const frame = requestAnimationFrame(() => virtual.scrollToIndex(shown, { align: 'auto' }));
    return () => cancelAnimationFrame(frame);
  }, [many, shown, virtual]);
  if (!many) return { first: 0, last: count - 1, above: 0, below: 0, many };
  const items = virtual.getVirtualItems();
  const first = items[0]?.index ?? 0;
  const last = items.at(-1)?.index ?? Math.min(count, 40) - 1;
  return { first, last, above: first * row_px, below: (count - 1 - last) * row_px, many };
}
