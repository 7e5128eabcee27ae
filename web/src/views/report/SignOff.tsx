import { Button, TextInput } from '@mantine/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { Desk, SignedShown } from '../../api/client';
import classes from './ReportView.module.css';
import { comparedOptions, signedOptions, signOff } from './signing';

/** Signing off: the page as it stands is kept as it is; each one kept, and what changed since. */
export function SignOff({ desk: { id, version } }: { desk: Desk }) {
  const { data: signed } = useQuery(signedOptions(id, version));
  const cache = useQueryClient();
  const [by, setBy] = useState('');
  const [refused, setRefused] = useState('');
  const last = signed?.[0];
  const sign = async () => {
    try {
      await signOff(id, version, by, 'us-letter');
      setRefused('');
      await cache.invalidateQueries({ queryKey: ['signed', id] });
    } catch (error) {
      setRefused(error instanceof Error ? error.message : 'It was not signed.');
    }
  };
  return (
    <section className={classes.signing} aria-label="Signing off">
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void sign();
        }}
      >
        <span>{last ? state(last) : 'A draft: nobody has signed it.'}</span>
        <TextInput
          size="xs"
          aria-label="Who signs"
          placeholder="your name"
          value={by}
          onChange={(e) => setBy(e.currentTarget.value)}
        />
        <Button size="xs" type="submit" variant="default" disabled={!by.trim()}>
          Sign off
        </Button>
        {refused && <span role="alert">▲ {refused}</span>}
      </form>
      {signed?.map((s, n) => (
        <Kept key={s.number} id={id} version={version} signed={s} next={signed[n - 1]} />
      ))}
    </section>
  );
}

const state = (s: SignedShown) =>
  s.as_it_stands
    ? `Signed by ${s.by} on ${s.on}, as it stands.`
    : `A draft: changed since ${s.by} signed it on ${s.on}.`;

/** One signed page: its file, and what differs from it to the next one signed, or to the lateral as it stands. */
function Kept({
  id,
  version,
  signed: s,
  next,
}: {
  id: number;
  version: number;
  signed: SignedShown;
  next?: SignedShown;
}) {
  const [open, setOpen] = useState(false);
  const { data } = useQuery({ ...comparedOptions(id, version, s.number, next?.number ?? null), enabled: open });
  const against = next ? `the one of ${next.on} (${next.number})` : 'the lateral as it stands';
  return (
    <details onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary>
        {s.number} · {s.by} · {s.on} · {s.scheme}, house rules {s.house_rules} ·{' '}
        <a href={`/api/laterals/${id}/signed/${s.number}/report.pdf`} download>
          signed page {s.number}, PDF
        </a>{' '}
        <span className="quiet" title={`SHA-256 of its inputs: ${s.digest}`}>
          inputs {s.digest.slice(0, 12)}…
        </span>
      </summary>
      <p className="quiet">From this page to {against}:</p>
      <ul>
        {data?.words.map((words) => (
          <li key={words}>{words}</li>
        ))}
      </ul>
    </details>
  );
}
