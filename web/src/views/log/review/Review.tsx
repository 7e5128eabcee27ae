import { Button } from '@mantine/core';
import { type KeyboardEvent, useState } from 'react';
import type { Desk, DraftShown } from '../../../api/client';
import { playing } from '../playing';
import { DraftRow } from './DraftRow';
import classes from './Review.module.css';
import { type usePageUnderReview, useReview } from './use-review';

export interface ReviewProps {
  desk: Desk;
  page: NonNullable<ReturnType<typeof usePageUnderReview>['page']>;
}

/** A page heard, in order of telling: each draft is taken, edited or refused; none rates until it is taken. */
export function Review({ desk, page }: ReviewProps) {
  const review = useReview(desk, page);
  const [editing, setEditing] = useState<number | null>(null);
  const [all, setAll] = useState(true);
  const { drafts, at, setAt, waiting } = review;
  const here = drafts[at];
  const rows = all ? drafts : drafts.filter((d) => d.n === at || (d.outcome !== 'kept' && !review.decided[d.n]));
  const step = (by: 1 | -1) => {
    const n = rows.findIndex((d) => d.n === at);
    const next = rows[Math.max(0, Math.min(rows.length - 1, n + by))];
    if (next) setAt(next.n);
  };
  const onKey = (event: KeyboardEvent) => {
    if (editing !== null || event.ctrlKey || event.metaKey) return;
    const digit = Number(event.key);
    const act = digit >= 1 && here ? chosen(here, digit, review.decided[at]) : keys(here)[event.key];
    if (!act) return;
    event.preventDefault();
    event.stopPropagation();
    act();
  };
  const chosen = (draft: DraftShown, digit: number, decided: unknown) => {
    const choice = draft.choices[digit - 1];
    return choice && !decided ? () => review.take(draft, choice.line) : undefined;
  };
  const keys = (draft: DraftShown | undefined): Record<string, () => void> => ({
    ArrowDown: () => step(1),
    ArrowUp: () => step(-1),
    Enter: () =>
      draft && draft.outcome === 'heard' && !review.decided[draft.n] ? review.take(draft, draft.line) : step(1),
    Delete: () => draft && !review.decided[draft.n] && review.refuse(draft),
    e: () => draft && !review.decided[draft.n] && setEditing(draft.n),
    n: () => draft && !review.decided[draft.n] && review.take(draft, `note ${draft.said.replaceAll(';', ',')}`),
    p: () => draft && draft.time_s !== null && playing.seek?.(draft.time_s),
    A: () => review.takeAll(),
    Escape: () => document.querySelector<HTMLElement>('[data-entry]')?.focus(),
  });
  return (
    <section className={classes.root} aria-label="What was heard of the page">
      <header className={classes.head}>
        <b>{page.name}</b>
        <span data-counts>
          {review.accepted} accepted · {waiting.heard} heard · {waiting.asked} asked · {waiting.kept} kept as said
        </span>
        <Button size="xs" onClick={review.takeAll} disabled={waiting.heard === 0}>
          Accept all {waiting.heard} heard
        </Button>
        <Button size="xs" variant="default" onClick={() => setAll((on) => !on)}>
          {all ? 'Only what waits' : 'All that was said'}
        </Button>
        <Button
          size="xs"
          variant="default"
          onClick={review.finish}
          title="What was accepted is in the record; what is still asked stays beside the log as it was said"
        >
          Done
        </Button>
      </header>
      <p className={`quiet ${classes.keys}`}>
        <kbd>↑</kbd> <kbd>↓</kbd> go · <kbd>Enter</kbd> accept · <kbd>1</kbd>–<kbd>6</kbd> one of the meanings ·{' '}
        <kbd>e</kbd> edit · <kbd>Delete</kbd> not a finding · <kbd>n</kbd> keep as a note · <kbd>p</kbd> play from there
        · <kbd>A</kbd> accept all heard
      </p>
      {(review.error || review.refused) && <p role="alert">▲ {review.error?.message || review.refused}</p>}
      <ol className={classes.drafts} onKeyDown={onKey} aria-busy={review.isFetching}>
        {rows.map((d) => (
          <DraftRow
            key={d.n}
            draft={d}
            here={d.n === at}
            decided={review.decided[d.n]}
            editing={editing === d.n}
            onGo={() => setAt(d.n)}
            onTake={(line) => review.take(d, line)}
            onAgain={() => review.again(d)}
            onEdit={(on) => setEditing(on ? d.n : null)}
          />
        ))}
      </ol>
    </section>
  );
}
