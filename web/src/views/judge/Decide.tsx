import { Select } from '@mantine/core';
import type { Desk, Finding } from '../../api/client';
import { edits } from '../../api/edits';
import { shownFt } from '../../strip/get-axis';
import { useSheet } from '../desk/use-sheet';
import classes from './JudgeView.module.css';

const OWNERS = ['ours', "the public main's", "the neighbour's"];

/** What was decided about the thing itself: its cause, what becomes of it, whose it is. */
export function Decide({ desk, finding }: { desk: Desk; finding: Finding }) {
  const { send } = useSheet();
  const items = desk.record.items ?? [];
  const at = items.findIndex((i) => i.id === finding.item);
  const mine = items[at];
  const set = (words: string, decided: Record<string, string | null>) => {
    const value = { ...mine, id: finding.item, ...decided };
    const operation = at < 0 ? { op: 'add', path: '/items/-', value } : { op: 'replace', path: `/items/${at}`, value };
    send(edits.patch(`${finding.words.split(',')[0]}: ${words}`, [operation]));
  };
  const others = desk.assessment.findings.filter((f) => f.item !== finding.item && f.family !== 'event');
  const names = new Map(
    others.map((f) => [
      f.item,
      `${f.words.split(',')[0]}${f.how === 'station' && f.station_ft != null ? ` at ${shownFt(desk.assessment, f.station_ft)} ft` : ''}`,
    ]),
  );
  return (
    <div className={classes.checks}>
      <Select
        label="Because of"
        size="xs"
        clearable
        searchable
        placeholder="not said"
        data={[...names].map(([value, label]) => ({ value, label }))}
        value={mine?.caused_by ?? null}
        onChange={(v) => set(v ? `because of ${names.get(v)}` : 'cause not said', { caused_by: v })}
      />
      <Select
        label="Expected to"
        size="xs"
        clearable
        placeholder="not said"
        data={[
          { value: 'same', label: 'stay the same' },
          { value: 'worsens', label: 'get worse' },
        ]}
        value={mine?.expected ?? null}
        onChange={(v) => set(v === 'worsens' ? 'expected to get worse' : 'expected the same', { expected: v })}
      />
      <Select
        label="Whose it is"
        size="xs"
        clearable
        placeholder="not said"
        data={OWNERS}
        value={mine?.owner || null}
        onChange={(v) => set(v ?? 'owner not said', { owner: v ?? '' })}
      />
    </div>
  );
}
