import {
  type MouseEvent,
  memo,
  type PointerEvent,
  type ReactNode,
  useEffect,
  useLayoutEffect,
  useRef,
  useState,
} from 'react';
import type { Finding } from '../api/client';
import { type Assessment, shownFt } from './get-axis';
import classes from './Strip.module.css';
import { AxisTrack } from './tracks/AxisTrack';
import { FallTrack } from './tracks/FallTrack';
import { FindingsTrack } from './tracks/FindingsTrack';
import { GroundTrack } from './tracks/GroundTrack';
import { SeenTrack } from './tracks/SeenTrack';
import { SoundnessTrack } from './tracks/SoundnessTrack';
import { WallTrack } from './tracks/WallTrack';
import { WaterTrack } from './tracks/WaterTrack';
import { WholeLineTrack } from './tracks/WholeLineTrack';
import { GUTTER_PX, PAD_PX, SPARE_PX, type StripState, useStrip } from './use-strip';
import { type StripActs, useStripKeys } from './use-strip-keys';
import { AXIS_PX, type TrackName, type Tracks, WHOLE_PX } from './use-tracks';

const TRACKS = {
  Findings: FindingsTrack,
  Ground: GroundTrack,
  Fall: FallTrack,
  Wall: WallTrack,
  Water: WaterTrack,
  Soundness: SoundnessTrack,
  Seen: SeenTrack,
};
const SUBTITLE: Partial<Record<TrackName, string>> = {
  Fall: 'pipe scale',
  Wall: 'clock, crown mid',
  Water: 'of bore',
};

interface RowProps {
  name: ReactNode;
  sub?: string;
  height: number;
  /** Px of the drawing. */
  width: number;
  /** Px of the axis at the drawing's left edge, where the row pans; the whole line does not. */
  left?: number;
  /** Px drawn beyond both edges. @default 0 */
  spare?: number;
  children: ReactNode;
}

/** A row is drawn wider than it shows: a pan moves the drawn picture, as the compositor does, and draws nothing. */
function Row({ name, sub, height, width, left, spare = 0, children }: RowProps) {
  const wide = width + 2 * PAD_PX + 2 * spare;
  return (
    <div className={classes.row} style={{ height }}>
      <div className={classes.gutter}>
        {name}
        {sub && height >= 30 && <span className="quiet">{sub}</span>}
      </div>
      <div className={classes.drawing} style={{ width: width + 2 * PAD_PX, height }}>
        <svg
          width={wide}
          height={height}
          aria-hidden="true"
          style={{ marginLeft: -spare }}
          data-shift={left === undefined ? undefined : ''}
        >
          <g transform={`translate(${PAD_PX + spare - (left ?? 0)} 0)`}>{children}</g>
        </svg>
      </div>
    </div>
  );
}

export interface StripProps {
  tracks: Tracks;
  acts: StripActs;
  onPath: (line: string) => void;
  onOrigin: (name: string) => void;
  /** Two findings said to be one thing, by dropping one on the other. */
  onSame: (dropped: Finding, on: Finding) => void;
}

/** Drawn again when the strip's own state changes, not when the desk around it does. */
export const Strip = memo(function Strip({ tracks, acts, onPath, onOrigin, onSame }: StripProps) {
  const strip = useStrip();
  const { assessment, left, axis, cursor, drawing } = strip;
  const onKey = useStripKeys(strip, acts);
  const box = useRef<HTMLDivElement>(null);
  useWheel(box, strip);
  const { dragged, ...drag } = useDrag(strip, onSame);
  useMover(box, strip);
  const station = axis.stationAt(cursor);
  const spare = axis.width > drawing ? SPARE_PX : 0; // what fits does not pan
  const origins = assessment.origins.map((o) => o.name);
  return (
    <div className={classes.whole} data-strip-box>
      {assessment.lines.length > 0 && <SideLines assessment={assessment} onPath={onPath} />}
      <div
        ref={box}
        className={classes.root}
        role="slider"
        tabIndex={0}
        aria-label={`Strip, ${assessment.axis_words}`}
        aria-valuenow={station ?? 0}
        aria-valuetext={
          station === null ? 'order, not feet' : `${shownFt(assessment, station)} ${assessment.axis_words}`
        }
        onKeyDown={onKey}
        {...drag}
        data-strip
        data-dragging={dragged || undefined}
      >
        <Row name={<b className={classes.small}>whole line</b>} height={WHOLE_PX} width={drawing}>
          <WholeLineTrack height={WHOLE_PX} />
        </Row>
        <Row
          name={<b className={classes.small}>{assessment.axis_words.replace(/^ft /, '')}</b>}
          height={AXIS_PX}
          width={drawing}
          left={left}
          spare={spare}
        >
          <AxisTrack height={AXIS_PX} />
        </Row>
        {tracks.open.map(([name, height]) => {
          const Track = TRACKS[name];
          return (
            <Row
              key={name}
              name={<b>{name}</b>}
              sub={SUBTITLE[name]}
              height={height}
              width={drawing}
              left={left}
              spare={spare}
            >
              <Track height={height} />
            </Row>
          );
        })}
        {tracks.open.length > 0 && (
          <div
            className={classes.cursor}
            data-cursor
            style={{ left: GUTTER_PX + PAD_PX + cursor - left }}
            hidden={cursor < left || cursor > left + drawing}
          >
            <span style={{ transform: `translateX(calc(-50% + ${inward(cursor - left, drawing)}px))` }}>
              {station === null ? '–' : `${shownFt(assessment, station)} ft`}
            </span>
          </div>
        )}
        {dragged && <div className={classes.dragged}>Drop it on what is the same thing: {dragged}</div>}
      </div>
      {/* the gutter's own controls lie over it: the strip itself is one tab stop, a slider, and holds none */}
      <div className={classes.controls} data-lines={assessment.lines.length > 0 || undefined}>
        {origins.length > 1 && (
          <select
            aria-label="Feet are read from"
            className={classes.origin}
            value={assessment.axis_words.replace(/^ft from /, '')}
            onChange={(e) => onOrigin(e.currentTarget.value)}
          >
            {origins.map((name) => (
              <option key={name} value={name}>
                from {name}
              </option>
            ))}
          </select>
        )}
        {tracks.open.map(([name, height], i) => (
          <button
            key={name}
            type="button"
            className={classes.close}
            title={`Close ${name}`}
            aria-label={`Close the track ${name}`}
            style={{ top: WHOLE_PX + AXIS_PX + tracks.open.slice(0, i).reduce((sum, [, h]) => sum + h, 0), height }}
            onClick={() => tracks.toggle(name)}
          />
        ))}
      </div>
    </div>
  );
});

/** The lines that flow into each other: how long, how bad; a click takes its path to the main. */
const CURSOR_HALF_PX = 28; // half of the widest footage shown at the cursor

/** How far the cursor's footage moves inward, so that it stands whole at either end of the drawing. */
const inward = (x: number, drawing: number) =>
  Math.max(0, CURSOR_HALF_PX - x) - Math.max(0, x + CURSOR_HALF_PX - drawing);

function SideLines({ assessment, onPath }: { assessment: Assessment; onPath: (line: string) => void }) {
  return (
    <nav className={classes.lines} aria-label="Lines">
      {assessment.lines.map((line) => (
        <button
          key={line.id}
          type="button"
          data-on={line.id === assessment.path || undefined}
          aria-pressed={line.id === assessment.path}
          onClick={() => onPath(line.id)}
        >
          <b>{line.name}</b>
          <span>
            {line.findings === 0
              ? 'nothing seen on this visit'
              : `${line.length_ft == null ? 'length not known' : `${line.length_ft.toFixed(0)} ft`} · worst ${line.worst ?? '–'} · soundness ${line.soundness == null ? 'not known' : Math.round(line.soundness)}`}
            {line.joins &&
              ` · joins at ${line.joins_ft == null ? 'a place not said' : `${shownFt(assessment, line.joins_ft)} ft`}`}
          </span>
        </button>
      ))}
    </nav>
  );
}

/** A pan moves the drawn groups and the cursor; they are drawn again when it rests or runs out of what was drawn. */
function useMover(box: React.RefObject<HTMLDivElement | null>, strip: StripState) {
  useLayoutEffect(() => {
    const moved = box.current?.querySelectorAll<SVGElement>('[data-shift]') ?? [];
    const line = box.current?.querySelector<HTMLElement>('[data-cursor]');
    strip.mover.current = (by) => {
      for (const picture of moved) {
        picture.style.willChange = by ? 'transform' : '';
        picture.style.transform = by ? `translateX(${-by}px)` : '';
      }
      if (line) line.style.transform = `translateX(${-by}px)`;
    };
    strip.mover.current(strip.panned());
  });
}

/** Wheel zooms at the pointer, sideways pans; a plain listener, for React's cannot stop the page. */
function useWheel(box: React.RefObject<HTMLDivElement | null>, strip: StripState) {
  const latest = useRef(strip);
  latest.current = strip;
  useEffect(() => {
    const element = box.current;
    const onWheel = (event: WheelEvent) => {
      event.preventDefault();
      const { left, zoomAt, pan } = latest.current;
      if (Math.abs(event.deltaX) > Math.abs(event.deltaY) || event.shiftKey) return pan(event.deltaX || event.deltaY);
      const x = event.clientX - (element?.getBoundingClientRect().left ?? 0) - GUTTER_PX - PAD_PX + left;
      zoomAt(x, event.deltaY < 0 ? 1.25 : 0.8);
    };
    element?.addEventListener('wheel', onWheel, { passive: false });
    return () => element?.removeEventListener('wheel', onWheel);
  }, [box]);
}

/** Drag pans, from a finding it carries that finding; a click sets the cursor; a double click fits the segment. */
function useDrag(strip: StripState, onSame: StripProps['onSame']) {
  const from = useRef<{ x: number; moved: boolean; finding: Finding | undefined } | null>(null);
  const [dragged, setDragged] = useState('');
  const within = (event: MouseEvent<HTMLDivElement>) =>
    event.clientX - event.currentTarget.getBoundingClientRect().left - GUTTER_PX - PAD_PX + strip.left;
  const findingAt = (target: EventTarget | null) => {
    const id = (target as Element | null)?.closest('[data-finding]')?.getAttribute('data-finding');
    return strip.assessment.findings.find((f) => f.id === id);
  };
  return {
    dragged,
    onPointerDown: (event: PointerEvent<HTMLDivElement>) => {
      from.current = { x: event.clientX, moved: false, finding: findingAt(event.target) };
    },
    onPointerMove: (event: PointerEvent<HTMLDivElement>) => {
      const start = from.current;
      if (!start || event.buttons === 0) return;
      const by = start.x - event.clientX;
      if (!start.moved && Math.abs(by) < 4) return;
      from.current = { ...start, x: event.clientX, moved: true };
      if (start.finding) setDragged(start.finding.words);
      else strip.pan(by);
    },
    onDoubleClick: (event: MouseEvent<HTMLDivElement>) => {
      const x = within(event);
      const spans = strip.assessment.segments.map(strip.axis.xOfSegment);
      const span = spans.find(([a, b]) => a <= x && x <= b);
      if (span) strip.show(span[0], span[1]);
    },
    onPointerUp: (event: PointerEvent<HTMLDivElement>) => {
      const start = from.current;
      const on = findingAt(document.elementFromPoint(event.clientX, event.clientY));
      if (start?.moved && start.finding && on && on.item !== start.finding.item) onSame(start.finding, on);
      const held = (event.target as Element).closest('[data-finding],[data-whole]');
      if (start && !start.moved && !held) strip.moveCursor(within(event));
      from.current = null;
      setDragged('');
    },
    onPointerLeave: () => {
      from.current = null;
      setDragged('');
    },
  };
}
