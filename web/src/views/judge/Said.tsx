import { Button, Select, TextInput } from '@mantine/core';
import { type FormEvent, useState } from 'react';
import type { Desk } from '../../api/client';
import { edits } from '../../api/edits';
import { useSheet } from '../desk/use-sheet';
import classes from './JudgeView.module.css';

const VIEWS = [
  { value: 'open', label: 'not looked into' },
  { value: 'agree', label: 'agree' },
  { value: 'disagree', label: 'disagree' },
  { value: 'cannot_tell', label: 'cannot tell' },
];
const STATUS = [
  { value: 'stands', label: 'stands' },
  { value: 'done', label: 'done' },
  { value: 'withdrawn', label: 'withdrawn' },
];
const CHECKS = ['upstream end', 'downstream end', 'step', 'dip', 'leak', 'debris'];
const RESULTS = [
  { value: 'accepted', label: 'accepted' },
  { value: 'with_note', label: 'with a note' },
  { value: 'not', label: 'not accepted' },
];

/** What others say, what is advised and whether it still stands, and how repairs were found. */
export function Said({ desk }: { desk: Desk }) {
  return (
    <>
      <Symptoms desk={desk} />
      <Claims desk={desk} />
      <Advice desk={desk} />
      <Repairs desk={desk} />
    </>
  );
}

function Symptoms({ desk }: { desk: Desk }) {
  const symptoms = desk.record.visits.at(-1)?.symptoms ?? [];
  if (symptoms.length === 0) return null;
  return (
    <section className={classes.block} aria-label="Symptoms">
      <h2>Symptoms told</h2>
      {symptoms.map((s) => (
        <p key={s.id}>{s.said}</p>
      ))}
    </section>
  );
}

function Claims({ desk }: { desk: Desk }) {
  const { send } = useSheet();
  const claims = desk.record.claims ?? [];
  if (claims.length === 0) return null;
  return (
    <section className={classes.block} aria-label="Claims">
      <h2>What others say</h2>
      {claims.map((c, i) => (
        <div key={c.id} className={classes.saidRow}>
          <span>
            <span className="quiet">{c.who ? `${c.who}: ` : ''}</span>
            {c.said}
          </span>
          <Select
            aria-label={`Our view of what ${c.who || 'they'} say`}
            size="xs"
            w={140}
            allowDeselect={false}
            data={VIEWS}
            value={c.view}
            onChange={(v) => send(edits.patch(`Claim: ${v}`, [{ op: 'replace', path: `/claims/${i}/view`, value: v }]))}
          />
          <TextInput
            aria-label="By how much"
            placeholder="by how much"
            size="xs"
            w={120}
            key={c.by_how_much}
            defaultValue={c.by_how_much ?? ''}
            onBlur={(e) =>
              e.currentTarget.value !== (c.by_how_much ?? '') &&
              send(
                edits.patch('Claim: by how much', [
                  { op: 'replace', path: `/claims/${i}/by_how_much`, value: e.currentTarget.value },
                ]),
              )
            }
          />
        </div>
      ))}
    </section>
  );
}

function Advice({ desk }: { desk: Desk }) {
  const { send } = useSheet();
  const advice = desk.record.recommendations ?? [];
  const [what, setWhat] = useState('');
  const add = async (event: FormEvent) => {
    event.preventDefault();
    if (await send(edits.line(`recommend ${what}`))) setWhat('');
  };
  return (
    <section className={classes.block} aria-label="Recommendations">
      <h2>Recommended</h2>
      {advice.map((r, i) => (
        <div key={r.id} className={classes.saidRow}>
          <span data-gone={r.status === 'withdrawn' || undefined}>
            {r.what} {!r.ours && <span className="quiet">(theirs)</span>}
          </span>
          <Select
            aria-label={`Status of: ${r.what}`}
            size="xs"
            w={120}
            allowDeselect={false}
            data={STATUS}
            value={r.status}
            onChange={(v) =>
              send(
                edits.patch(`Recommendation ${v}`, [{ op: 'replace', path: `/recommendations/${i}/status`, value: v }]),
              )
            }
          />
        </div>
      ))}
      <form onSubmit={add} className={classes.saidRow}>
        <TextInput
          aria-label="What is recommended"
          placeholder="clean, look again; spot repair 40–46 ft…"
          size="xs"
          value={what}
          onChange={(e) => setWhat(e.currentTarget.value)}
        />
        <Button type="submit" size="xs" variant="default" disabled={!what.trim()}>
          Add
        </Button>
      </form>
    </section>
  );
}

function Repairs({ desk }: { desk: Desk }) {
  const { send } = useSheet();
  const repairs = desk.record.repairs ?? [];
  if (repairs.length === 0) return null;
  return (
    <section className={classes.block} aria-label="Repairs">
      <h2>Repairs, looked at twice</h2>
      {repairs.map((r, i) => {
        const checks = r.checks ?? [];
        const set = (what: string, result: string | null) => {
          const value = [...checks.filter((c) => c.what !== what), ...(result ? [{ what, result }] : [])];
          send(
            edits.patch(`Repair: ${what} ${result ?? 'not looked at'}`, [
              { op: 'replace', path: `/repairs/${i}/checks`, value },
            ]),
          );
        };
        const names = [...new Set([...CHECKS, ...checks.map((c) => c.what)])];
        return (
          <div key={r.id}>
            <p>
              {r.said} {r.by && <span className="quiet">by {r.by}</span>}
            </p>
            <div className={classes.checks}>
              {names.map((what) => (
                <Select
                  key={what}
                  label={what}
                  size="xs"
                  clearable
                  placeholder="not looked at"
                  data={RESULTS}
                  value={checks.find((c) => c.what === what)?.result ?? null}
                  onChange={(v) => set(what, v)}
                />
              ))}
            </div>
          </div>
        );
      })}
    </section>
  );
}
