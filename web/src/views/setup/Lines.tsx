import { Button, NumberInput, Select, TextInput } from '@mantine/core';
import { type FormEvent, useState } from 'react';
import type { Desk } from '../../api/client';
import { edits } from '../../api/edits';
import { shownFt } from '../../strip/get-axis';
import { useSheet } from '../desk/use-sheet';
import classes from './SetupView.module.css';

/** The main line and its branches, where each joins, and how far the main is thought to be. */
export function Lines({ desk }: { desk: Desk }) {
  const { send } = useSheet();
  const { assessment } = desk;
  const lines = desk.record.lines ?? [];
  const [name, setName] = useState('');
  const junctions = assessment.findings.filter((f) => ['branch', 'fitting', 'tee', 'met'].includes(f.kind));
  const add = async (event: FormEvent) => {
    event.preventDefault();
    const taken = new Set(lines.map((l) => l.id));
    const free = Array.from({ length: lines.length + 1 }, (_, n) => `line${n + 1}`).find((id) => !taken.has(id));
    const value = { id: free, name: name.trim(), joins: lines[0]?.id };
    if (await send(edits.patch(`Branch ${name} added`, [{ op: 'add', path: '/lines/-', value }]))) setName('');
  };
  return (
    <section className={classes.block} aria-label="Lines and branches">
      <h2>Lines and branches</h2>
      {lines.slice(1).map((line, i) => {
        const told = line.joins_at?.by === 'relative' ? (line.joins_at.to_sighting ?? null) : null;
        const path = `/lines/${i + 1}`;
        return (
          <div key={line.id} className={classes.fields}>
            <b>{line.name}</b>
            <Select
              label="Joins"
              size="xs"
              allowDeselect={false}
              data={lines.filter((l) => l.id !== line.id).map((l) => ({ value: l.id, label: l.name }))}
              value={line.joins ?? null}
              onChange={(v) =>
                send(edits.patch(`${line.name} joins ${v}`, [{ op: 'replace', path: `${path}/joins`, value: v }]))
              }
            />
            <Select
              label="at"
              size="xs"
              placeholder="not said"
              data={junctions.map((f) => ({
                value: f.id,
                label: `${f.words}, ${f.station_ft == null ? 'no footage' : `${shownFt(assessment, f.station_ft)} ft`}`,
              }))}
              value={told}
              onChange={(v) =>
                send(
                  edits.patch(`${line.name}: where it joins`, [
                    { op: 'replace', path: `${path}/joins_at`, value: v ? { by: 'relative', to_sighting: v } : null },
                  ]),
                )
              }
            />
            <span className={classes.end}>
              <button
                type="button"
                className={classes.plain}
                onClick={() => send(edits.patch(`${line.name} taken out`, [{ op: 'remove', path }]))}
              >
                take out
              </button>
            </span>
          </div>
        );
      })}
      <form onSubmit={add} className={classes.add}>
        <TextInput
          aria-label="Name of a branch"
          placeholder="bathroom, kitchen…"
          size="xs"
          value={name}
          onChange={(e) => setName(e.currentTarget.value)}
        />
        <Button type="submit" size="xs" variant="default" disabled={!name.trim()}>
          Add a branch
        </Button>
        <span className="quiet">
          A run on it says so: “run B bathroom cleanout 3in iron, on bathroom branch, facing main”.
        </span>
      </form>
      <ToMain desk={desk} />
    </section>
  );
}

/** Estimates of how far the main is, side by side; one is chosen. Vertical cable is taken out of what was told along the ground. */
function ToMain({ desk }: { desk: Desk }) {
  const { send } = useSheet();
  const line = desk.record.lines?.[0];
  const told = line?.to_main ?? [];
  const choose = (index: number) =>
    send(
      edits.patch(
        'Distance to the main chosen',
        told.map((_, i) => ({ op: 'replace', path: `/lines/0/to_main/${i}/chosen`, value: i === index })),
      ),
    );
  return (
    <>
      {told.length > 0 && <h3>How far the main is</h3>}
      {told.map((e, i) => (
        <label key={e.said || `${e.basis}${e.distance.likely}`} className={classes.choice}>
          <input type="radio" name="to-main" checked={e.chosen ?? false} onChange={() => choose(i)} />
          {e.distance.low != null && e.distance.high != null
            ? `${e.distance.low}–${e.distance.high}`
            : `${e.distance.form === 'about' ? 'about ' : ''}${e.distance.likely}`}{' '}
          ft {e.from_landmark ? 'on from where it was said' : `from ${line?.datum || 'the zero'}`}, by {e.basis}
          <span className="quiet">{e.said}</span>
        </label>
      ))}
      <div className={classes.fields}>
        <NumberInput
          label="Vertical cable, ft"
          description="a stack, a drop or a riser the head went down first"
          placeholder="none"
          size="xs"
          hideControls
          min={0}
          key={line?.vertical_ft?.likely ?? 'none'}
          defaultValue={line?.vertical_ft?.likely ?? ''}
          onBlur={(e) => {
            const said = e.currentTarget.value.trim();
            const likely = said === '' ? null : Number(said);
            if (likely !== (line?.vertical_ft?.likely ?? null))
              send(
                edits.patch(likely === null ? 'No vertical cable' : `Vertical cable ${likely} ft`, [
                  {
                    op: 'replace',
                    path: '/lines/0/vertical_ft',
                    value: likely === null ? null : { form: 'value', likely, unit: 'ft', said },
                  },
                ]),
              );
          }}
        />
      </div>
    </>
  );
}
