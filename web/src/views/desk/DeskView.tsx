import { Button, Drawer, Menu, useComputedColorScheme, useMantineColorScheme } from '@mantine/core';
import { useDocumentTitle, useHotkeys } from '@mantine/hooks';
import { Link, useParams, useSearch } from '@tanstack/react-router';
import { lazy, memo, Suspense, useCallback, useMemo, useRef, useState } from 'react';
import { type Desk, type Finding, inWords } from '../../api/client';
import { edits } from '../../api/edits';
import { useDeskQuery } from '../../api/queries';
import { Section } from '../../section/Section';
import { STEP_NAMES, STEPS, type Step } from '../../steps';
import { withOrigin, withReach } from '../../strip/get-axis';
import { useHollowReach } from '../../strip/hollow';
import { Strip } from '../../strip/Strip';
import { TrackTables } from '../../strip/TrackTables';
import { StripProvider, useStripState } from '../../strip/use-strip';
import type { StripActs } from '../../strip/use-strip-keys';
import { useTracks } from '../../strip/use-tracks';
import { Rating } from '../../theme/Rating';
import type { WaterState } from '../../water/use-water';
import { Water } from '../../water/Water';
import { LogView } from '../log/LogView';
import { Commands } from './Commands';
import classes from './DeskView.module.css';
import { Keys } from './Keys';
import { SameBar } from './SameBar';
import { useCommands } from './use-commands';
import { type Sheet, SheetProvider, useBusy, useSheetState } from './use-sheet';
import { useWindowShape } from './use-window';

const EXPORTS: [string, string][] = [
  ['report.pdf', 'report, PDF'],
  ['owner.pdf', 'page for the owner, PDF'],
  ['bundle.zip', 'everything, in one zip'],
  ['file', 'lateral file (JSON), whole'],
  ['notes', 'page of notes'],
  ['made/xlsx', 'schedule, XLSX'],
  ['made/dxf', 'plan and profile, DXF'],
  ['made/geojson', 'line, marks and digs, GeoJSON'],
  ['made/ics', 'next look, iCalendar'],
  ['tables/sightings', 'sightings, CSV'],
  ['tables/water', 'water, CSV'],
  ['tables/depth', 'depths, CSV'],
  ['tables/invert', 'surveyed inverts, CSV'],
  ['tables/pitch', 'pitch, CSV'],
];
const SetupView = lazy(() => import('../setup/SetupView'));
const PipeView = lazy(() => import('../pipe/PipeView'));
const WaterView = lazy(() => import('../water/WaterView'));
const JudgeView = lazy(() => import('../judge/JudgeView'));
const DigView = lazy(() => import('../dig/DigView'));
const ReportView = lazy(() => import('../report/ReportView'));
const VIEWS = {
  setup: SetupView,
  log: LogView,
  pipe: PipeView,
  water: WaterView,
  judge: JudgeView,
  dig: DigView,
  report: ReportView,
};

/** One lateral on the desk: the strip, the step, and the section at the cursor. */
export function DeskView() {
  const { id, step } = useParams({ from: '/lateral/$id/$step' });
  const [path, setPath] = useState<string | null>(null);
  const [origin, setOrigin] = useState<string | null>(null);
  const { data, error, isPending } = useDeskQuery(id, path);
  const reach = useHollowReach();
  const shown = useMemo(() => {
    const found = data?.assessment.origins.find((o) => o.name === origin);
    return data && { ...data, assessment: withReach(withOrigin(data.assessment, found), reach) };
  }, [data, origin, reach]);
  if (isPending) return <p className={classes.wait}>Opening the lateral…</p>;
  if (error || !shown)
    return (
      <p className={classes.wait}>
        ▲ It did not open: {error ? inWords(error) : ''} <Link to="/">Back to Laterals</Link>
      </p>
    );
  return <Opened key={id} desk={shown} step={step} onPath={setPath} onOrigin={setOrigin} />;
}

interface OpenedProps {
  desk: Desk;
  step: Step;
  onPath: (line: string) => void;
  onOrigin: (name: string) => void;
}

function Opened({ desk, step, onPath, onOrigin }: OpenedProps) {
  const { assessment } = desk;
  const shape = useWindowShape();
  const { at } = useSearch({ from: '/lateral/$id/$step' });
  const strip = useStripState(assessment, shape.drawing, at);
  useDocumentTitle(`${assessment.name}, ${STEP_NAMES[step]} · Bell Stone`);
  const sheet = useSheetState(desk);
  const water = useRef<WaterState | null>(null);
  const tracks = useTracks(step, shape);
  const [over, setOver] = useState<'keys' | 'tables' | 'commands' | 'section' | null>(null);
  const [same, setSame] = useState<[string, string] | null>(null);
  const byId = (id: string | undefined) => assessment.findings.find((f) => f.id === id);
  const [keep, join] = [byId(same?.[0]), byId(same?.[1])];
  const visit = desk.record.visits.at(-1);
  const View = VIEWS[step];
  const acts = useLatest({
    same: () => strip.selected && strip.second && setSame([strip.selected, strip.second]),
    swapPath: () => {
      const at = assessment.lines.findIndex((l) => l.id === assessment.path);
      const next = assessment.lines[(at + 1) % assessment.lines.length];
      if (next) onPath(next.id);
    },
    table: () => setOver('tables'),
    straighten: () => water.current?.setStraight(water.current.straight !== true),
  });
  const onSame = useCallback((dropped: Finding, on: Finding) => setSame([on.id, dropped.id]), []);
  const commands = useCommands({
    desk,
    sheet,
    strip,
    tracks,
    showKeys: () => setOver('keys'),
    showTables: () => setOver('tables'),
    straighten: () => acts.straighten(),
    setOrigin: onOrigin,
    setPath: onPath,
  });
  useHotkeys(
    [
      ['mod+Z', () => desk.undo && sheet.send(edits.undo())],
      ['mod+shift+Z', () => desk.redo && sheet.send(edits.redo())],
      ['mod+/', () => setOver((on) => (on === 'keys' ? null : 'keys'))],
      ['mod+K', () => setOver('commands')],
    ],
    ['TEXTAREA'],
  );
  const section = <Section assessment={assessment} waiting={visit?.waiting ?? []} onType={sheet.type} />;
  return (
    <SheetProvider value={sheet}>
      <StripProvider value={strip}>
        <Water desk={desk} send={sheet.send} hold={water}>
          <div className={classes.root} data-step={step} data-small={shape.small || undefined}>
            <Top desk={desk} sheet={sheet} narrow={shape.narrow} onOver={setOver} />
            <div className={classes.body}>
              <div className={classes.left}>
                <Strip tracks={tracks} acts={acts} onPath={onPath} onOrigin={onOrigin} onSame={onSame} />
                {keep && join && keep.item !== join.item && (
                  <SameBar desk={desk} keep={keep} join={join} onDone={() => setSame(null)} />
                )}
                <div className={classes.tabs}>
                  <nav aria-label="Steps">
                    {STEPS.map((name) => (
                      <Link
                        key={name}
                        to="/lateral/$id/$step"
                        params={{ id: desk.id, step: name }}
                        data-on={name === step || undefined}
                      >
                        {STEP_NAMES[name]}
                      </Link>
                    ))}
                  </nav>
                  {tracks.closed.length > 0 && (
                    <span className={classes.closed}>
                      <span className="quiet">closed:</span>
                      {tracks.closed.map((name) => (
                        <button key={name} type="button" title={`Open ${name}`} onClick={() => tracks.toggle(name)}>
                          {name}
                        </button>
                      ))}
                    </span>
                  )}
                </div>
                <div className={classes.panel} data-panel id="work" tabIndex={-1}>
                  <Suspense fallback={<p className={classes.wait}>Opening…</p>}>
                    <View desk={desk} />
                  </Suspense>
                </div>
                <Foot desk={desk} sheet={sheet} second={strip.second !== null} />
              </div>
              {!shape.narrow && section}
            </div>
            {shape.narrow && (
              <Drawer
                classNames={{ content: classes.drawer, header: classes.drawer }}
                opened={over === 'section'}
                onClose={() => setOver(null)}
                position="right"
                size={300}
                padding={8}
                title="The pipe at the cursor"
                transitionProps={{ duration: 0 }}
              >
                {section}
              </Drawer>
            )}
            {over === 'keys' && <Keys onClose={() => setOver(null)} />}
            {over === 'tables' && <TrackTables assessment={assessment} onClose={() => setOver(null)} />}
            {over === 'commands' && <Commands commands={commands} onClose={() => setOver(null)} />}
          </div>
        </Water>
      </StripProvider>
    </SheetProvider>
  );
}

/** Handlers that stay the same object and do what the newest ones do: what draws the strip is not drawn again. */
function useLatest(acts: StripActs): StripActs {
  const latest = useRef(acts);
  latest.current = acts;
  return useMemo(
    () => ({
      same: () => latest.current.same(),
      swapPath: () => latest.current.swapPath(),
      table: () => latest.current.table(),
      straighten: () => latest.current.straighten(),
    }),
    [],
  );
}

interface TopProps {
  desk: Desk;
  sheet: Sheet;
  narrow: boolean;
  onOver: (over: 'keys' | 'commands' | 'section') => void;
}

function Top({ desk, sheet, narrow, onOver }: TopProps) {
  const { assessment } = desk;
  const sound = assessment.line.soundness;
  const busy = useBusy(desk.id);
  const { toggleColorScheme } = useMantineColorScheme();
  const colorScheme = useComputedColorScheme('light');
  return (
    <header className={classes.top}>
      <Link to="/" className={classes.home}>
        Bell Stone
      </Link>
      <span className={classes.name}>
        {assessment.name} · {desk.record.lines?.find((l) => l.id === assessment.path)?.name} · {assessment.visit}
      </span>
      <span className={`quiet ${classes.label}`}>verdict</span>
      <b data-verdict className={classes.verdict}>
        {assessment.lateral.words}
      </b>
      {assessment.verdict_reason && !narrow && (
        <span className="quiet" title={`Set by the analyst: ${assessment.verdict_reason}`}>
          set; computed {assessment.verdict.words.toLowerCase()}
        </span>
      )}
      <span className="quiet">soundness</span>
      <b title="100 is sound; shell, bore and fall together">{sound ? Math.round(sound.likely) : 'not known'}</b>
      {sound && Math.round(sound.low) !== Math.round(sound.high) && (
        <span className="quiet">
          ({Math.round(sound.low)}–{Math.round(sound.high)})
        </span>
      )}
      <span className="quiet">worst</span>
      <Rating value={assessment.line.worst} />
      <span className={classes.gap} />
      <span className={`quiet ${classes.label}`} role="status">
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
      {!narrow && (
        <Button
          size="compact-xs"
          variant="subtle"
          disabled={!desk.redo}
          title={desk.redo ? `Redo: ${desk.redo} (Ctrl Shift Z)` : 'Nothing to redo'}
          onClick={() => sheet.send(edits.redo())}
        >
          redo
        </Button>
      )}
      <SaveAs id={desk.id} />
      <Button size="compact-xs" variant="subtle" onClick={() => onOver('commands')}>
        find Ctrl K
      </Button>
      {narrow && (
        <Button size="compact-xs" variant="default" onClick={() => onOver('section')}>
          section
        </Button>
      )}
      {!narrow && (
        <>
          <Button size="compact-xs" variant="subtle" onClick={toggleColorScheme}>
            {colorScheme === 'dark' ? 'light' : 'dark'}
          </Button>
          <Button size="compact-xs" variant="subtle" onClick={() => onOver('keys')}>
            keys Ctrl /
          </Button>
        </>
      )}
    </header>
  );
}

/** Not drawn again with every edit: its parts are many, and it depends on none. */
const SaveAs = memo(function SaveAs({ id }: { id: number }) {
  return (
    <Menu transitionProps={{ duration: 0 }}>
      <Menu.Target>
        <Button size="compact-xs" variant="subtle">
          save as…
        </Button>
      </Menu.Target>
      <Menu.Dropdown>
        {EXPORTS.map(([path, words]) => (
          <Menu.Item key={path} component="a" href={`/api/laterals/${id}/${path}`} download>
            {words}
          </Menu.Item>
        ))}
      </Menu.Dropdown>
    </Menu>
  );
});

function Foot({ desk, sheet, second }: { desk: Desk; sheet: Sheet; second: boolean }) {
  const { assessment } = desk;
  const looks = assessment.findings.filter((f) => f.second_look).length;
  const unseen =
    assessment.unseen_ft == null ? 'length not seen is not known' : `${assessment.unseen_ft.toFixed(0)} ft not seen`;
  return (
    <footer className={classes.foot}>
      <span>
        {assessment.findings.filter((f) => !f.computed).length} said · {looks} second look{looks === 1 ? '' : 's'} ·{' '}
        {unseen}
        {assessment.warnings.length > 0 && ` · ▲ ${assessment.warnings.length} to answer`}
        {assessment.proposals.length > 0 && ` · ${assessment.proposals.length} may be seen twice`}
        {second && ' · two picked: m takes them for one thing'}
      </span>
      <span className={classes.said} role="status" data-said>
        {sheet.refused ? `▲ ${sheet.refused}` : desk.said}
      </span>
    </footer>
  );
}
