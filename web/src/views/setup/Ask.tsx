import { Button } from '@mantine/core';
import type { Desk, Run } from '../../api/client';
import { edits } from '../../api/edits';
import { useSheet } from '../desk/use-sheet';
import classes from './SetupView.module.css';

/** A counter that is off by what another zero or a stretch explains as well: the analyst says which. */
export function Ask({ desk, run, path }: { desk: Desk; run: Run; path: string }) {
  const { send } = useSheet();
  const ask = desk.assessment.ties.find((t) => t.run === run.id)?.zero_or_scale;
  const answer = (which: 'zero' | 'scale') =>
    send(
      edits.patch(`Run ${run.id}: the difference is ${which === 'zero' ? 'its zero' : 'a stretch'}`, [
        { op: 'replace', path: `${path}/counter_error`, value: which },
        ...(which === 'zero' && run.zero_at ? [{ op: 'replace', path: `${path}/zero_at`, value: null }] : []),
      ]),
    );
  if (run.counter_error)
    return (
      <p className="quiet">
        The difference was said to be{' '}
        {run.counter_error === 'zero' ? 'where it was zeroed' : 'a stretch of the counter'}.{' '}
        <button
          type="button"
          className={classes.plain}
          onClick={() =>
            send(edits.patch('Asked again', [{ op: 'replace', path: `${path}/counter_error`, value: null }]))
          }
        >
          ask again
        </button>
      </p>
    );
  if (!ask) return null;
  return (
    <p className={classes.question}>
      ▲ Another zero or a stretch? Zeroed {Math.abs(ask.shift_ft).toFixed(1)} ft{' '}
      {ask.shift_ft > 0 ? 'further on' : 'further back'}
      {ask.stretch_pct != null &&
        `, or it reads ${Math.abs(ask.stretch_pct).toFixed(1)} % ${ask.stretch_pct > 0 ? 'short' : 'long'}`}
      : what is known fits both.{' '}
      <Button size="compact-xs" variant="default" onClick={() => answer('zero')}>
        It was zeroed elsewhere
      </Button>{' '}
      <Button size="compact-xs" variant="default" onClick={() => answer('scale')}>
        The counter stretches
      </Button>
    </p>
  );
}
