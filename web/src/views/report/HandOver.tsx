import { Button, NativeSelect, Switch } from '@mantine/core';
import { useState } from 'react';
import type { Desk } from '../../api/client';

/** The page as files to hand over: on which paper, with or without the lateral's name. */
export function HandOver({ desk: { id, assessment: a } }: { desk: Desk }) {
  const [paper, setPaper] = useState('us-letter');
  const [names, setNames] = useState(true);
  const file = (name: string) =>
    `/api/laterals/${id}/${name}?${new URLSearchParams({ path: a.path, paper, names: `${names}` })}`;
  return (
    <>
      <Button size="xs" component="a" href={file('report.pdf')} download>
        Report, PDF
      </Button>
      {a.digs.length > 0 && (
        <Button size="xs" variant="default" component="a" href={file('digs.pdf')} download>
          {a.digs.length === 1 ? 'Dig sheet, PDF' : `${a.digs.length} dig sheets, PDF`}
        </Button>
      )}
      <Button size="xs" variant="default" component="a" href={file('owner.pdf')} download>
        For the owner, PDF
      </Button>
      <NativeSelect
        size="xs"
        aria-label="Paper"
        value={paper}
        onChange={(e) => setPaper(e.currentTarget.value)}
        data={[
          { value: 'us-letter', label: 'Letter' },
          { value: 'a4', label: 'A4' },
        ]}
      />
      <Switch size="xs" label="with names" checked={names} onChange={(e) => setNames(e.currentTarget.checked)} />
      <Button size="xs" variant="subtle" onClick={() => window.print()}>
        Print the page
      </Button>
      {a.digs.length === 0 && <span className="quiet">Nothing on this line needs digging: there is no dig sheet.</span>}
    </>
  );
}
