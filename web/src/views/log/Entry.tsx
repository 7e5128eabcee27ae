import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { type KeyboardEvent, useState } from 'react';
import type { Desk } from '../../api/client';
import { edits } from '../../api/edits';
import { readOptions } from '../../api/queries';
import { useStrip } from '../../strip/use-strip';
import { useEntry, useSheet } from '../desk/use-sheet';
import { FIRST_LINES, FirstLines } from './FirstLines';
import classes from './LogView.module.css';
import { playing, stamped } from './playing';
import { Reading } from './Reading';

const EXAMPLE = '41.5 roots curtain 70% 12-3 joint';
const HINT = 'Say it as you would, or short: where, what was seen, size, clock, joint or barrel. Enter adds it.';

/** The line that is always there: letters echo at once, the server reads them at each key. */
export interface EntryProps {
  desk: Desk;
  /** Our own pad stands below: the screen's keyboard stays away. */
  small: boolean;
  onPaste?: () => void;
  onTable?: () => void;
  /** A line that the step is for. */
  example?: string;
  /** How such a line is said. */
  hint?: string;
}

export function Entry({ desk, small, onPaste, onTable, example = EXAMPLE, hint = HINT }: EntryProps) {
  const { type, send, refused, entry: store } = useSheet();
  const entry = useEntry();
  const strip = useStrip();
  const [back, setBack] = useState(0);
  const [askedOf, setAskedOf] = useState('');
  const { data, error, isPlaceholderData } = useQuery({
    ...readOptions(desk.id, desk.version, entry),
    placeholderData: entry ? keepPreviousData : undefined,
  });
  const read = entry.trim() ? data : undefined;
  const earlier = [...new Set(desk.record.visits.at(-1)?.sightings?.map((s) => s.said) ?? [])].reverse();

  const add = async (keep: boolean) => {
    if (!entry.trim()) return;
    // said already: asked once, and taken by a second Enter
    if (read?.again && !isPlaceholderData && askedOf !== entry) return setAskedOf(entry);
    setAskedOf('');
    strip.follow();
    // a reading of this very line and version is drawn at once; the answer brings all that follows from it
    const shown =
      isPlaceholderData || desk.assessment.path !== desk.record.lines?.[0]?.id ? [] : (read?.findings ?? []);
    const line = edits.line(stamped(entry, playing.time()), shown);
    // what is drawn at once leaves the line free at once: the next one may be typed before the answer
    if (shown.length > 0 && !keep) type('');
    const taken = await send(line);
    if (taken && !keep && store.get() === entry) type('');
    if (!taken && store.get() === '') type(entry);
    setBack(0);
  };
  /** One key for one of the ways to mean it: it goes in as it stands. */
  const choose = async (n: number) => {
    const line = read?.questions[0]?.choices[n]?.line;
    if (line && (await send(edits.line(stamped(line, playing.time()), [])))) type('');
  };
  const recall = (by: number) => {
    const next = Math.max(0, Math.min(earlier.length, back + by));
    setBack(next);
    type(next ? (earlier[next - 1] ?? '') : '');
  };
  const onKey = (event: KeyboardEvent) => {
    const keys: Record<string, () => void> = {
      Enter: () => add(event.ctrlKey),
      ArrowUp: () => recall(1),
      ArrowDown: () => recall(-1),
      PageUp: () => strip.stepFinding(-1),
      PageDown: () => strip.stepFinding(1),
      Escape: () => document.querySelector<HTMLElement>('[data-strip]')?.focus(),
    };
    if (event.key === 'Tab' && !event.shiftKey && read?.completed && read.completed !== entry.trim())
      keys.Tab = () => type(`${read.completed} `);
    const digit = event.altKey ? Number(event.code.replace('Digit', '')) : 0;
    const act = digit >= 1 ? () => choose(digit - 1) : keys[event.key];
    if (!act) return;
    event.preventDefault();
    act();
  };
  // where timed words wait, hearing them comes first: no example stands in the way
  const nothingYet = desk.assessment.findings.length < FIRST_LINES && !desk.record.visits.at(-1)?.dictation;
  return (
    <div className={classes.entry}>
      <div className={classes.row}>
        <input
          className={classes.line}
          // biome-ignore lint/a11y/noAutofocus: the entry line is first in focus, so that notes can be typed at once
          autoFocus
          data-entry
          inputMode={small ? 'none' : undefined}
          aria-label="Entry line"
          placeholder={example}
          value={entry}
          maxLength={1000}
          spellCheck={false}
          autoComplete="off"
          onChange={(e) => type(e.currentTarget.value)}
          onKeyDown={onKey}
        />
        {onPaste && (
          <button type="button" className={classes.plain} onClick={onPaste}>
            paste notes
          </button>
        )}
        {onTable && (
          <button type="button" className={classes.plain} onClick={onTable}>
            import a table
          </button>
        )}
      </div>
      <div className={classes.reading} role="status" aria-live="polite" data-reading>
        {error ? (
          <span>▲ {error.message}</span>
        ) : read ? (
          <Reading text={entry} read={read} asked={askedOf === entry} onChoose={type} />
        ) : refused ? (
          <span>▲ {refused}</span>
        ) : (
          <>
            <span className="quiet">{hint}</span>
            {hint === HINT && nothingYet && <FirstLines onType={type} />}
          </>
        )}
      </div>
    </div>
  );
}
