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

const panelOf = (table: HTMLTableElement | null) => table?.closest<HTMLElement>('[data-panel]') ?? null;

/** Px from the top of what the panel scrolls to the first row. */
function topOf(table: HTMLTableElement | null): number {
  const [panel, rows] = [panelOf(table), table?.tBodies[0]];
  if (!panel || !rows) return 0;
  return rows.getBoundingClientRect().top - panel.getBoundingClientRect().top + panel.scrollTop;
}

/** Px at the panel's top that the entry and the heads of the columns cover while the rows scroll. */
function headOf(table: HTMLTableElement | null): number {
  const head = table?.tHead?.rows[0]?.cells[0];
  return head ? Number.parseFloat(getComputedStyle(head).top) + head.offsetHeight : 0;
}

/** Which rows of a long table are drawn: it scrolls in the desk's panel. */
export function useRows(table: RefObject<HTMLTableElement | null>, count: number, row_px: number, shown: number): Rows {
  const [margin, setMargin] = useState(0);
  const panel = () => panelOf(table.current);
  const many = count > MANY;
  const virtual = useVirtualizer({
    count: many ? count : 0,
    getScrollElement: panel,
    estimateSize: () => row_px,
    overscan: SPARE_ROWS,
    scrollMargin: margin,
  });
  // what stands above the rows comes and goes: a page under review, a list of what was kept
  useLayoutEffect(() => {
    const content = panel()?.firstElementChild;
    if (!many || !content) return;
    const measure = () => setMargin(topOf(table.current));
    const watch = new ResizeObserver(measure);
    watch.observe(content);
    measure();
    return () => watch.disconnect();
  }, [many, row_px, table]);
  useEffect(() => {
    const scroll = panel();
    if (!many || shown < 0 || !scroll) return;
    // a frame later: the strip is painted first, then the row comes into view, with a neighbour on either side
    const frame = requestAnimationFrame(() => {
      const top = topOf(table.current) + shown * row_px;
      const [most, least] = [top - row_px - headOf(table.current), top + 2 * row_px - scroll.clientHeight];
      if (scroll.scrollTop > most) scroll.scrollTop = most;
      else if (scroll.scrollTop < least) scroll.scrollTop = least;
    });
    return () => cancelAnimationFrame(frame);
  }, [many, shown, row_px, table]);
  if (!many) return { first: 0, last: count - 1, above: 0, below: 0, many };
  const items = virtual.getVirtualItems();
  const first = items[0]?.index ?? 0;
  const last = items.at(-1)?.index ?? Math.min(count, 40) - 1;
  return { first, last, above: first * row_px, below: (count - 1 - last) * row_px, many };
}
