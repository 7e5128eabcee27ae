import { Button, NumberInput, Select, TextInput } from '@mantine/core';
import { type FormEvent, useState } from 'react';
import type { Desk, Landmark } from '../../api/client';
import { edits } from '../../api/edits';
import { fromOrigin, shownFt, toStation } from '../../strip/get-axis';
import { useSheet } from '../desk/use-sheet';
import classes from './SetupView.module.css';

const KINDS = [
  ['access', 'access, cleanout'],
  ['branch', 'branch'],
  ['fitting', 'fitting'],
  ['fence', 'fence'],
  ['wall', 'wall'],
  ['curb', 'curb'],
  ['drive', 'drive'],
  ['property_line', 'property line'],
  ['tree', 'tree'],
  ['pole', 'pole'],
  ['main', 'main'],
  ['other', 'other'],
].map(([value = '', label = '']) => ({ value, label }));
const FAULTS = ['cap off', 'buried', 'too low', 'too small', 'broken'];

/** Accesses and landmarks: where they are, how wide, what is wrong with them. */
export function Places({ desk }: { desk: Desk }) {
  const { send } = useSheet();
  const marks = desk.record.landmarks ?? [];
  const [name, setName] = useState('');
  const add = async (event: FormEvent) => {
    event.preventDefault();
    const value = { name: name.trim(), kind: 'other', basis: 'tape' };
    if (await send(edits.patch(`Place ${name} added`, [{ op: 'add', path: '/landmarks/-', value }]))) setName('');
  };
  return (
    <section className={classes.block} aria-label="Accesses and landmarks">
      <h2>Accesses and landmarks</h2>
      <table className={classes.points}>
        <thead>
          <tr>
            <th>name</th>
            <th>what</th>
            <th>taped, {desk.assessment.axis_words}</th>
            <th>on the axis</th>
            <th>opening, in</th>
            <th>ground, ft</th>
            <th>at fault</th>
            <th aria-label="take out" />
          </tr>
        </thead>
        <tbody>
          {marks.map((mark, i) => (
            <PlaceRow key={mark.name} desk={desk} mark={mark} index={i} />
          ))}
        </tbody>
      </table>
      <form onSubmit={add} className={classes.add}>
        <TextInput
          aria-label="Name of a place"
          placeholder="property line, second cleanout, oak…"
          size="xs"
          value={name}
          onChange={(e) => setName(e.currentTarget.value)}
        />
        <Button type="submit" size="xs" variant="default" disabled={!name.trim()}>
          Add a place
        </Button>
      </form>
    </section>
  );
}

function PlaceRow({ desk, mark, index }: { desk: Desk; mark: Landmark; index: number }) {
  const { send } = useSheet();
  const { assessment } = desk;
  const path = `/landmarks/${index}`;
  const shown = assessment.landmarks.find((m) => m.name === mark.name);
  const isDatum = desk.record.lines?.[0]?.datum === mark.name;
  const set = (words: string, field: string, value: unknown) =>
    send(edits.patch(`${mark.name}: ${words}`, [{ op: 'replace', path: `${path}/${field}`, value }]));
  const number = (
    field: 'station_ft' | 'size_in' | 'ground_ft',
    label: string,
    shownAs = (v: number) => v,
    back = (v: number) => v,
  ) => (
    <NumberInput
      aria-label={`${label} of ${mark.name}`}
      size="xs"
      w={84}
      hideControls
      disabled={field === 'station_ft' && isDatum}
      key={`${field} ${mark[field]} ${assessment.axis_words}`}
      defaultValue={mark[field] == null ? '' : Number(shownAs(mark[field]).toFixed(2))}
      onBlur={(e) => {
        const said = e.currentTarget.value.trim();
        const value = said === '' ? null : back(Number(said));
        if (value !== (mark[field] ?? null) && !Number.isNaN(value))
          set(`${label} ${said || 'taken out'}`, field, value);
      }}
    />
  );
  return (
    <tr>
      <td>
        {mark.name}
        {isDatum && <span className="quiet"> · feet count from here</span>}
      </td>
      <td>
        <Select
          aria-label={`What ${mark.name} is`}
          size="xs"
          w={140}
          allowDeselect={false}
          data={KINDS}
          value={mark.kind}
          onChange={(v) => set(`is a ${v}`, 'kind', v)}
        />
      </td>
      <td>
        {number(
          'station_ft',
          'station',
          (v) => fromOrigin(assessment, v),
          (v) => toStation(assessment, v),
        )}
      </td>
      <td className="quiet">{shown ? `${shownFt(assessment, shown.station_ft)} ft` : 'not known'}</td>
      <td>{mark.kind === 'access' ? number('size_in', 'opening') : null}</td>
      <td>{number('ground_ft', 'ground')}</td>
      <td>
        {mark.kind === 'access' && (
          <Select
            aria-label={`Fault of ${mark.name}`}
            size="xs"
            w={110}
            clearable
            placeholder="none"
            data={FAULTS}
            value={mark.faults?.[0] ?? null}
            onChange={(v) => set(v ? `fault: ${v}` : 'no fault', 'faults', v ? [v] : [])}
          />
        )}
      </td>
      <td>
        <button
          type="button"
          title={`Take ${mark.name} out`}
          aria-label={`Take ${mark.name} out`}
          onClick={() => send(edits.patch(`${mark.name} taken out`, [{ op: 'remove', path }]))}
        >
          ×
        </button>
      </td>
    </tr>
  );
}
