import { Button, Select } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { Link } from '@tanstack/react-router';
import { useState } from 'react';
import type { Desk } from '../../api/client';
import { edits } from '../../api/edits';
import { looks, schemesOptions } from '../../api/queries';
import { shownFt } from '../../strip/get-axis';
import { useSheet } from '../desk/use-sheet';
import classes from './JudgeView.module.css';

/** The coding scheme it is judged by; another one says what it would change before it is taken. */
export function JudgedBy({ desk }: { desk: Desk }) {
  const { send } = useSheet();
  const { data } = useQuery(schemesOptions);
  const now = desk.assessment.scheme;
  const [chosen, setChosen] = useState(now);
  const other = chosen !== now;
  const what = useQuery({
    queryKey: ['rerate', desk.id, desk.version, chosen],
    queryFn: () => looks.scheme(desk.id, chosen),
    enabled: other,
  });
  return (
    <>
      <div className={classes.saidRow}>
        <Select
          label="Coding scheme"
          size="xs"
          allowDeselect={false}
          data={(data ?? [{ label: now }]).map((s) => s.label)}
          value={chosen}
          onChange={(v) => v && setChosen(v)}
        />
        <Link to="/scheme">see or copy it</Link>
      </div>
      {other && what.data && (
        <div className={classes.note}>
          {what.data.length === 0 ? (
            <p>Nothing on this line would be judged otherwise.</p>
          ) : (
            <ul className={classes.reasons}>
              {what.data.map((r) => (
                <li key={`${r.what}${r.station_ft}`}>
                  {r.station_ft != null && `${shownFt(desk.assessment, r.station_ft)} ft `}
                  {r.what}: {r.before} → <b>{r.after}</b>
                </li>
              ))}
            </ul>
          )}
          <Button size="compact-xs" onClick={() => send(edits.judgeBy(chosen))}>
            Judge by {chosen}
          </Button>
        </div>
      )}
    </>
  );
}
