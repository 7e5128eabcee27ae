import { type MouseEvent, useMemo } from 'react';
import type { Desk } from '../../api/client';
import { useEntry, useSheet } from '../desk/use-sheet';
import classes from './DigView.module.css';
import { Drawing } from './LotDrawing';
import { drawnBy, EDGE, type Fit, fit, ft, HEIGHT, type Plan, type Point, pair, snapped, WIDTH } from './lot-fit';
import { movables, pointOn, useLotMoves } from './use-lot-moves';

/** The lot from above: drawn by typed feet, by clicks that write them, and by dragging what stands there. */
export function Lot({ desk }: { desk: Desk }) {
  const plan = desk.assessment.plan ?? null;
  const { type } = useSheet();
  const entry = useEntry();
  const drawing = drawnBy(entry);
  const points = useMemo(() => movables(desk), [desk]);
  const shape = useMemo(() => fit(plan), [plan]);
  const { moving, handlers } = useLotMoves(points, shape);
  const moved = points.find((p) => p.id === moving?.id);
  const write = (event: MouseEvent<SVGSVGElement>) => {
    if (!drawing) return;
    const feet = shape.feet(pointOn(event.currentTarget, event));
    const on = [...points.map((p) => p.at), ...drawing];
    type(`${entry.trimEnd()} ${pair(snapped(feet, on, shape.scale, event.altKey))}`);
  };
  const empty = !plan || (plan.objects.length === 0 && plan.marks.every((m) => m.x_ft == null));
  return (
    <figure className={classes.lot}>
      {/* biome-ignore lint/a11y/useKeyWithClickEvents: the same feet are typed in the entry line, which has the focus */}
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="group"
        aria-label="The lot from above, north up"
        data-drawing={drawing ? true : undefined}
        onClick={write}
      >
        {(drawing || moving) && <Grid shape={shape} />}
        {plan && <Drawing plan={plan} shape={shape} moved={moved && moving ? { ...moved, to: moving.to } : null} />}
        {drawing && <Ghost points={drawing} at={shape.at} />}
        {points.map((p) => {
          const [x, y] = shape.at(p.id === moving?.id ? moving.to : p.at);
          return (
            // biome-ignore lint/a11y/useSemanticElements: a point of a drawing, which no element stands for
            <g
              key={p.id}
              transform={`translate(${x} ${y})`}
              className={classes.handle}
              role="button"
              tabIndex={0}
              aria-label={`${p.name}, ${ft(p.at[0])} ft east, ${ft(p.at[1])} ft north: drag it, or arrows and Enter`}
              {...handlers(p)}
            >
              <circle r={11} />
            </g>
          );
        })}
      </svg>
      <figcaption>
        <p role="status" data-moving>
          {moved && moving
            ? `${moved.name}: ${pair(moving.to)} ft`
            : drawing
              ? 'Click the lot: its feet are written into the line. Enter draws it.'
              : empty
                ? 'No plan yet. Draw what a tape can be held to, then the marks: digs get stakes with ties, else only feet along the pipe.'
                : 'Drag a thing or a mark, or go to it with Tab: arrows, then Enter. Alt or Shift: tenths of a foot.'}
        </p>
        <Told plan={plan} />
      </figcaption>
    </figure>
  );
}

/** What is being typed, drawn as it would be. */
function Ghost({ points, at }: { points: Point[]; at: Fit['at'] }) {
  return (
    <g className={classes.ghost}>
      <path d={points.map((p, n) => `${n ? 'L' : 'M'}${at(p).join(' ')}`).join('')} />
      {points.map((p, n) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: the points of a line have no other name
        <circle key={`${n} ${pair(p)}`} cx={at(p)[0]} cy={at(p)[1]} r={3} />
      ))}
    </g>
  );
}

const NORTH_PX = 70; // what the arrow at the upper right takes

function Grid({ shape: { at, feet, step, scale } }: { shape: Fit }) {
  const [[x0, y1], [x1, y0]] = [feet([0, 0]), feet([WIDTH, HEIGHT])];
  const lines = (a: number, b: number) =>
    Array.from({ length: Math.floor(b / step) - Math.ceil(a / step) + 1 }, (_, n) => (Math.ceil(a / step) + n) * step);
  const across = lines(x0, x1).map((x) => `M${at([x, 0])[0]} 0V${HEIGHT}`);
  const up = lines(y0, y1).map((y) => `M0 ${at([0, y])[1]}H${WIDTH}`);
  return (
    <g className={classes.grid}>
      <path d={[...across, ...up].join('')} />
      {lines(x0, x1 - NORTH_PX / scale).map((x) => (
        <text key={x} x={at([x, 0])[0] + 2} y={EDGE / 2}>
          {x}
        </text>
      ))}
      {lines(y0, y1).map((y) => (
        <text key={y} x={2} y={at([0, y])[1] - 2}>
          {y}
        </text>
      ))}
    </g>
  );
}

/** What the marks say of each other and of others' marks. */
function Told({ plan }: { plan: Plan | null }) {
  if (!plan) return null;
  const flags = plan.marks.filter((m) => m.write);
  const others = plan.marks.filter((m) => m.beside);
  const unplaced = plan.marks.filter((m) => m.why);
  return (
    <>
      {plan.checks.map((c) => (
        <p key={c}>▲ {c}</p>
      ))}
      {flags.length > 0 && (
        <div className={classes.flags}>
          <p className="quiet">To write on the flags</p>
          <dl>
            {flags.map((m) => (
              <div key={m.label}>
                <dt>{m.write}</dt>
                <dd className="quiet">{m.depth_why}</dd>
              </div>
            ))}
          </dl>
        </div>
      )}
      {others.map((m) => (
        <p key={m.label}>{m.beside[0]?.toUpperCase() + m.beside.slice(1)}.</p>
      ))}
      {unplaced.map((m) => (
        <p key={m.label}>
          ▲ mark {m.label}: {m.why}
        </p>
      ))}
    </>
  );
}
