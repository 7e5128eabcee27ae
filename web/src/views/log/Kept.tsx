import { useState } from 'react';
import type { Desk } from '../../api/client';
import { edits } from '../../api/queries';
import { useSheet } from '../desk/use-sheet';
import classes from './LogView.module.css';
import { Underlined } from './Underlined';

/** Lines kept as said: put right in place, or taken out. */
export function Kept({ desk }: { desk: Desk }) {
  const remarks = desk.assessment.remarks;
  if (remarks.length === 0) return null;
  return (
    <section className={classes.kept} aria-label="Lines kept as said">
      {remarks.map((r) => (
        <KeptLine key={r.id} remark={r} />
      ))}
    </section>
  );
}

function KeptLine({ remark }: { remark: Desk['assessment']['remarks'][number] }) {
  const { send } = useSheet();
  const [text, setText] = useState<string | null>(null);
  const mend = async () => {
    if (text !== null && (await send(edits.remark(remark.id, text)))) setText(null);
  };
  return (
    <div className={classes.keptLine}>
      ▲{' '}
      {text === null ? (
        <button type="button" className={classes.plain} title="Put it right" onClick={() => setText(remark.said)}>
          <Underlined text={remark.said} spans={[remark]} />
        </button>
      ) : (
        <input
          className={classes.cell}
          // biome-ignore lint/a11y/noAutofocus: it opens because it was clicked
          autoFocus
          aria-label="Put the line right"
          value={text}
          onChange={(e) => setText(e.currentTarget.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter') mend();
            if (e.key === 'Escape') setText(null);
          }}
        />
      )}
      <span className="quiet">{remark.why}</span>
      <button type="button" className={classes.plain} onClick={() => send(edits.takeOut(remark.id))}>
        take out
      </button>
    </div>
  );
}
