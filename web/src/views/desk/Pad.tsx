import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { edits } from '../../api/edits';
import { schemeOptions } from '../../api/queries';
import { getPadWords } from './get-pad-words';
import classes from './Pad.module.css';
import { useEntry, useSheet } from './use-sheet';

const DIGITS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '.', '0', '-'];

/** The tablet's own keys: digits at the left; at the right kinds, then the forms and sizes of the kind said. */
export function Pad({ scheme }: { scheme: string }) {
  const { data } = useQuery(schemeOptions(scheme));
  const { entry, send } = useSheet();
  const text = useEntry();
  const [page, setPage] = useState(0);
  const words = data ? getPadWords(data, text, page) : { keys: [], pages: 1 };
  const put = (next: string) => entry.set(next);
  const word = (w: string) => {
    put(`${text}${text && !text.endsWith(' ') ? ' ' : ''}${w} `);
    setPage(0);
  };
  const enter = async () => {
    if (text.trim() && (await send(edits.line(text)))) put('');
  };
  return (
    <div className={classes.root} role="group" aria-label="Keys">
      <div className={classes.digits}>
        {DIGITS.map((d) => (
          <button key={d} type="button" onClick={() => put(text + d)}>
            {d}
          </button>
        ))}
      </div>
      <div className={classes.words}>
        {words.keys.map((w) => (
          <button key={w} type="button" onClick={() => word(w)}>
            {w.replaceAll('_', ' ')}
          </button>
        ))}
        <button type="button" className={classes.act} onClick={() => setPage((page + 1) % words.pages)}>
          more
        </button>
        <button type="button" className={classes.act} onClick={() => put(text.replace(/\s*\S+\s*$/, ''))}>
          back
        </button>
        <button type="button" className={classes.act} onClick={enter}>
          Add
        </button>
      </div>
    </div>
  );
}
