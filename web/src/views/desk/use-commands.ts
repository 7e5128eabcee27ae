import { useMantineColorScheme } from '@mantine/core';
import { useNavigate } from '@tanstack/react-router';
import type { Desk } from '../../api/client';
import { edits } from '../../api/edits';
import { STEP_NAMES, STEPS, type Step } from '../../steps';
import { shownFt } from '../../strip/get-axis';
import type { StripState } from '../../strip/use-strip';
import type { Tracks } from '../../strip/use-tracks';
import type { Command } from './Commands';
import type { Sheet } from './use-sheet';

export interface CommandParts {
  desk: Desk;
  sheet: Sheet;
  strip: StripState;
  tracks: Tracks;
  showKeys: () => void;
  showTables: () => void;
  straighten: () => void;
  setOrigin: (name: string) => void;
  setPath: (line: string) => void;
}

const save = (url: string) => {
  const link = document.createElement('a');
  link.href = url;
  link.download = '';
  link.click();
};

/** What Ctrl K lists: steps, tracks, exports, origins, paths, and every finding. */
export function useCommands({ desk, sheet, strip, tracks, ...ui }: CommandParts): Command[] {
  const navigate = useNavigate();
  const { toggleColorScheme } = useMantineColorScheme();
  const go = (step: Step) => navigate({ to: '/lateral/$id/$step', params: { id: desk.id, step } });
  const file = `/api/laterals/${desk.id}`;
  const { assessment } = desk;
  return [
    ...STEPS.map((step) => ({ name: `Go to ${STEP_NAMES[step]}`, run: () => go(step) })),
    { name: 'Go to Laterals', run: () => navigate({ to: '/' }) },
    { name: 'Go to Scheme', run: () => navigate({ to: '/scheme' }) },
    { name: 'Type in the entry line', key: 'Esc', run: () => sheet.type(sheet.entry.get()) },
    ...(desk.undo ? [{ name: `Undo: ${desk.undo}`, key: 'Ctrl Z', run: () => sheet.send(edits.undo()) }] : []),
    ...(desk.redo ? [{ name: `Redo: ${desk.redo}`, key: 'Ctrl Shift Z', run: () => sheet.send(edits.redo()) }] : []),
    { name: 'Fit the whole line', key: '0', run: strip.fit },
    { name: 'Show the strip as tables', key: 'v', run: ui.showTables },
    { name: 'Take the fall out of the drawing', key: 't', run: ui.straighten },
    { name: 'Show the keys', key: 'Ctrl /', run: ui.showKeys },
    { name: 'Switch dark and light', run: toggleColorScheme },
    { name: 'Save the lateral file', run: () => save(`${file}/file`) },
    { name: 'Save the page of notes', run: () => save(`${file}/notes`) },
    ...(['sightings', 'water', 'depth', 'invert', 'pitch'] as const).map((what) => ({
      name: `Save ${what} as CSV`,
      run: () => save(`${file}/tables/${what}`),
    })),
    ...tracks.open.map(([name]) => ({ name: `Close the track ${name}`, run: () => tracks.toggle(name) })),
    ...tracks.closed.map((name) => ({ name: `Open the track ${name}`, run: () => tracks.toggle(name) })),
    ...assessment.origins.map((o) => ({ name: `Read feet from ${o.name}`, run: () => ui.setOrigin(o.name) })),
    ...assessment.lines.map((l) => ({ name: `Show the path from ${l.name}`, run: () => ui.setPath(l.id) })),
    ...assessment.findings.map((f) => ({
      name: `${f.how === 'station' && f.station_ft != null ? `${shownFt(assessment, f.station_ft)} ft ` : ''}${f.words} (${f.id})`,
      run: () => strip.select(f),
    })),
  ];
}
