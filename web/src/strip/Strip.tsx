import { type MouseEvent, memo, type PointerEvent, type ReactNode, useEffect, useRef } from 'react';
import type { Step } from '../router';
import { shownFt } from './get-axis';
import classes from './Strip.module.css';
import { AxisTrack } from './tracks/AxisTrack';
import { FindingsTrack } from './tracks/FindingsTrack';
import { GroundTrack } from './tracks/GroundTrack';
import { SeenTrack } from './tracks/SeenTrack';
import { SoundnessTrack } from './tracks/SoundnessTrack';
import { WallTrack } from './tracks/WallTrack';
import { WaterTrack } from './tracks/WaterTrack';
import { WholeLineTrack } from './tracks/WholeLineTrack';
import { DRAWING_PX, GUTTER_PX, PAD_PX, type StripState, useStrip } from './use-strip';
import { useStripKeys } from './use-strip-keys';

type TrackName = 'Findings' | 'Ground' | 'Wall' | 'Water' | 'Soundness' | 'Seen';
const TRACKS = {
  Findings: FindingsTrack,
  Ground: GroundTrack,
  Wall: WallTrack,
  Water: WaterTrack,
  Soundness: SoundnessTrack,
  Seen: SeenTrack,
};
const SUBTITLE: Partial<Record<TrackName, string>> = { Wall: 'clock, crown mid', Water: 'of bore' };

/** Heights in px of the tracks each step works on. */
const HEIGHTS: Record<Step, Partial<Record<TrackName, number>>> = {
  setup: { Findings: 24, Wall: 40, Seen: 72 },
  log: { Findings: 24, Ground: 34, Wall: 96, Water: 24, Soundness: 24, Seen: 18 },
  judge: { Findings: 24, Ground: 34, Wall: 64, Water: 24, Soundness: 56, Seen: 18 },
  report: {},
};
const WHOLE_PX = 18;
const AXIS_PX = 22;

export const stripHeight = (step: Step) => WHOLE_PX + AXIS_PX + Object.values(HEIGHTS[step]).reduce((a, b) => a + b, 0);

function Row({
  name,
  title,
  sub,
  height,
  children,
}: {
  name: string;
  title?: string;
  sub?: string;
  height: number;
  children: ReactNode;
}) {
  const tight = height < 30;
  return (
    <div className={classes.row} style={{ height }}>
      <div className={classes.gutter}>
        <b title={title}>{name}</b>
        {sub && !tight && <span className="quiet">{sub}</span>}
      </div>
      <svg className={classes.drawing} width={DRAWING_PX + 2 * PAD_PX} height={height} aria-hidden="true">
        {children}
      </svg>
    </div>
  );
}

/** Drawn again when the strip's own state changes, not when the desk around it does. */
export const Strip = memo(function Strip({ step }: { step: Step }) {
  const strip = useStrip();
  const { assessment, left, axis, cursor } = strip;
  const onKey = useStripKeys(strip);
  const box = useRef<HTMLDivElement>(null);
  useWheel(box, strip);
  const drag = useDrag(strip);
  const shift = `translate(${PAD_PX - left} 0)`;
  const station = axis.stationAt(cursor);
  return (
    <div
      ref={box}
      className={classes.root}
      style={{ height: stripHeight(step) }}
      role="slider"
      tabIndex={0}
      aria-label={`Strip, ${assessment.axis_words}`}
      aria-valuenow={station ?? 0}
      aria-valuetext={station === null ? 'order, not feet' : `${shownFt(assessment, station)} ${assessment.axis_words}`}
      onKeyDown={onKey}
      {...drag}
      data-strip
    >
      <Row name="whole line" height={WHOLE_PX}>
        <g transform={`translate(${PAD_PX} 0)`}>
          <WholeLineTrack height={WHOLE_PX} />
        </g>
      </Row>
      <Row name={assessment.axis_words.replace(/^ft /, '')} title={assessment.axis_words} height={AXIS_PX}>
        <g transform={shift}>
          <AxisTrack height={AXIS_PX} />
        </g>
      </Row>
      {(Object.entries(HEIGHTS[step]) as [TrackName, number][]).map(([name, height]) => {
        const Track = TRACKS[name];
        return (
          <Row key={name} name={name} sub={SUBTITLE[name]} height={height}>
            <g transform={shift}>
              <Track height={height} />
            </g>
          </Row>
        );
      })}
      {step !== 'report' && (
        <div
          className={classes.cursor}
          style={{ left: GUTTER_PX + PAD_PX + cursor - left }}
          hidden={cursor < left || cursor > left + DRAWING_PX}
        >
          <span>{station === null ? '–' : `${shownFt(assessment, station)} ft`}</span>
        </div>
      )}
    </div>
  );
});

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

/** Drag pans; a click that did not move sets the cursor; a double click fits the segment. */
function useDrag(strip: StripState) {
  const from = useRef<{ x: number; moved: boolean } | null>(null);
  const within = (event: MouseEvent<HTMLDivElement>) =>
    event.clientX - event.currentTarget.getBoundingClientRect().left - GUTTER_PX - PAD_PX + strip.left;
  return {
    onPointerDown: (event: PointerEvent<HTMLDivElement>) => {
      from.current = { x: event.clientX, moved: false };
    },
    onPointerMove: (event: PointerEvent<HTMLDivElement>) => {
      if (!from.current || event.buttons === 0) return;
      const by = from.current.x - event.clientX;
      if (!from.current.moved && Math.abs(by) < 4) return;
      from.current = { x: event.clientX, moved: true };
      strip.pan(by);
    },
    onDoubleClick: (event: MouseEvent<HTMLDivElement>) => {
      const x = within(event);
      const spans = strip.assessment.segments.map(strip.axis.xOfSegment);
      const span = spans.find(([a, b]) => a <= x && x <= b);
      if (span) strip.show(span[0], span[1]);
    },
    onPointerUp: (event: PointerEvent<HTMLDivElement>) => {
      const onFinding = (event.target as Element).closest('[data-finding],[data-whole]');
      if (from.current && !from.current.moved && !onFinding) strip.moveCursor(within(event));
      from.current = null;
    },
  };
}
