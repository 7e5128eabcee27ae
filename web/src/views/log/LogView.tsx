import { Button, Textarea } from '@mantine/core';
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
import { Tables } from './Tables';
import { usePaste } from './use-paste';

/** The entry line, a page to paste, and everything said so far. */
export function LogView({ desk }: { desk: Desk }) {
  const [pasting, setPasting] = useState(false);
  const [importing, setImporting] = useState(false);
  const { small } = useWindowShape();
  const paste = usePaste(desk, () => setPasting(false));
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
        <div className={classes.paste}>
          <Textarea
            label="A page of notes, one thing a line"
            autoFocus
            rows={7}
            value={paste.page}
            onChange={(e) => paste.setPage(e.currentTarget.value)}
            styles={{ input: { fontFamily: 'IBM Plex Mono, monospace', fontSize: 'var(--type-body)' } }}
          />
          <div className={classes.row}>
            <Button size="xs" onClick={paste.send} disabled={!paste.page.trim()} loading={paste.busy}>
              Read the page
            </Button>
            <Button size="xs" variant="default" onClick={() => setPasting(false)}>
              Cancel
            </Button>
            <span className="quiet">Lines that cannot be read are kept as said, underlined where they fail.</span>
          </div>
          {paste.refused && <p role="alert">▲ {paste.refused}</p>}
        </div>
      )}
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
