import { Button, NumberInput, Select, TextInput } from '@mantine/core';
import { type FormEvent, useState } from 'react';
import type { Desk, Run } from '../../api/client';
import { edits } from '../../api/edits';
import { shownFt } from '../../strip/get-axis';
import { useSheet } from '../desk/use-sheet';
import { Ask } from './Ask';
import { Lines } from './Lines';
import { Places } from './Places';
import classes from './SetupView.module.css';
import { Visits } from './Visits';

const WAYS = [
  { value: 'main', label: 'the main' },
  { value: 'house', label: 'the house' },
  { value: 'unknown', label: 'not said' },
];
const HOURS = [
  ...[12, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11].map((h) => ({
    value: String(h),
    label: h === 6 ? "6 o'clock, upright" : `${h} o'clock`,
  })),
  { value: 'none', label: 'not known' },
];
const WATERS = ['rest', 'trickle', 'sink', 'hose', 'flush', 'running', 'unknown'];

/** Site, and how each run faced, counted and was zeroed: what each does is shown at once. */
export default function SetupView({ desk }: { desk: Desk }) {
  const visit = desk.record.visits.length - 1;
  const runs = desk.record.visits[visit]?.runs ?? [];
  return (
    <div className={classes.root}>
      <SiteForm desk={desk} />
      <Visits desk={desk} />
      {runs.length === 0 && (
        <p>No run yet: type one in the Log, such as “run A front cleanout 4in, facing main, counts to main”.</p>
      )}
      {runs.map((run, index) => (
        <RunForm key={run.id} desk={desk} run={run} path={`/visits/${visit}/runs/${index}`} />
      ))}
      <Places desk={desk} />
      <Lines desk={desk} />
      {runs.length > 0 && (
        <p className="quiet">
          Another run is a line in the Log: “run B two-way cleanout 4in iron, facing house, counts to house, bottom at
          9”.
        </p>
      )}
    </div>
  );
}

function SiteForm({ desk }: { desk: Desk }) {
  const { send } = useSheet();
  const { site, lines } = desk.record;
  const set = (words: string, path: string, value: unknown) =>
    send(edits.patch(words, [{ op: 'replace', path, value }]));
  return (
    <section className={classes.block} aria-label="Site">
      <h2>Site</h2>
      <div className={classes.fields}>
        <Typed label="Name" value={site.name} onSet={(v) => v.trim() && set('Name changed', '/site/name', v.trim())} />
        <Typed label="Place" value={site.locality ?? ''} onSet={(v) => set('Place changed', '/site/locality', v)} />
        <Typed
          label="Client"
          value={site.client ?? ''}
          onSet={(v) => set('Client changed', '/site/client', v.trim())}
        />
        <Typed label="Built" value={site.built ?? ''} onSet={(v) => set('Year built changed', '/site/built', v)} />
        <NumberInput
          label="Grade as laid, %"
          placeholder="2.08 assumed (¼ in/ft)"
          size="xs"
          value={lines?.[0]?.grade_pct ?? ''}
          min={-100}
          max={100}
          onBlur={(e) => {
            const v = e.currentTarget.value.trim() === '' ? null : Number(e.currentTarget.value);
            if (v !== (lines?.[0]?.grade_pct ?? null))
              set(v === null ? 'Grade taken out' : `Grade ${v} %`, '/lines/0/grade_pct', v);
          }}
        />
      </div>
    </section>
  );
}

interface TypedProps {
  label: string;
  value: string;
  placeholder?: string;
  onSet: (value: string) => void;
}

function Typed({ label, value, placeholder, onSet }: TypedProps) {
  const [text, setText] = useState(value);
  return (
    <TextInput
      label={label}
      placeholder={placeholder}
      size="xs"
      value={text}
      onChange={(e) => setText(e.currentTarget.value)}
      onBlur={() => text !== value && onSet(text)}
      onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
    />
  );
}

interface RunFormProps {
  desk: Desk;
  run: Run;
  path: string;
}

function RunForm({ desk, run, path }: RunFormProps) {
  const { send } = useSheet();
  const tie = desk.assessment.ties.find((t) => t.run === run.id);
  const places = (desk.record.landmarks ?? []).map((m) => m.name);
  const told = desk.assessment.findings.filter((f) => f.run === run.id && !f.computed).length;
  const pipe = pipeWords(run.starts_in);
  const set = (words: string, field: string, value: unknown) =>
    send(edits.patch(`Run ${run.id}: ${words}`, [{ op: 'replace', path: `${path}/${field}`, value }]));
  return (
    <section className={classes.block} aria-label={`Run ${run.id}`}>
      <div className={classes.runHead}>
        <h2>
          Run {run.name || run.id} <span className="quiet">from {run.access || 'an access not named'}</span>
        </h2>
        <button type="button" className={classes.plain} onClick={() => send(edits.takeRunOut(run.id))}>
          take this run out{told ? `, with ${told} told on it` : ''}
        </button>
      </div>
      <div className={classes.fields}>
        <Select
          label="Head faces"
          size="xs"
          data={WAYS}
          value={run.head_faces}
          allowDeselect={false}
          onChange={(v) => set(`head faces ${v}`, 'head_faces', v)}
        />
        <Select
          label="Counts up towards"
          size="xs"
          data={WAYS}
          value={run.counts_up_towards}
          allowDeselect={false}
          onChange={(v) => set(`counts up towards ${v}`, 'counts_up_towards', v)}
        />
        <Select
          label="Zeroed at"
          size="xs"
          data={[...places.map((p) => ({ value: p, label: p })), { value: '', label: 'not said' }]}
          value={run.zero_at ?? ''}
          allowDeselect={false}
          onChange={(v) => set(`zeroed at ${v || 'a place not said'}`, 'zero_at', v || null)}
        />
        <Select
          label="Bottom shows at"
          size="xs"
          data={HOURS}
          value={run.bottom_at == null ? 'none' : String(run.bottom_at)}
          allowDeselect={false}
          onChange={(v) => set(`bottom shows at ${v}`, 'bottom_at', v === 'none' ? null : Number(v))}
        />
        <Select
          label="Water"
          size="xs"
          data={WATERS}
          value={run.water}
          allowDeselect={false}
          onChange={(v) => set(`water ${v}`, 'water', v)}
        />
        <Typed
          key={pipe}
          label="First pipe"
          placeholder="clay 4in, or not known"
          value={pipe}
          onSet={(v) => send(edits.firstPipe(run.id, v))}
        />
        <Reach
          label="Beacon to lens, ft"
          value={run.beacon_to_lens_ft ?? 0}
          onSet={(v) => set(`beacon to lens ${v} ft`, 'beacon_to_lens_ft', v)}
        />
        <Reach
          label="Lens to what is seen, ft"
          value={run.viewing_ft ?? 0}
          onSet={(v) => set(`sees ${v} ft ahead`, 'viewing_ft', v)}
        />
      </div>
      <p className={classes.tie}>
        {tie?.basis}
        {tie?.questions.map((q) => (
          <span key={q} className={classes.question}>
            ▲ {q}
          </span>
        ))}
      </p>
      <Ask desk={desk} run={run} path={path} />
      <Shared desk={desk} run={run} />
      <div className={classes.two}>
        <KnownPoints desk={desk} run={run} path={path} />
        <Effect desk={desk} run={run} />
      </div>
    </section>
  );
}

/** A pipe as one would type it: “cast iron 4in”. */
const pipeWords = (pipe: Run['starts_in']) =>
  [
    pipe && pipe.material !== 'unknown' ? pipe.material?.replaceAll('_', ' ') : '',
    pipe?.bore_in ? `${pipe.bore_in}in` : '',
  ]
    .filter(Boolean)
    .join(' ');

/** A length of the head itself: a locate is the beacon's, what is seen lies ahead of it by both. */
function Reach({ label, value, onSet }: { label: string; value: number; onSet: (value: number) => void }) {
  return (
    <NumberInput
      label={label}
      size="xs"
      hideControls
      min={0}
      max={10}
      key={value}
      defaultValue={value}
      onBlur={(e) => {
        const said = Number(e.currentTarget.value);
        if (e.currentTarget.value.trim() && said !== value && said >= 0) onSet(said);
      }}
    />
  );
}

/** What this run saw that others saw too, and how far each look is off the adjustment. */
function Shared({ desk, run }: { desk: Desk; run: Run }) {
  const tie = desk.assessment.ties.find((t) => t.run === run.id);
  if (!tie?.shared.length) return null;
  const name = (id: string) => desk.assessment.findings.find((f) => f.id === id)?.words ?? 'seen elsewhere';
  return (
    <p className="quiet">
      Tied by what is seen twice:{' '}
      {tie.shared.map((s) => `${name(s.sighting)} at ${s.counter_ft}, ${offBy(s.off_by_ft, s.odd)}`).join('; ')}
    </p>
  );
}

function KnownPoints({ desk, run, path }: RunFormProps) {
  const { send } = useSheet();
  const tie = desk.assessment.ties.find((t) => t.run === run.id);
  const zeroPoints = run.zero_at ? 1 : 0;
  const [counter, setCounter] = useState('');
  const [place, setPlace] = useState('');
  const add = async (event: FormEvent) => {
    event.preventDefault();
    const taped = /^\s*(-?[\d.]+)\s*(located|taped|told)?\s*$/.exec(place);
    const basis = { located: 'locator', taped: 'tape', told: 'told' }[taped?.[2] ?? 'taped'];
    const where = taped ? { station_ft: Number(taped[1]), basis } : { landmark: place.trim(), basis: 'landmark' };
    const known = (desk.record.landmarks ?? []).some((m) => m.name === place.trim());
    const value = { counter_ft: Number(counter), said: `${counter} = ${place}`, ...where };
    const operations = [
      ...(taped || known ? [] : [{ op: 'add', path: '/landmarks/-', value: { name: place.trim() } }]),
      { op: 'add', path: `${path}/known_points/-`, value },
    ];
    if (await send(edits.patch(`Run ${run.id}: ${value.said}`, operations))) {
      setCounter('');
      setPlace('');
    }
  };
  return (
    <div>
      <h3>Known points</h3>
      <table className={classes.points}>
        <tbody>
          {run.zero_at && (
            <tr>
              <td>counter 0</td>
              <td>= {run.zero_at}</td>
              <td className="quiet">{offBy(tie?.off_by_ft[0], tie?.odd_point === 0)}</td>
              <td />
            </tr>
          )}
          {(run.known_points ?? []).map((p, i) => (
            <tr key={`${p.counter_ft}${p.landmark}${p.station_ft}`}>
              <td>counter {p.counter_ft.toFixed(1)}</td>
              <td>= {p.landmark ?? `${p.station_ft?.toFixed(1)} ft`}</td>
              <td className="quiet">{offBy(tie?.off_by_ft[i + zeroPoints], tie?.odd_point === i + zeroPoints)}</td>
              <td>
                <button
                  type="button"
                  aria-label="Take the known point out"
                  onClick={() =>
                    send(edits.patch('Known point taken out', [{ op: 'remove', path: `${path}/known_points/${i}` }]))
                  }
                >
                  ×
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <form onSubmit={add} className={classes.add}>
        <TextInput
          aria-label="Counter of a known point"
          placeholder="counter, 147"
          size="xs"
          value={counter}
          onChange={(e) => setCounter(e.currentTarget.value)}
        />
        <span>=</span>
        <TextInput
          aria-label="Place of the known point"
          placeholder="150 located, or a landmark"
          size="xs"
          value={place}
          onChange={(e) => setPlace(e.currentTarget.value)}
        />
        <Button
          type="submit"
          size="xs"
          variant="default"
          disabled={!counter || Number.isNaN(Number(counter)) || !place.trim()}
        >
          Add
        </Button>
      </form>
    </div>
  );
}

const offBy = (off: number | null | undefined, odd: boolean) =>
  off == null
    ? 'its station is not known yet'
    : `off by ${Math.abs(off).toFixed(1)} ft${odd ? ' ▲ does not fit the others' : ''}`;

/** Raw counters and clocks as said, beside what they come to: nothing said is overwritten. */
function Effect({ desk, run }: { desk: Desk; run: Run }) {
  const rows = desk.assessment.findings.filter((f) => f.run === run.id && (f.counter || f.clock_seen)).slice(0, 6);
  if (rows.length === 0) return <p className="quiet">Nothing said on this run has a counter or a clock yet.</p>;
  return (
    <div>
      <h3>What it does</h3>
      <table className={classes.points}>
        <thead>
          <tr>
            <th>as said</th>
            <th>counter</th>
            <th>{desk.assessment.axis_words}</th>
            <th>clock seen</th>
            <th>with the flow</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((f) => (
            <tr key={f.id}>
              <td className={classes.as}>{f.said}</td>
              <td>{f.counter}</td>
              <td>
                <b>{f.station_ft != null && f.how === 'station' ? shownFt(desk.assessment, f.station_ft) : '–'}</b>
                {f.band_ft != null && <span className="quiet"> ±{f.band_ft.toFixed(1)}</span>}
              </td>
              <td>{f.clock_seen}</td>
              <td>{f.clock ? `${f.clock[0]}–${f.clock[1]}` : f.clock_open ? 'open' : ''}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
