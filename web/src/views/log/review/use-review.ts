import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import type { Desk, DraftShown } from '../../../api/client';
import { edits } from '../../../api/edits';
import { hearOptions } from '../../../api/queries';
import { hollow } from '../../../strip/hollow';
import { useSheet } from '../../desk/use-sheet';

export type Decision = 'in' | 'out';

/** A page under review: its words and what was decided of each draft; kept on this computer until it is closed. */
interface Page {
  page: string;
  name: string;
  done: Record<number, Decision>;
}

const listeners = new Set<() => void>();
const key = (id: number) => `review-${id}`;
const cache = new Map<string, { text: string; page: Page | null }>();

function stored(id: number): Page | null {
  const text = window.localStorage.getItem(key(id)) ?? '';
  const known = cache.get(key(id));
  if (known?.text === text) return known.page;
  const page = text ? (JSON.parse(text) as Page) : null;
  cache.set(key(id), { text, page });
  return page;
}

function keep(id: number, page: Page | null) {
  if (page) window.localStorage.setItem(key(id), JSON.stringify(page));
  else window.localStorage.removeItem(key(id));
  for (const listener of listeners) listener();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

/** The page under review of a lateral, if there is one. */
export function usePageUnderReview(id: number) {
  const page = useSyncExternalStore(subscribe, () => stored(id));
  const open = useCallback((text: string, name: string) => keep(id, { page: text, name, done: {} }), [id]);
  return { page, open };
}

/** The drafts of the page, which one the eye is on, and what may be done with it. */
export function useReview(desk: Desk, page: Page) {
  const { send, refused } = useSheet();
  const [at, setAt] = useState(0);
  const done = useMemo(() => Object.keys(page.done).map(Number), [page.done]);
  const { data, error, isFetching } = useQuery({
    ...hearOptions(desk.id, desk.version, page.page, done),
    placeholderData: keepPreviousData,
  });
  const drafts = useMemo(() => data?.drafts ?? [], [data]);
  /** What was decided: taken by the record's own word, or refused here. */
  const decided = useMemo(() => {
    const out: Record<number, Decision> = { ...page.done };
    for (const d of drafts) if (d.taken) out[d.n] = 'in';
    return out;
  }, [drafts, page.done]);
  const open = useMemo(() => drafts.filter((d) => !decided[d.n]), [drafts, decided]);
  const here = drafts[at];

  useEffect(() => {
    const findings = open.flatMap((d) => d.findings);
    hollow.show({ findings, at: new Set((decided[at] ? [] : (here?.findings ?? [])).map((f) => f.id)) });
  }, [open, here, at, decided]);
  useEffect(() => () => hollow.show(null), []);

  const decide = (ns: number[], how: Decision) =>
    keep(desk.id, { ...page, done: { ...page.done, ...Object.fromEntries(ns.map((n) => [n, how])) } });
  /** The next draft that waits, after this one. */
  const onward = (from: number) => {
    const next = drafts.find((d) => d.n > from && d.outcome !== 'kept' && !decided[d.n]);
    setAt(next?.n ?? Math.min(from + 1, Math.max(drafts.length - 1, 0)));
  };
  const take = async (draft: DraftShown, line: string) => {
    const taken = { line, said: draft.said, time_s: draft.time_s };
    if (!(await send(edits.drafts([taken])))) return false;
    decide([draft.n], 'in');
    onward(draft.n);
    return true;
  };
  const takeAll = async () => {
    const heard = open.filter((d) => d.outcome === 'heard');
    const taken = heard.map((d) => ({ line: d.line, said: d.said, time_s: d.time_s }));
    if (taken.length > 0 && (await send(edits.drafts(taken))))
      decide(
        heard.map((d) => d.n),
        'in',
      );
  };
  const refuse = (draft: DraftShown) => {
    decide([draft.n], 'out');
    onward(draft.n);
  };
  /** A draft decided by mistake waits again; what it put in stays in the record, where undo takes it out. */
  const again = (draft: DraftShown) => {
    const { [draft.n]: _, ...rest } = page.done;
    keep(desk.id, { ...page, done: rest });
  };
  const count = (how: string) => open.filter((d) => d.outcome === how).length;
  return {
    drafts,
    at,
    setAt,
    take,
    takeAll,
    refuse,
    again,
    refused,
    error,
    isFetching,
    waiting: { heard: count('heard'), asked: count('asked'), kept: count('kept') },
    decided,
    /** What nobody decided stays beside the log as it was said; of speech only what is asked, the rest is talk. */
    finish: async () => {
      const asked = open
        .filter((d) => d.outcome === 'asked' || (d.outcome === 'kept' && d.time_s === null))
        .map(({ said, time_s, why, start, end, choices }) => ({
          ...{ said, time_s, why, start, end },
          meanings: choices.map((c) => c.line),
        }));
      if (asked.length === 0 || (await send(edits.drafts([], asked)))) keep(desk.id, null);
    },
    accepted: Object.values(decided).filter((d) => d === 'in').length,
  };
}

export type ReviewState = ReturnType<typeof useReview>;
