import { Fragment, memo, useEffect, useRef, useState } from 'react';
import type { DraftShown } from '../../../api/client';
import { playing, stamp } from '../playing';
import classes from './Review.module.css';
import type { Decision } from './use-review';

const NOTHING_IN_IT = 'no finding in it';

export interface DraftRowProps {
  draft: DraftShown;
  /** The eye is on it: its keys answer. */
  here: boolean;
  decided: Decision | undefined;
  editing: boolean;
  onGo: () => void;
  onTake: (line: string) => void;
  onAgain: () => void;
  onEdit: (on: boolean) => void;
}

/** One thing said: the words of it at the left, what they enter as at the right. */
export const DraftRow = memo(function DraftRow(props: DraftRowProps) {
  const { draft, here, decided, editing, onGo } = props;
  const row = useRef<HTMLLIElement>(null);
  useEffect(() => {
    if (here && !editing) {
      row.current?.focus({ preventScroll: true });
      row.current?.scrollIntoView({ block: 'nearest' });
    }
  }, [here, editing]);
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: the list's keys
    <li
      ref={row}
      className={classes.draft}
      data-outcome={draft.outcome}
      data-decided={decided}
      data-draft={draft.n}
      aria-current={here}
      tabIndex={here ? 0 : -1}
      onClick={onGo}
    >
      <Time draft={draft} />
      <span className={classes.words}>
        <Words draft={draft} />
      </span>
      <span className={classes.line}>{editing ? <Edited {...props} /> : <Line {...props} />}</span>
    </li>
  );
});

function Time({ draft }: { draft: DraftShown }) {
  if (draft.time_s === null) return <span className={classes.time}>{draft.number}</span>;
  const time_s = draft.time_s;
  return (
    <button
      type="button"
      tabIndex={-1}
      className={classes.time}
      title="Play the recording from here"
      onClick={() => playing.seek?.(time_s)}
    >
      {stamp(time_s).slice(1, -1)}
    </button>
  );
}

function Words({ draft }: { draft: DraftShown }) {
  if (draft.words.length === 0 || draft.outcome === 'kept') return draft.said;
  return draft.words.map((w, n) => (
    <Fragment key={w.start}>
      {draft.said.slice(draft.words[n - 1]?.end ?? 0, w.start)}
      <span data-use={w.use}>{draft.said.slice(w.start, w.end)}</span>
    </Fragment>
  ));
}

function Line({ draft, decided, onTake, onAgain }: DraftRowProps) {
  if (decided)
    return (
      <>
        <b>{decided === 'in' ? '✓ accepted' : '– not a finding'}</b>{' '}
        <button type="button" tabIndex={-1} className={classes.small} onClick={onAgain}>
          wait again
        </button>
      </>
    );
  if (draft.outcome === 'heard')
    return (
      <>
        <code>{draft.line}</code>{' '}
        <button type="button" tabIndex={-1} className={classes.small} onClick={() => onTake(draft.line)}>
          accept
        </button>
      </>
    );
  if (draft.outcome === 'kept') return draft.why === NOTHING_IN_IT ? null : draft.why;
  return (
    <>
      <span>▲ {draft.why}</span>
      {draft.choices.map((c, n) => (
        <button
          key={c.line}
          type="button"
          tabIndex={-1}
          className={classes.choice}
          title={`${n + 1} enters it`}
          onClick={() => onTake(c.line)}
        >
          <kbd>{n + 1}</kbd> <code>{c.label}</code>
        </button>
      ))}
    </>
  );
}

function Edited({ draft, onTake, onEdit }: DraftRowProps) {
  const [text, setText] = useState(draft.line || draft.choices[0]?.line || draft.said);
  return (
    <input
      className={classes.edited}
      // biome-ignore lint/a11y/noAutofocus: it opens because its key was pressed
      autoFocus
      aria-label="The line it enters as"
      value={text}
      spellCheck={false}
      onChange={(e) => setText(e.currentTarget.value)}
      onKeyDown={(e) => {
        e.stopPropagation();
        if (e.key === 'Enter' && text.trim()) {
          onEdit(false);
          onTake(text.trim());
        }
        if (e.key === 'Escape') onEdit(false);
      }}
    />
  );
}
