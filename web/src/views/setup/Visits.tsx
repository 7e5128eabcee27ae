import { Button, Select, TextInput } from '@mantine/core';
import { type FormEvent, useState } from 'react';
import type { Desk } from '../../api/client';
import { edits } from '../../api/edits';
import { useSheet } from '../desk/use-sheet';
import classes from './SetupView.module.css';

const PURPOSES = ['purchase', 'backup', 'after cleaning', 'after repair', 'periodic re-look', 'new liner'];

/** The visits so far, the newest leading; a new one keeps what the earlier saw beside it. */
export function Visits({ desk }: { desk: Desk }) {
  const { send } = useSheet();
  const { visits } = desk.record;
  const newest = visits.length - 1;
  const visit = visits[newest];
  const [date, setDate] = useState('');
  const set = (words: string, field: string, value: unknown) =>
    send(edits.patch(words, [{ op: 'replace', path: `/visits/${newest}/${field}`, value }]));
  const add = async (event: FormEvent) => {
    event.preventDefault();
    if (await send(edits.line(`visit ${date || 'new look'}`))) setDate('');
  };
  if (!visit) return null;
  return (
    <section className={classes.block} aria-label="Visits">
      <h2>
        Visit {visit.date || newest + 1}{' '}
        <span className="quiet">
          {newest > 0 &&
            `the newest of ${visits.length}; earlier: ${visits
              .slice(0, -1)
              .map((v, i) => v.date || `visit ${i + 1}`)
              .join(', ')}`}
        </span>
      </h2>
      <div className={classes.fields}>
        <TextInput
          label="Date"
          placeholder="2026-11-20"
          size="xs"
          key={visit.date}
          defaultValue={visit.date ?? ''}
          onBlur={(e) =>
            e.currentTarget.value !== visit.date && set('Date of the visit', 'date', e.currentTarget.value)
          }
        />
        <Select
          label="Why"
          size="xs"
          clearable
          data={[...new Set([...PURPOSES, ...(visit.purpose ? [visit.purpose] : [])])]}
          value={visit.purpose || null}
          onChange={(v) => set(`Purpose: ${v ?? 'not said'}`, 'purpose', v ?? '')}
        />
        <TextInput
          label="Cleaned before"
          placeholder="cable, jet, none"
          size="xs"
          key={visit.cleaning_before}
          defaultValue={visit.cleaning_before ?? ''}
          onBlur={(e) =>
            e.currentTarget.value !== visit.cleaning_before &&
            set('Cleaning before', 'cleaning_before', e.currentTarget.value)
          }
        />
        <TextInput
          label="Job number"
          size="xs"
          key={`job ${visit.job_number}`}
          defaultValue={visit.job_number ?? ''}
          maxLength={80}
          onBlur={(e) =>
            e.currentTarget.value !== visit.job_number && set('Job number', 'job_number', e.currentTarget.value.trim())
          }
        />
        <TextInput
          label="Looked at by"
          size="xs"
          key={`by ${visit.inspector}`}
          defaultValue={visit.inspector ?? ''}
          maxLength={80}
          onBlur={(e) =>
            e.currentTarget.value !== visit.inspector && set('Who looked', 'inspector', e.currentTarget.value.trim())
          }
        />
        <form onSubmit={add} className={classes.newVisit}>
          <TextInput
            label="Another visit"
            placeholder="its date, 2026-11-23"
            size="xs"
            value={date}
            onChange={(e) => setDate(e.currentTarget.value)}
          />
          <Button type="submit" size="xs" variant="default" disabled={!/^\d{4}-\d\d-\d\d$/.test(date)}>
            Start it
          </Button>
        </form>
      </div>
    </section>
  );
}
