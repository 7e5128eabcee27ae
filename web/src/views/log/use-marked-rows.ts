import { useCallback, useMemo, useRef, useState } from 'react';
import type { Finding } from '../../api/client';

export interface MarkedRows {
  /** Those marked, in the order the table shows them. */
  marked: Finding[];
  isMarked: (id: string) => boolean;
  /** Marks a row or takes its mark off; with `all`, every row from the one before to it. */
  mark: (id: string, all: boolean) => void;
  clear: () => void;
}

/** Rows marked for one change together; what is taken out or not shown is no longer marked. */
export function useMarkedRows(shown: Finding[]): MarkedRows {
  const [ids, setIds] = useState<ReadonlySet<string>>(new Set());
  const last = useRef<string | null>(null);
  const latest = useRef(shown);
  latest.current = shown;
  const mark = useCallback((id: string, all: boolean) => {
    const rows = latest.current.map((f) => f.id);
    const from = all && last.current ? rows.indexOf(last.current) : -1;
    const to = rows.indexOf(id);
    last.current = id;
    setIds((before) => {
      const next = new Set(before);
      if (from < 0) {
        if (!next.delete(id)) next.add(id);
        return next;
      }
      for (const row of rows.slice(Math.min(from, to), Math.max(from, to) + 1)) next.add(row);
      return next;
    });
  }, []);
  const clear = useCallback(() => setIds(new Set()), []);
  const marked = useMemo(() => shown.filter((f) => ids.has(f.id)), [shown, ids]);
  const isMarked = useCallback((id: string) => ids.has(id), [ids]);
  return { marked, isMarked, mark, clear };
}
