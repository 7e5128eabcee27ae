import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import type { Desk, Finding } from '../../api/client';
import { edits } from '../../api/edits';
import { looks } from '../../api/queries';
import { shownFt } from '../../strip/get-axis';
import classes from './DeskView.module.css';
import { useSheet } from './use-sheet';

export interface SameBarProps {
  desk: Desk;
  keep: Finding;
  join: Finding;
  onDone: () => void;
}

const name = (desk: Desk, f: Finding) =>
  `${f.words.split(',')[0]}${f.how === 'station' && f.station_ft != null ? ` at ${shownFt(desk.assessment, f.station_ft)} ft` : ''}${f.run ? ` (run ${f.run})` : ''}`;

/** Two findings that may be one thing: what would follow is said before it is taken. */
export function SameBar({ desk, keep, join, onDone }: SameBarProps) {
  const { send } = useSheet();
  const { data, error } = useQuery({
    queryKey: ['same', desk.id, desk.version, keep.item, join.item],
    queryFn: () => looks.same(desk.id, keep.item, join.item),
    retry: false,
  });
  const take = async (edit: ReturnType<typeof edits.same>) => {
    if (await send(edit)) onDone();
  };
  return (
    <div className={classes.same} role="alertdialog" aria-label="Is this that?">
      <span>
        Is <b>{name(desk, join)}</b> the same thing as <b>{name(desk, keep)}</b>?
      </span>
      <span className="quiet" data-consequence>
        {error ? `▲ ${error.message}` : (data?.words ?? 'working out what follows…')}
      </span>
      <span className={classes.gap} />
      <Button size="compact-xs" autoFocus disabled={!data} onClick={() => take(edits.same(keep.item, join.item))}>
        One thing
      </Button>
      <Button size="compact-xs" variant="default" onClick={() => take(edits.apart(keep.item, join.item))}>
        Two things
      </Button>
      <Button size="compact-xs" variant="subtle" onClick={onDone}>
        Not now
      </Button>
    </div>
  );
}
