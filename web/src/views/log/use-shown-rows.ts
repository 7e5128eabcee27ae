import { useMemo, useState } from 'react';
import type { Desk, Finding } from '../../api/client';

export type Order = 'place' | 'told';

/** Which of what was said the table shows, and in which order: by its place, or as it was told. */
export function useShownRows(desk: Desk, said: Finding[]) {
  const [kind, setKind] = useState('');
  const [order, setOrder] = useState<Order>('place');
  const kinds = useMemo(() => [...new Set(said.map((f) => f.kind))].sort(), [said]);
  // a kind of which nothing is left hides nothing
  const only = kinds.includes(kind) ? kind : '';
  const shown = useMemo(() => {
    const rows = only ? said.filter((f) => f.kind === only) : said;
    if (order === 'place') return rows;
    const told = new Map(desk.record.visits.at(-1)?.sightings?.map((s, n) => [s.id, n]));
    return [...rows].sort((a, b) => (told.get(a.id) ?? 0) - (told.get(b.id) ?? 0));
  }, [said, only, order, desk.record.visits]);
  return { shown, kinds, kind: only, setKind, order, setOrder };
}
