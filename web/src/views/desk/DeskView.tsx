import { Button, useMantineColorScheme } from '@mantine/core';
import { useHotkeys } from '@mantine/hooks';
import { Link, useParams } from '@tanstack/react-router';
import { lazy, Suspense, useState } from 'react';
import type { Desk } from '../../api/client';
import { edits, useDeskQuery } from '../../api/queries';
import { STEPS, type Step } from '../../router';
import { Section } from '../../section/Section';
import { Strip } from '../../strip/Strip';
import { StripProvider, useStripState } from '../../strip/use-strip';
import { Rating } from '../../theme/Rating';
import { LogView } from '../log/LogView';
import classes from './DeskView.module.css';
import { Keys } from './Keys';
import { type Sheet, SheetProvider, useBusy, useSheetState } from './use-sheet';

const SetupView = lazy(() => import('../setup/SetupView'));
const JudgeView = lazy(() => import('../judge/JudgeView'));
const ReportView = lazy(() => import('../report/ReportView'));
const NAMES: Record<Step, string> = { setup: 'Set up', log: 'Log', judge: 'Judge', report: 'Report' };
const VIEWS = { setup: SetupView, log: LogView, judge: JudgeView, report: ReportView };

/** One lateral on the desk: the strip, the step, and the section at the cursor. */
export function DeskView() {
  const { id, step } = useParams({ from: '/lateral/$id/$step' });
  const { data, error, isPending } = useDeskQuery(id);
  if (isPending) return <p className={classes.wait}>Opening the lateral…</p>;
  if (error)
    return (
      <p className={classes.wait}>
        ▲ It did not open: {error.message} <Link to="/">Back to Laterals</Link>
      </p>
    );
  return <Opened key={id} desk={data} step={step} />;
}

function Opened({ desk, step }: { desk: Desk; step: Step }) {
  const strip = useStripState(desk.assessment);
  const sheet = useSheetState(desk);
  const [keysShown, showKeys] = useState(false);
  const visit = desk.record.visits.at(-1);
  const View = VIEWS[step];
  useHotkeys(
    [
      ['mod+Z', () => desk.undo && sheet.send(edits.undo())],
      ['mod+shift+Z', () => desk.redo && sheet.send(edits.redo())],
      ['mod+/', () => showKeys((on) => !on)],
    ],
    ['TEXTAREA'],
  );
  return (
    <SheetProvider value={sheet}>
      <StripProvider value={strip}>
        <div className={classes.root} data-step={step}>
          <Top desk={desk} sheet={sheet} onKeys={() => showKeys(true)} />
          <div className={classes.body}>
            <div className={classes.left}>
              <Strip step={step} />
              <nav className={classes.tabs} aria-label="Steps">
                {STEPS.map((name) => (
                  <Link
                    key={name}
                    to="/lateral/$id/$step"
                    params={{ id: desk.id, step: name }}
                    data-on={name === step || undefined}
                  >
                    {NAMES[name]}
                  </Link>
                ))}
              </nav>
              <div className={classes.panel}>
                <Suspense fallback={<p className={classes.wait}>Opening…</p>}>
                  <View desk={desk} />
                </Suspense>
              </div>
              <Foot desk={desk} sheet={sheet} />
            </div>
            <Section assessment={desk.assessment} waiting={visit?.waiting ?? []} onType={sheet.type} />
          </div>
          {keysShown && <Keys onClose={() => showKeys(false)} />}
        </div>
      </StripProvider>
    </SheetProvider>
  );
}

function Top({ desk, sheet, onKeys }: { desk: Desk; sheet: Sheet; onKeys: () => void }) {
  const { assessment } = desk;
  const sound = assessment.line.soundness;
  const busy = useBusy(desk.id);
  const { colorScheme, toggleColorScheme } = useMantineColorScheme();
  return (
    <header className={classes.top}>
      <Link to="/" className={classes.home}>
        Bell Stone
      </Link>
      <span>
        {assessment.name} · {desk.record.lines?.[0]?.name} · {assessment.visit}
      </span>
      <span className="quiet">verdict</span>
      <b data-verdict className={classes.verdict}>
        {assessment.verdict_stands}
      </b>
      {assessment.verdict_reason && (
        <span className="quiet" title={`Set by the analyst: ${assessment.verdict_reason}`}>
          set; computed {assessment.verdict.words.toLowerCase()}
        </span>
      )}
      <span className="quiet">soundness</span>
      <b title="100 is sound; the lowest of shell, bore and fall">{sound ? Math.round(sound.likely) : 'not known'}</b>
      {sound && Math.round(sound.low) !== Math.round(sound.high) && (
        <span className="quiet">
          ({Math.round(sound.low)}–{Math.round(sound.high)})
        </span>
      )}
      <span className="quiet">worst</span>
      <Rating value={assessment.line.worst} />
      <span className={classes.gap} />
      <span className="quiet" role="status">
        {busy ? 'saving…' : 'saved'}
      </span>
      <Button
        size="compact-xs"
        variant="subtle"
        disabled={!desk.undo}
        title={desk.undo ? `Undo: ${desk.undo} (Ctrl Z)` : 'Nothing to undo'}
        onClick={() => sheet.send(edits.undo())}
      >
        undo
      </Button>
      <Button
        size="compact-xs"
        variant="subtle"
        disabled={!desk.redo}
        title={desk.redo ? `Redo: ${desk.redo} (Ctrl Shift Z)` : 'Nothing to redo'}
        onClick={() => sheet.send(edits.redo())}
      >
        redo
      </Button>
      <Button size="compact-xs" variant="subtle" component="a" href={`/api/laterals/${desk.id}/file`} download>
        save file
      </Button>
      <Button size="compact-xs" variant="subtle" onClick={toggleColorScheme}>
        {colorScheme === 'dark' ? 'light' : 'dark'}
      </Button>
      <Button size="compact-xs" variant="subtle" onClick={onKeys}>
        keys Ctrl /
      </Button>
    </header>
  );
}

function Foot({ desk, sheet }: { desk: Desk; sheet: Sheet }) {
  const { assessment } = desk;
  const looks = assessment.findings.filter((f) => f.second_look).length;
  const unseen =
    assessment.unseen_ft == null ? 'length not seen is not known' : `${assessment.unseen_ft.toFixed(0)} ft not seen`;
  return (
    <footer className={classes.foot}>
      <span>
        {assessment.findings.length} said · {looks} second look{looks === 1 ? '' : 's'} · {unseen}
        {assessment.warnings.length > 0 && ` · ▲ ${assessment.warnings.length} to answer`}
      </span>
      <span className={classes.said} role="status" data-said>
        {sheet.refused ? `▲ ${sheet.refused}` : desk.said}
      </span>
    </footer>
  );
}
