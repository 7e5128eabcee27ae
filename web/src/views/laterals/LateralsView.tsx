import { Button, TextInput } from '@mantine/core';
import { Link, useNavigate } from '@tanstack/react-router';
import { useState } from 'react';
import { answered, api, type Desk, type LateralRow, Refused } from '../../api/client';
import { useLaterals } from '../../api/queries';
import { Rating } from '../../theme/Rating';
import classes from './LateralsView.module.css';
import { MiniStrip } from './MiniStrip';
import { NewLateral } from './NewLateral';

interface Summary {
  verdict_words: string;
  soundness: number | null;
  worst: number | null;
  unseen_ft: number | null;
  findings: number;
  locality: string;
  visit: string;
  start_here: boolean;
}

/** Home: every lateral with a small strip, its verdict, soundness, worst and feet not seen. */
export function LateralsView() {
  const [search, setSearch] = useState('');
  const [asking, setAsking] = useState(false);
  const [refused, setRefused] = useState<Refused | null>(null);
  const { data, error, isPending } = useLaterals(search);
  const navigate = useNavigate();
  const open = (id: number) => navigate({ to: '/lateral/$id/$step', params: { id, step: 'log' } });

  const openFile = async (file: File | null | undefined) => {
    if (!file) return;
    setRefused(null);
    const text = await file.text();
    try {
      const sent = api.POST('/api/laterals/file', {
        body: {} as never,
        bodySerializer: () => text,
        headers: { 'Content-Type': 'application/json' },
      });
      open((await answered<Desk>(sent)).id);
    } catch (e) {
      setRefused(e instanceof Refused ? e : new Refused(0, String(e), []));
    }
  };

  return (
    <main className={classes.root}>
      <header className={classes.top}>
        <h1>Bell Stone</h1>
        <span className="quiet">Laterals</span>
        <TextInput
          aria-label="Search by name"
          placeholder="Search by name"
          value={search}
          onChange={(e) => setSearch(e.currentTarget.value)}
          size="xs"
        />
        <span className={classes.gap} />
        <label className={classes.file}>
          Open a lateral file
          <input type="file" accept=".json,application/json" onChange={(e) => openFile(e.currentTarget.files?.[0])} />
        </label>
        <Button size="xs" onClick={() => setAsking(true)}>
          New
        </Button>
      </header>
      {asking && <NewLateral onCancel={() => setAsking(false)} onMade={open} />}
      {refused && (
        <div className={classes.refused} role="alert">
          <b>▲ {refused.message}</b>
          {refused.problems.slice(0, 5).map((p) => (
            <p key={p.place + p.mend}>
              <code>{p.place}</code>: {p.mend}
            </p>
          ))}
        </div>
      )}
      {isPending && <p className={classes.pad}>Loading the laterals…</p>}
      {error && <p className={classes.pad}>▲ The laterals did not load: {error.message}</p>}
      {data && data.total === 0 && (
        <p className={classes.pad}>
          {search ? `No lateral is called “${search}”.` : 'No laterals yet: press New, or open a lateral file.'}
        </p>
      )}
      {data && data.rows.length > 0 && <Rows rows={data.rows} />}
      {data && data.total > data.rows.length && (
        <p className={classes.pad}>
          The newest {data.rows.length} of {data.total}: search to narrow them.
        </p>
      )}
    </main>
  );
}

function Rows({ rows }: { rows: LateralRow[] }) {
  return (
    <table className={classes.table}>
      <thead>
        <tr>
          <th>lateral</th>
          <th>house to main</th>
          <th>verdict</th>
          <th>soundness</th>
          <th>worst</th>
          <th>not seen</th>
          <th>visit</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => {
          const s = row.summary as unknown as Summary;
          return (
            <tr key={row.id}>
              <td>
                <Link to="/lateral/$id/$step" params={{ id: row.id, step: 'log' }}>
                  {row.name}
                </Link>
                {s.start_here && <span className={classes.start}>start here</span>}
                <div className="quiet">{[s.locality, `${s.findings} rated`].filter(Boolean).join(' · ')}</div>
              </td>
              <td>
                <MiniStrip summary={row.summary} />
              </td>
              <td>
                <b>{s.verdict_words}</b>
              </td>
              <td className={classes.number}>{s.soundness ?? <span className="quiet">not known</span>}</td>
              <td>
                <Rating value={s.worst} word />
              </td>
              <td className={classes.number}>
                {s.unseen_ft === null ? (
                  <span className="quiet">length not known</span>
                ) : (
                  `${s.unseen_ft.toFixed(0)} ft`
                )}
              </td>
              <td className="quiet">{s.visit}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
