import { Button, SegmentedControl, Select } from '@mantine/core';
import { useState } from 'react';
import { type Desk, Refused, type TableLook } from '../../api/client';
import { edits } from '../../api/edits';
import { looks, type TableKind } from '../../api/queries';
import { WordsTable } from '../../theme/WordsTable';
import { useSheet } from '../desk/use-sheet';
import classes from './LogView.module.css';
import { useAdding } from './use-adding';

const KINDS: { value: TableKind; label: string }[] = [
  { value: 'sightings', label: 'findings' },
  { value: 'water', label: 'water depths' },
  { value: 'depth', label: 'depths below ground' },
  { value: 'invert', label: 'surveyed inverts' },
  { value: 'pitch', label: 'pitch log' },
];

export interface TablesProps {
  desk: Desk;
  /** What the table is taken for first. @default 'sightings' */
  first?: TableKind;
  onDone: () => void;
}

/** A CSV table in: how its columns are taken is shown before a row is added, and remembered. */
export function Tables({ desk, first = 'sightings', onDone }: TablesProps) {
  const { send, refused } = useSheet();
  const adding = useAdding();
  const [what, setWhat] = useState<TableKind>(first);
  const [text, setText] = useState('');
  const [look, setLook] = useState<TableLook | null>(null);
  const [wrong, setWrong] = useState('');
  const read = async (next: string, kind: TableKind) => {
    setText(next);
    setWhat(kind);
    setWrong('');
    setLook(null);
    if (!next) return;
    try {
      setLook(await looks.table(desk.id, kind, next));
    } catch (error) {
      const { message, problems } = error instanceof Refused ? error : { message: String(error), problems: [] };
      setWrong([message, ...problems.map((p) => `${p.place}: ${p.mend}.`)].join(' '));
    }
  };
  const choose = (field: string, column: string | null) =>
    look &&
    setLook({
      ...look,
      mapping: Object.fromEntries([
        ...Object.entries(look.mapping).filter(([name]) => name !== field),
        ...(column === null ? [] : [[field, Number(column)]]),
      ]),
    });
  const add = async () => {
    if (look && (await adding.run((work) => send(edits.table(what, text, look.mapping, work))))) onDone();
  };
  return (
    <section className={classes.paste} aria-label="Import a table">
      <div className={classes.row}>
        <SegmentedControl size="xs" data={KINDS} value={what} onChange={(v) => read(text, v as TableKind)} />
        <input
          type="file"
          accept=".csv,.txt,text/csv,text/plain"
          aria-label="The CSV file"
          onChange={async (e) => read((await e.currentTarget.files?.[0]?.text()) ?? '', what)}
        />
        <Button size="xs" variant="subtle" onClick={onDone}>
          Close
        </Button>
      </div>
      {!text && (
        <p className="quiet">
          A CSV file with a header row, its columns in any order; feet unless the heading says otherwise.
        </p>
      )}
      {wrong && <p role="alert">▲ {wrong}</p>}
      {look && (
        <>
          <p>
            {look.count} row{look.count === 1 ? '' : 's'}.{' '}
            {look.remembered ? 'Columns taken as they were last time.' : 'Columns taken by their headings: check them.'}
          </p>
          <div className={classes.columns}>
            {look.fields.map((f) => (
              <Select
                key={f.name}
                label={f.needed ? `${f.name} (needed)` : f.name}
                size="xs"
                clearable
                placeholder="no column"
                data={look.header.map((h, i) => ({ value: String(i), label: h || `column ${i + 1}` }))}
                value={look.mapping[f.name] === undefined ? null : String(look.mapping[f.name])}
                onChange={(v) => choose(f.name, v)}
              />
            ))}
          </div>
          <WordsTable label="First rows" heads={look.header} rows={look.rows} />
          <div className={classes.row}>
            <Button size="xs" onClick={add} disabled={adding.busy}>
              Add all {look.count}
            </Button>
            {adding.busy && adding.far && (
              <>
                <progress aria-label="Rows read" value={adding.far.done} max={Math.max(adding.far.of, 1)} />
                <span className="quiet">
                  {adding.far.done} of {adding.far.of || look.count} rows
                </span>
                <Button size="xs" variant="default" onClick={adding.callOff}>
                  Cancel
                </Button>
              </>
            )}
            {refused ? <span role="alert">▲ {refused}</span> : <span className="quiet">All rows or none.</span>}
          </div>
        </>
      )}
    </section>
  );
}
