import { Button } from '@mantine/core';
import type { Desk } from '../../api/client';
import { edits } from '../../api/edits';
import { useStrip } from '../../strip/use-strip';
import { useSheet } from '../desk/use-sheet';
import classes from './PipeView.module.css';

/** Findings that may be one thing seen twice: taken or refused one by one. */
export function Proposals({ desk, most = 50 }: { desk: Desk; most?: number }) {
  const { send } = useSheet();
  const strip = useStrip();
  const { proposals, findings } = desk.assessment;
  const show = (item: string) => strip.select(findings.find((f) => f.item === item) ?? null);
  if (proposals.length === 0) return <p className="quiet">Nothing looks to have been seen twice.</p>;
  return (
    <>
      <ul className={classes.proposals}>
        {proposals.slice(0, most).map((p) => (
          <li key={`${p.keep} ${p.join}`}>
            <button type="button" className={classes.plain} onClick={() => show(p.join)}>
              {p.words}
            </button>
            <span className="quiet">{p.why}</span>
            <span className={classes.gap} />
            <Button size="compact-xs" variant="default" onClick={() => send(edits.same(p.keep, p.join))}>
              One thing
            </Button>
            <Button size="compact-xs" variant="subtle" onClick={() => send(edits.apart(p.keep, p.join))}>
              Two things
            </Button>
          </li>
        ))}
      </ul>
      {proposals.length > most && <p className="quiet">and {proposals.length - most} more, in Pipe.</p>}
    </>
  );
}
