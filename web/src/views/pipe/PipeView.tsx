import { Button, Select, TextInput } from '@mantine/core';
import { type FormEvent, useState } from 'react';
import type { Desk, SegmentShown } from '../../api/client';
import { edits } from '../../api/edits';
import { fromOrigin, shownFt, toStation } from '../../strip/get-axis';
import { useStrip } from '../../strip/use-strip';
import { useSheet } from '../desk/use-sheet';
import classes from './PipeView.module.css';
import { Proposals } from './Proposals';

/** The pipe itself: changes, joints and their pattern, what was not seen, who owns which part, what was seen twice. */
export default function PipeView({ desk }: { desk: Desk }) {
  return (
    <div className={classes.root}>
      <div>
        <Segments desk={desk} />
        <Joints desk={desk} />
        <NotSeen desk={desk} />
      </div>
      <div>
        <section className={classes.block} aria-label="Seen twice">
          <h2>Perhaps one thing, seen twice</h2>
          <Proposals desk={desk} />
        </section>
        <Earlier desk={desk} />
        <Stretches desk={desk} />
        <Fits desk={desk} />
      </div>
    </div>
  );
}

const span = (desk: Desk, s: SegmentShown) => {
  const { assessment } = desk;
  const end = (ft: number | null | undefined, band: number) =>
    ft == null ? 'not known' : `${shownFt(assessment, ft)}${band >= 0.05 ? ` ±${band.toFixed(1)}` : ''}`;
  return `${end(s.start_ft, s.start_band_ft)} to ${end(s.end_ft, s.end_band_ft)}`;
};

function Segments({ desk }: { desk: Desk }) {
  const strip = useStrip();
  const { assessment } = desk;
  return (
    <section className={classes.block} aria-label="Segments">
      <h2>Segments, house to main</h2>
      <table className={classes.table}>
        <thead>
          <tr>
            <th>pipe</th>
            <th>{assessment.axis_words}</th>
            <th>length</th>
            <th>joint to joint</th>
          </tr>
        </thead>
        <tbody>
          {assessment.segments.map((s) => (
            <tr key={s.index} onDoubleClick={() => strip.show(...strip.axis.xOfSegment(s))}>
              <td>
                <b>{s.name}</b>
                {s.bore_carried && <span className="quiet"> bore carried on</span>}
              </td>
              <td>{span(desk, s)}</td>
              <td>
                {s.length_ft == null
                  ? 'length not known'
                  : `${s.length_ft.toFixed(1)} ft${s.length_band_ft ? ` ±${s.length_band_ft.toFixed(1)}` : ''}`}
              </td>
              <td>
                {s.joints
                  ? `${s.joints.laid_ft.toFixed(2)} ft (usual ${s.joints.lay_length_ft} ft), ${s.joints.certain ? 'certain' : 'not certain'}`
                  : 'too few joints noted'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function Joints({ desk }: { desk: Desk }) {
  const { assessment } = desk;
  const [open, setOpen] = useState(false);
  const rows = assessment.findings.filter((f) => f.at && f.how === 'station' && f.family !== 'event');
  const joints = rows.filter((f) => f.at === 'joint');
  return (
    <section className={classes.block} aria-label="Joints">
      <h2>Joints</h2>
      {assessment.segments.map(
        (s) =>
          s.joints && (
            <p key={s.index}>
              {s.name}: {s.joints.noted} joints noted, {s.joints.rooted} with roots
              {s.joints.certain
                ? `; ${s.joints.predicted_ft.length} more predicted, dotted on the Wall.`
                : '; no other length leads by enough to predict the rest.'}
            </p>
          ),
      )}
      {assessment.counts.map((c) => (
        <p key={c.id} className="quiet">
          counted: {c.words}
        </p>
      ))}
      {rows.length === 0 ? (
        <p className="quiet">No finding says joint or barrel: add the word to its line.</p>
      ) : (
        <>
          <button type="button" className={classes.plain} aria-expanded={open} onClick={() => setOpen((on) => !on)}>
            {joints.length} at a joint, {rows.length - joints.length} in the barrel
          </button>
          {open && (
            <table className={classes.table}>
              <tbody>
                {rows.map((f) => (
                  <tr key={f.id}>
                    <td>{shownFt(assessment, f.station_ft ?? 0)} ft</td>
                    <td>{f.words}</td>
                    <td>{f.at}</td>
                    <td className="quiet">{f.at_why || 'as seen'}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
        </>
      )}
    </section>
  );
}

function NotSeen({ desk }: { desk: Desk }) {
  const { assessment } = desk;
  return (
    <section className={classes.block} aria-label="Not seen">
      <h2>Not seen</h2>
      {assessment.unseen.length === 0 && <p className="quiet">All of the known line was seen and could be judged.</p>}
      {assessment.unseen.map((u) => (
        <p key={`${u.start_ft} ${u.why}`}>
          <b>{u.feet == null ? 'a length not known' : `${u.feet.toFixed(1)} ft`}</b>
          {u.minutes != null && ` (${u.minutes.toFixed(1)} min of film)`}: {u.why}
          {u.joints != null && u.rooted && (
            <span className="quiet">
              {' '}
              · {u.per_10_ft ? 'in every 10 ft' : 'there'}, about {u.joints} joints; {u.rooted[0].toFixed(1)} (
              {u.rooted[1]}–{u.rooted[2]}) likely with roots, as {u.joints_from}. Roots cluster at trees.
            </span>
          )}
        </p>
      ))}
    </section>
  );
}

function Earlier({ desk }: { desk: Desk }) {
  const { earlier, visit } = desk.assessment;
  if (earlier.length === 0) return null;
  return (
    <section className={classes.block} aria-label="Earlier visits">
      <h2>Earlier findings, and what each is on {visit}</h2>
      <table className={classes.table}>
        <tbody>
          {earlier.map((e) => (
            <tr key={`${e.visit} ${e.id}`}>
              <td className="quiet">{e.visit}</td>
              <td>{e.station_ft == null ? 'no footage' : `${shownFt(desk.assessment, e.station_ft)} ft`}</td>
              <td>{e.words}</td>
              <td>
                <b>{e.became}</b>
                {e.then != null && e.became !== 'may be the same' && ` ${e.then} → ${e.now ?? '–'}`}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** Who owns which part and what lies above it. */
function Stretches({ desk }: { desk: Desk }) {
  const { send } = useSheet();
  const { assessment } = desk;
  const stretches = desk.record.site.stretches ?? [];
  const [text, setText] = useState('');
  const [owner, setOwner] = useState('');
  const [surface, setSurface] = useState('');
  const ends = /^\s*(-?[\d.]+)\s*(?:-|–|to|\.\.)\s*(-?[\d.]+)\s*$/.exec(text);
  const add = async (event: FormEvent) => {
    event.preventDefault();
    if (!ends) return;
    const [a, b] = [toStation(assessment, Number(ends[1])), toStation(assessment, Number(ends[2]))].sort(
      (x, y) => x - y,
    );
    const feet = (ft: number | undefined) => ({ form: 'value', likely: ft, unit: 'ft', said: text });
    const value = { position: { by: 'station', station: feet(a), to: feet(b) }, owner, surface, land: '' };
    if (await send(edits.patch(`Stretch ${text} added`, [{ op: 'add', path: '/site/stretches/-', value }])))
      setText('');
  };
  return (
    <section className={classes.block} aria-label="Stretches">
      <h2>Who owns it, what lies above</h2>
      {stretches.map((s, i) => {
        const p = s.position;
        const from = p.by === 'station' ? fromOrigin(assessment, p.station.likely ?? 0).toFixed(0) : '';
        const to = p.by === 'station' && p.to ? fromOrigin(assessment, p.to.likely ?? 0).toFixed(0) : '';
        return (
          <p key={i}>
            {from}–{to} ft: {s.owner || 'owner not said'}, under {s.surface || 'a surface not said'}{' '}
            <button
              type="button"
              className={classes.plain}
              onClick={() => send(edits.patch('Stretch taken out', [{ op: 'remove', path: `/site/stretches/${i}` }]))}
            >
              take out
            </button>
          </p>
        );
      })}
      <form onSubmit={add} className={classes.form}>
        <TextInput
          aria-label="From and to, feet"
          placeholder="0-22"
          size="xs"
          value={text}
          onChange={(e) => setText(e.currentTarget.value)}
        />
        <Select
          aria-label="Owner"
          placeholder="whose"
          size="xs"
          data={['building', 'yard', 'right-of-way', 'street', 'neighbour']}
          value={owner || null}
          onChange={(v) => setOwner(v ?? '')}
        />
        <Select
          aria-label="Surface"
          placeholder="under what"
          size="xs"
          data={['lawn', 'planting', 'paving', 'concrete', 'asphalt', 'floor slab', 'deck']}
          value={surface || null}
          onChange={(v) => setSurface(v ?? '')}
        />
        <Button type="submit" size="xs" variant="default" disabled={!ends}>
          Add
        </Button>
      </form>
    </section>
  );
}

function Fits({ desk }: { desk: Desk }) {
  const { send } = useSheet();
  const { fits, liner_grip: grip } = desk.assessment;
  const tools = desk.record.tools ?? [];
  return (
    <section className={classes.block} aria-label="Tools">
      <h2>What goes down it</h2>
      {tools.length === 0 && (
        <p className="quiet">Say a tool in the Log: “tool cutter chain 3in”, “tool hose 3/8in”, “tool skid 2 1/2in”.</p>
      )}
      {tools.map((t, i) => (
        <p key={t.id}>
          {t.kind} {t.name === t.kind ? '' : t.name} {t.diameter_in} in{' '}
          <button
            type="button"
            className={classes.plain}
            onClick={() => send(edits.patch('Tool taken out', [{ op: 'remove', path: `/tools/${i}` }]))}
          >
            take out
          </button>
        </p>
      ))}
      {fits.length > 0 && (
        <table className={classes.table}>
          <tbody>
            {fits.map((f) => (
              <tr key={`${f.tool} ${f.place}`}>
                <td>{f.tool}</td>
                <td>{f.place}</td>
                <td>{f.passes === 'passes' ? 'passes' : <b>▲ {f.passes}</b>}</td>
                <td className="quiet">{f.why}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {grip && (
        <p data-grip={grip.enough}>
          {grip.enough !== 'enough' && '▲ '}
          {grip.words}.
        </p>
      )}
    </section>
  );
}
