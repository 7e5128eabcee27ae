import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { Desk } from '../../api/client';
import { edits } from '../../api/edits';
import { readOptions } from '../../api/queries';
import { useSheet } from '../desk/use-sheet';
import classes from './LogView.module.css';
import { Underlined } from './Underlined';

const MOST_ASKED = 30; // more are asked when those are answered

/** Lines kept as said: one of their meanings taken, put right in place, or taken out. */
export function Kept({ desk }: { desk: Desk }) {
  const remarks = desk.assessment.remarks;
  if (remarks.length === 0) return null;
  return (
    <section className={classes.kept} aria-label="Lines kept as said">
      {remarks.map((r, n) => (
        <KeptLine key={r.id} remark={r} desk={desk} asks={n < MOST_ASKED} />
      ))}
    </section>
  );
}

interface KeptLineProps {
  remark: Desk['assessment']['remarks'][number];
  desk: Desk;
  /** Whether it is asked now what it may mean. */
  asks: boolean;
}

function KeptLine({ remark, desk, asks }: KeptLineProps) {
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
      {asks && <Meanings desk={desk} remark={remark} />}
      <button type="button" className={classes.plain} onClick={() => send(edits.takeOut(remark.id))}>
        take out
      </button>
    </div>
  );
}

/** What a kept line may mean: as it was heard where it was said, else as it would be read now; one click enters it. */
function Meanings({ desk, remark }: Omit<KeptLineProps, 'asks'>) {
  const { send } = useSheet();
  const known = remark.meanings.length > 0;
  const { data } = useQuery({ ...readOptions(desk.id, 0, remark.said), enabled: !known });
  const lines = known ? remark.meanings : (data?.questions[0]?.choices.map((c) => c.line) ?? []);
  return lines.slice(0, 4).map((line) => (
    <button key={line} type="button" className={classes.choice} onClick={() => send(edits.remark(remark.id, line))}>
      {line.replace(/^\[[\d:]+\] /, '')}
    </button>
  ));
}
