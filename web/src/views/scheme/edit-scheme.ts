import type { Scheme } from '../../api/client';

export type Kind = Scheme['kinds'][string];
export type Rung = [number, string];

/** What a group's numbers are. */
export const WORD_UNITS: Record<string, string> = {
  step: '% of the bore',
  share: '% of the bore',
  opening: 'in',
  ovality: '%',
  height: '% of the bore',
  extent: 'ft',
  angle: 'degrees',
  depth: 'of water',
};

/** A kind's ladders: one for all forms (named ''), or one a form. */
export function getRungs(kind: Kind): { form: string; rungs: Rung[] }[] {
  const all = (kind.rating?.ladder ?? []) as Rung[];
  const byForm = Object.entries(kind.rating?.ladder_by_form ?? {}) as [string, Rung[]][];
  return [...(all.length ? [{ form: '', rungs: all }] : []), ...byForm.map(([form, rungs]) => ({ form, rungs }))];
}

/** The scheme with one end of a size word changed. */
export function withWord(scheme: Scheme, group: string, word: string, end: number, value: number | string): Scheme {
  const words = scheme.words[group] ?? {};
  const ends = (words[word] ?? [0, 0]).map((old, i) => (i === end ? value : old)) as [number | string, number | string];
  return { ...scheme, words: { ...scheme.words, [group]: { ...words, [word]: ends } } };
}

/** The scheme with one limit of a ladder changed, as it was typed. */
export function withRung(scheme: Scheme, name: string, form: string, at: number, limit: string): Scheme {
  const kind = scheme.kinds[name];
  if (!kind?.rating) return scheme;
  const change = (rungs: Rung[]) => rungs.map((rung, i) => (i === at ? [rung[0], limit] : rung));
  const { rating } = kind;
  const changed = form
    ? {
        ...rating,
        ladder_by_form: { ...rating.ladder_by_form, [form]: change((rating.ladder_by_form?.[form] ?? []) as Rung[]) },
      }
    : { ...rating, ladder: change((rating.ladder ?? []) as Rung[]) };
  return { ...scheme, kinds: { ...scheme.kinds, [name]: { ...kind, rating: changed } as Kind } };
}

/** How many limits and word ends differ. */
export function getChanged(before: Scheme, after: Scheme): number {
  const words = Object.entries(after.words).flatMap(([group, set]) =>
    Object.entries(set).flatMap(([word, ends]) => ends.map((end, i) => end !== before.words[group]?.[word]?.[i])),
  );
  const rungs = Object.entries(after.kinds).flatMap(([name, kind]) => {
    const old = before.kinds[name];
    return getRungs(kind).flatMap(({ rungs: now }, l) =>
      now.map(([, limit], i) => limit !== (old && getRungs(old)[l]?.rungs[i]?.[1])),
    );
  });
  return [...words, ...rungs].filter(Boolean).length;
}
