import { useMemo } from 'react';
import type { Finding } from '../../api/client';
import { useHollow } from '../hollow';
import { SPARE_PX, useStrip } from '../use-strip';
import classes from './tracks.module.css';

const CELL_PX = 20;

interface Cell {
  x: number;
  worst: number;
  rows: Finding[];
}

export const ratingOf = (f: Finding) => f.override ?? f.rating?.likely ?? 0;

/** Rated findings in 20 px cells: the worst one's number on its fill, a tick beneath for each. */
export function FindingsTrack({ height }: { height: number }) {
  const { assessment, axis, left, drawing, show, select, pick } = useStrip();
  const cells = useMemo(() => {
    const found = new Map<number, Cell>();
    for (const f of assessment.findings) {
      if (!ratingOf(f) || f.how === 'throughout') continue;
      const [a, b] = axis.xOf(f);
      const n = Math.floor((a + b) / 2 / CELL_PX);
      const cell = found.get(n) ?? { x: n * CELL_PX, worst: 0, rows: [] };
      cell.rows.push(f);
      cell.worst = Math.max(cell.worst, ratingOf(f));
      found.set(n, cell);
    }
    return [...found.values()];
  }, [assessment, axis]);
  const worstOf = (cell: Cell) => [...cell.rows].sort((a, b) => ratingOf(b) - ratingOf(a))[0];
  const open = (cell: Cell, beside: boolean) => {
    const first = worstOf(cell);
    if (beside) return pick(first ?? null);
    if (cell.rows.length > 1) show(cell.x - 40, cell.x + 60);
    select(first ?? null);
  };
  return (
    <g>
      {cells
        .filter((c) => c.x > left - SPARE_PX && c.x < left + drawing + SPARE_PX)
        .map((cell) => (
          // biome-ignore lint/a11y/noStaticElementInteractions: the strip is one tab stop; [ and ] do this by key
          <g key={cell.x} data-finding={worstOf(cell)?.id} onClick={(e) => open(cell, e.shiftKey)}>
            <rect
              x={cell.x + 1}
              y={1}
              width={CELL_PX - 2}
              height={16}
              className={classes.rated}
              data-rating={cell.worst}
            />
            <text x={cell.x + CELL_PX / 2} y={13.5} className={classes.number} data-rating={cell.worst}>
              {cell.worst}
            </text>
            {cell.rows.slice(0, 5).map((f, i) => (
              <rect key={f.id} x={cell.x + 2 + i * 3.4} y={height - 5} width={2} height={3} fill="var(--ink)" />
            ))}
          </g>
        ))}
      <Drafts />
    </g>
  );
}

/** What is heard and not yet taken, hollow: it rates nothing and is no place to click. */
function Drafts() {
  const { axis, left, drawing } = useStrip();
  const { findings, at } = useHollow();
  return findings
    .filter((f) => f.how === 'station')
    .map((f) => ({ f, x: (axis.xOf(f)[0] + axis.xOf(f)[1]) / 2 }))
    .filter(({ x }) => x > left - SPARE_PX && x < left + drawing + SPARE_PX)
    .map(({ f, x }) => (
      <rect
        key={f.id}
        x={x - 7}
        y={2}
        width={14}
        height={14}
        className={classes.draft}
        data-draft-mark={f.id}
        data-at={at.has(f.id)}
      >
        <title>{`${f.words}: heard, not yet accepted`}</title>
      </rect>
    ));
}
