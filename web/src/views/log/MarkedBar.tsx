import { useState } from 'react';
import { edits } from '../../api/edits';
import { StillOf } from '../../still/Still';
import { useSheet } from '../desk/use-sheet';
import classes from './LogView.module.css';
import type { MarkedRows } from './use-marked-rows';

/** What can be done with the marked rows together: one change, one undo. */
export function MarkedBar({ rows }: { rows: MarkedRows }) {
  const { send, refused } = useSheet();
  const [words, setWords] = useState('');
  const [copied, setCopied] = useState('');
  const ids = rows.marked.map((f) => f.id);
  const add = async () => {
    if (words.trim() && (await send(edits.rowsSaid(ids, words)))) setWords('');
  };
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(rows.marked.map((f) => f.entry).join('\n'));
      setCopied('copied: paste notes takes them on another lateral');
    } catch {
      setCopied('▲ this browser does not let the page copy: save as… the page of notes has the lines too');
    }
  };
  return (
    <fieldset className={classes.marked} aria-label="Marked rows">
      <b role="status">
        {ids.length} row{ids.length === 1 ? '' : 's'} marked
      </b>
      <input
        className={classes.markedWords}
        aria-label="Words added to each marked row"
        placeholder="words for each, such as joint"
        maxLength={200}
        value={words}
        onChange={(e) => setWords(e.currentTarget.value)}
        onKeyDown={(e) => {
          if (e.key === 'Enter') add();
          if (e.key === 'Escape') rows.clear();
        }}
      />
      <button type="button" className={classes.plain} disabled={!words.trim()} onClick={add}>
        add to each
      </button>
      <button type="button" className={classes.plain} onClick={copy}>
        copy as lines
      </button>
      <button type="button" className={classes.plain} onClick={() => send(edits.rowsOut(ids))}>
        take out
      </button>
      <button type="button" className={classes.plain} onClick={rows.clear}>
        unmark
      </button>
      {rows.marked.length === 1 && rows.marked[0] && <StillOf key={rows.marked[0].id} finding={rows.marked[0]} />}
      {(refused || copied) && <span role="status">{refused ? `▲ ${refused}` : copied}</span>}
    </fieldset>
  );
}
