import { Link } from '@tanstack/react-router';
import { useState } from 'react';
import type { LateralRow } from '../../api/client';
import { Rating } from '../../theme/Rating';
import classes from './LateralsView.module.css';
import { MiniStrip } from './MiniStrip';
import { RowMenu } from './RowMenu';
import type { Column, useList } from './use-list';

interface Summary {
  verdict_words: string;
  soundness: number | null;
  worst: number | null;
  unseen_ft: number | null;
  findings: number;
  locality: string;
  client?: string;
  visit: string;
  start_here: boolean;
}

const COLUMNS: [string, Column | null, string?][] = [
  ['lateral', 'name'],
  ['house to main', null, classes.wide],
  ['verdict', 'verdict'],
  ['soundness', 'soundness', classes.middling],
  ['worst', 'worst'],
  ['not seen', 'unseen_ft', classes.middling],
  ['visit', 'visit', classes.middling],
  ['next look', 'due', classes.middling],
];

interface LateralRowsProps {
  rows: LateralRow[];
  home: ReturnType<typeof useList>;
}

/** The laterals, sorted by the column pressed. */
export function LateralRows({ rows, home }: LateralRowsProps) {
  const { by, descending } = home.list;
  return (
    <table className={classes.table}>
      <thead>
        <tr>
          {COLUMNS.map(([name, column, className]) => (
            <th
              key={name}
              className={className}
              aria-sort={column && by === column ? (descending ? 'descending' : 'ascending') : undefined}
            >
              {column ? (
                <button type="button" className={classes.sort} onClick={() => home.sort(column)}>
                  {name}
                  <span aria-hidden>{by === column ? (descending ? ' ↓' : ' ↑') : ''}</span>
                </button>
              ) : (
                name
              )}
            </th>
          ))}
          <th>
            <button
              type="button"
              className={classes.sort}
              aria-pressed={by === 'changed'}
              onClick={() => home.sort('changed')}
            >
              {by === 'changed' && !descending ? 'earliest first' : 'latest first'}
            </button>
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <Lateral key={row.id} row={row} home={home} />
        ))}
      </tbody>
    </table>
  );
}

function Lateral({ row, home }: { row: LateralRow; home: LateralRowsProps['home'] }) {
  const s = row.summary as unknown as Summary;
  const [naming, setNaming] = useState(false);
  const named = (name: string) => {
    setNaming(false);
    if (name.trim() && name.trim() !== row.name) home.rename(row, name.trim());
  };
  return (
    <tr>
      <td>
        {naming ? (
          <input
            className={classes.naming}
            aria-label={`New name of ${row.name}`}
            defaultValue={row.name}
            maxLength={120}
            // biome-ignore lint/a11y/noAutofocus: it was asked for with this row's menu
            autoFocus
            onFocus={(e) => e.currentTarget.select()}
            onBlur={(e) => named(e.currentTarget.value)}
            onKeyDown={(e) => {
              if (e.key === 'Enter') named(e.currentTarget.value);
              if (e.key === 'Escape') setNaming(false);
            }}
          />
        ) : (
          <Link to="/lateral/$id/$step" params={{ id: row.id, step: 'log' }}>
            {row.name}
          </Link>
        )}
        {s.start_here && <span className={classes.start}>start here</span>}
        <div className="quiet">{[s.locality, s.client, `${s.findings} rated`].filter(Boolean).join(' · ')}</div>
      </td>
      <td className={classes.wide}>
        <MiniStrip summary={row.summary} />
      </td>
      <td>
        <b>{s.verdict_words}</b>
      </td>
      <td className={`${classes.number} ${classes.middling}`}>
        {s.soundness ?? <span className="quiet">not known</span>}
      </td>
      <td>
        <Rating value={s.worst} word />
      </td>
      <td className={`${classes.number} ${classes.middling}`}>
        {s.unseen_ft === null ? <span className="quiet">length not known</span> : `${s.unseen_ft.toFixed(0)} ft`}
      </td>
      <td className={`quiet ${classes.number} ${classes.middling}`}>{s.visit}</td>
      <td className={`quiet ${classes.number} ${classes.middling}`}>{row.due}</td>
      <td className={classes.doing}>
        <RowMenu row={row} home={home} onRename={() => setNaming(true)} />
      </td>
    </tr>
  );
}
