import { Button, SegmentedControl, TextInput, useMantineColorScheme } from '@mantine/core';
import { useDocumentTitle, useHotkeys } from '@mantine/hooks';
import { useNavigate } from '@tanstack/react-router';
import { useEffect, useRef, useState } from 'react';
import { answered, api, type Desk, inWords, Refused } from '../../api/client';
import { Commands } from '../desk/Commands';
import { LateralRows } from './LateralRows';
import classes from './LateralsView.module.css';
import { NewLateral } from './NewLateral';
import { SHELVES, type Shelf, useList } from './use-list';

const NONE: Record<Shelf, string> = {
  desk: 'No laterals yet: press New, or open a lateral file.',
  archive: 'Nothing is in the archive: what is done with is put here from its row.',
  bin: 'The bin is empty.',
};

/** Home: every lateral with a small strip, its verdict, soundness, worst and feet not seen. */
export function LateralsView() {
  const [asking, setAsking] = useState(false);
  const [refused, setRefused] = useState<Refused | null>(null);
  const home = useList();
  const { data, error, isPending } = home.page;
  const { search = '', shelf = 'desk' } = home.list;
  const navigate = useNavigate();
  useDocumentTitle('Laterals · Bell Stone');
  const [finding, setFinding] = useState(false);
  useHotkeys([['mod+K', () => setFinding(true)]], ['TEXTAREA']);
  const { toggleColorScheme } = useMantineColorScheme();
  const file = useRef<HTMLInputElement>(null);
  const undo = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    if (home.told?.back) undo.current?.focus();
  }, [home.told]);
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
  const asked = new URLSearchParams(Object.entries(home.list).map(([k, v]) => [k, String(v)]));

  return (
    <main className={classes.root} id="work">
      <header className={classes.top}>
        <h1>Bell Stone</h1>
        <TextInput
          className={classes.search}
          aria-label="Search the laterals"
          placeholder="Search: a name, fibre with a belly, failed…"
          value={search}
          onChange={(e) => home.setList({ ...home.list, search: e.currentTarget.value })}
          size="xs"
        />
        <SegmentedControl
          size="xs"
          aria-label="Which laterals"
          data={SHELVES}
          value={shelf}
          onChange={(v) => home.setList({ ...home.list, shelf: v as Shelf })}
        />
        <span className={classes.gap} />
        <Button size="compact-xs" variant="subtle" onClick={() => setFinding(true)}>
          find Ctrl K
        </Button>
        <a className={classes.quietly} href={`/api/laterals/list/csv?${asked}`} download>
          Save the list
        </a>
        <label className={classes.file}>
          Open a lateral file
          <input
            ref={file}
            type="file"
            accept=".json,application/json"
            onChange={(e) => openFile(e.currentTarget.files?.[0])}
          />
        </label>
        <Button size="xs" onClick={() => setAsking(true)}>
          New
        </Button>
      </header>
      {finding && (
        <Commands
          onClose={() => setFinding(false)}
          commands={[
            { name: 'New lateral', run: () => setAsking(true) },
            { name: 'Open a lateral file', run: () => file.current?.click() },
            { name: 'Save the list as CSV', run: () => window.location.assign(`/api/laterals/list/csv?${asked}`) },
            ...SHELVES.map(({ value, label }) => ({
              name: `Show: ${label.toLowerCase()}`,
              run: () => home.setList({ ...home.list, shelf: value }),
            })),
            { name: 'Go to Scheme', run: () => navigate({ to: '/scheme' }) },
            { name: 'Switch dark and light', run: toggleColorScheme },
          ]}
        />
      )}
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
      <div className={classes.told} role="status">
        {home.told && (
          <>
            {home.told.words}
            {home.told.back && (
              <Button ref={undo} size="compact-xs" variant="default" onClick={home.told.back}>
                Undo
              </Button>
            )}
          </>
        )}
      </div>
      {isPending && <p className={classes.pad}>Loading the laterals…</p>}
      {error && <p className={classes.pad}>▲ The laterals did not load: {inWords(error)}</p>}
      {data && data.total === 0 && (
        <p className={classes.pad}>{search ? `No lateral here answers to “${search}”.` : NONE[shelf]}</p>
      )}
      {data && data.rows.length > 0 && <LateralRows rows={data.rows} home={home} />}
      {data && data.total > data.rows.length && (
        <p className={classes.pad}>
          The first {data.rows.length} of {data.total}: search to narrow them.
        </p>
      )}
    </main>
  );
}
