import { Button, Select, TextInput } from '@mantine/core';
import { useState } from 'react';
import type { Desk } from '../../api/client';
import { edits } from '../../api/edits';
import { useSheet } from '../desk/use-sheet';
import classes from './JudgeView.module.css';

type Override = NonNullable<Desk['record']['overrides']>[number];

const CHOICES = {
  verdict: [
    ['serviceable', 'Serviceable'],
    ['serviceable_note', 'Serviceable, note'],
    ['further_look', 'Needs a further look'],
    ['not_serviceable', 'Not serviceable'],
  ],
  rating: [
    ['1', '1 leave'],
    ['2', '2 note'],
    ['3', '3 watch'],
    ['4', '4 repair'],
    ['5', '5 failed'],
  ],
} as const;

export interface SetByHandProps {
  desk: Desk;
  /** The item whose rating is set; null sets the line's verdict. */
  item: string | null;
  onDone: () => void;
}

/** A rating or the verdict set by the analyst, with the reason; the computed one stays beside it. */
export function SetByHand({ desk, item, onDone }: SetByHandProps) {
  const { send } = useSheet();
  const what = item === null ? 'verdict' : 'rating';
  const all = desk.record.overrides ?? [];
  const mine = all.find((o) => (o.item ?? null) === item);
  const [value, setValue] = useState(String(mine?.[what] ?? ''));
  const [reason, setReason] = useState(mine?.reason ?? '');
  const save = async () => {
    const own = { item, rating: item === null ? null : Number(value), verdict: item === null ? value : null, reason };
    const others: unknown[] = all.filter((o: Override) => o !== mine);
    const words = value ? `The ${what} ${value.replaceAll('_', ' ')} set: ${reason}` : `The ${what} as computed`;
    const overrides = value ? [...others, own] : others;
    if (await send(edits.patch(words, [{ op: 'replace', path: '/overrides', value: overrides }]))) onDone();
  };
  return (
    <div className={classes.form}>
      <Select
        aria-label={item === null ? 'Verdict' : 'Rating'}
        size="xs"
        data={[{ value: '', label: 'as computed' }, ...CHOICES[what].map(([v, label]) => ({ value: v, label }))]}
        value={value}
        onChange={(v) => setValue(v ?? '')}
        allowDeselect={false}
      />
      <TextInput
        aria-label={`Reason for the ${what}`}
        placeholder="reason, shown beside it"
        size="xs"
        value={reason}
        onChange={(e) => setReason(e.currentTarget.value)}
        style={{ flex: 1 }}
      />
      <Button size="xs" onClick={save} disabled={!!value && reason.trim().length < 3}>
        Set
      </Button>
    </div>
  );
}
