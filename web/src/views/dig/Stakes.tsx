import { useState } from 'react';
import type { Assessment, Desk } from '../../api/client';
import { edits } from '../../api/edits';
import { useSheet } from '../desk/use-sheet';
import classes from './DigView.module.css';
import { MoveEnds } from './MoveEnds';

type Stake = NonNullable<Assessment['plan']>['stakes'][number][number];

/** Each dig: where, how deep, its two stakes with what to tape them from, what to lift, and its cautions. */
export function Stakes({ desk }: { desk: Desk }) {
  const { id, assessment: a } = desk;
  if (a.digs.length === 0) return <p className={classes.none}>Nothing on this line needs digging.</p>;
  return (
    <>
      <p className={classes.hand}>
        <a href={`/api/laterals/${id}/digs.pdf?path=${a.path}`} download>
          {a.digs.length === 1 ? 'Dig sheet, PDF' : `${a.digs.length} dig sheets, PDF`}
        </a>
        <span className="quiet"> one page a dig, for a crew with a tape</span>
      </p>
      {a.digs.map((d, n) => (
        <section key={d.where} className={classes.dig} aria-label={`Dig ${n + 1}`}>
          <h3>
            Dig {n + 1}: {d.names.join(', ')}
          </h3>
          <p>
            {d.where} ± {d.band_ft.toFixed(1)} ft
          </p>
          <p>
            {d.invert_depth_ft === null
              ? 'depth not known'
              : `invert ${d.invert_depth_ft.toFixed(1)} ft ± ${(d.depth_band_ft ?? 0).toFixed(1)} deep`}
            : {d.depth_basis}
          </p>
          {(a.plan?.stakes[n] ?? []).map((s, k) => (
            <p key={s.station_ft} data-stake>
              {k === 0 ? 'first' : 'second'} stake, {Math.abs(s.station_ft).toFixed(1)} ft: {taped(s)}
            </p>
          ))}
          {!a.plan && <p className="quiet">Along the line only: no plan is drawn.</p>}
          <p>Lift {d.lift}.</p>
          <p data-above>{d.above?.join('; ')}.</p>
          <Ends key={d.items.join()} desk={desk} dig={d} />
          <ul>
            {d.flags.map((f) => (
              <li key={f}>{f}</li>
            ))}
          </ul>
        </section>
      ))}
    </>
  );
}

/** Why the ends lie where they do, and setting them by hand. */
function Ends({ desk, dig }: { desk: Desk; dig: Assessment['digs'][number] }) {
  const { send } = useSheet();
  const [moving, setMoving] = useState(false);
  return (
    <>
      <p data-ends>
        {dig.moved ? (
          <>
            Ends set by hand: {dig.moved.reason}. {dig.moved.changes.join('; ')}.{' '}
            <span className="quiet">
              Computed {dig.moved.where}: {dig.why}.
            </span>
          </>
        ) : (
          <span className="quiet">Ends: {dig.why}.</span>
        )}
      </p>
      <p className={classes.acts}>
        {!moving && (
          <button type="button" className={classes.plain} onClick={() => setMoving(true)}>
            move its ends
          </button>
        )}
        {dig.moved && (
          <button type="button" className={classes.plain} onClick={() => send(edits.digAsComputed(dig.items))}>
            as computed
          </button>
        )}
      </p>
      {moving && <MoveEnds desk={desk} dig={dig} onDone={() => setMoving(false)} />}
    </>
  );
}

const taped = ({ ties, ellipse, why }: Stake) =>
  ties.length > 0
    ? `${ties.map(([name, ft]) => `${ft.toFixed(1)} ft from ${name}`).join(' · ')}${
        ellipse ? `; within ${ellipse.a_ft.toFixed(1)} ft nine times of ten` : ''
      }`
    : why;
