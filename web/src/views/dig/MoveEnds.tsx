import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { Assessment, Desk, MovedDig } from '../../api/client';
import { edits } from '../../api/edits';
import { digLookOptions } from '../../api/queries';
import { shownFt, toStation } from '../../strip/get-axis';
import { useSheet } from '../desk/use-sheet';
import classes from './DigView.module.css';

export interface MoveEndsProps {
  desk: Desk;
  dig: Assessment['digs'][number];
  onDone: () => void;
}

/** The ends of a dig set by hand, in feet as the strip shows them: what that changes is told while they are typed. */
export function MoveEnds({ desk, dig, onDone }: MoveEndsProps) {
  const { assessment: a } = desk;
  const { send } = useSheet();
  const [ends, setEnds] = useState([shownFt(a, dig.start_ft), shownFt(a, dig.end_ft)]);
  const [reason, setReason] = useState(dig.moved?.reason ?? '');
  const [start, end] = ends
    .map((text) => (text.trim() === '' ? Number.NaN : toStation(a, Number(text))))
    .sort((x, y) => x - y) as [number, number];
  const known = Number.isFinite(start) && Number.isFinite(end) && end > start;
  const line = a.path === desk.record.lines?.[0]?.id ? null : a.path;
  const moved: MovedDig = { items: dig.items, line, start_ft: start, end_ft: end, reason: reason.trim() || 'not said' };
  const look = useQuery({ ...digLookOptions(desk.id, desk.version, moved), enabled: known });
  const set = async () => {
    if (known && reason.trim().length >= 3 && (await send(edits.digEnds({ ...moved, reason: reason.trim() }))))
      onDone();
  };
  return (
    <form
      className={classes.ends}
      aria-label="Ends of the dig"
      onSubmit={(e) => {
        e.preventDefault();
        set();
      }}
      onKeyDown={(e) => e.key === 'Escape' && onDone()}
    >
      {(['from', 'to'] as const).map((word, k) => (
        <label key={word}>
          {word}{' '}
          <input
            inputMode="decimal"
            aria-label={`Dig ${word}, ft`}
            size={6}
            maxLength={8}
            value={ends[k]}
            onChange={(e) => setEnds(ends.map((text, n) => (n === k ? e.target.value : text)))}
          />{' '}
          ft
        </label>
      ))}
      <input
        className={classes.reason}
        aria-label="Why the ends are moved"
        placeholder="why, shown on the sheet"
        maxLength={300}
        value={reason}
        onChange={(e) => setReason(e.currentTarget.value)}
      />
      <button type="submit" className={classes.plain} disabled={!known || reason.trim().length < 3}>
        set them
      </button>
      <button type="button" className={classes.plain} onClick={onDone}>
        leave them
      </button>
      <p role="status">
        {known ? (look.data ?? []).join('; ') : 'Two footages, one past the other, as the strip counts them.'}
        {look.error && `▲ ${look.error.message}`}
      </p>
    </form>
  );
}
