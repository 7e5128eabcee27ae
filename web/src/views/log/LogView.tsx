import { useState } from 'react';
import type { Desk } from '../../api/client';
import { Pad } from '../desk/Pad';
import { useWindowShape } from '../desk/use-window';
import { Proposals } from '../pipe/Proposals';
import { Entry } from './Entry';
import { FindingsTable } from './FindingsTable';
import { Kept } from './Kept';
import classes from './LogView.module.css';
import { Recording } from './Recording';
import { Paste } from './review/Paste';
import { Review } from './review/Review';
import { usePageUnderReview } from './review/use-review';
import { Tables } from './Tables';

/** The entry line, a page to hear and review, and everything said so far. */
export function LogView({ desk }: { desk: Desk }) {
  const [pasting, setPasting] = useState(false);
  const [importing, setImporting] = useState(false);
  const { small } = useWindowShape();
  const { page, open } = usePageUnderReview(desk.id);
  const dictation = desk.record.visits.at(-1)?.dictation;
  return (
    <div className={classes.root}>
      <Entry
        desk={desk}
        small={small}
        onPaste={() => setPasting((on) => !on)}
        onTable={() => setImporting((on) => !on)}
      />
      {small && <Pad scheme={desk.assessment.scheme} />}
      {importing && <Tables desk={desk} onDone={() => setImporting(false)} />}
      {pasting && (
        <Paste
          onHear={(text, name) => {
            open(text, name);
            setPasting(false);
          }}
          onCancel={() => setPasting(false)}
        />
      )}
      {!page && dictation && (
        <p className={classes.dictation}>
          Timed words came with this visit.{' '}
          <button type="button" className={classes.plain} onClick={() => open(dictation, 'The words of this visit')}>
            hear them
          </button>
        </p>
      )}
      {page && <Review desk={desk} page={page} />}
      <Kept desk={desk} />
      {desk.assessment.proposals.length > 0 && (
        <details className={classes.twice}>
          <summary>{desk.assessment.proposals.length} may be one thing seen twice</summary>
          <Proposals desk={desk} most={8} />
        </details>
      )}
      <FindingsTable desk={desk} />
      <Recording />
    </div>
  );
}
