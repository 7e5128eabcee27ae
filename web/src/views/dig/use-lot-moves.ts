import { type KeyboardEvent, type PointerEvent, useState } from 'react';
import type { Desk } from '../../api/client';
import { edits } from '../../api/edits';
import { useSheet } from '../desk/use-sheet';
import { type Fit, ft, HEIGHT, type Point, snapped, WIDTH } from './lot-fit';

/** A point of the lot that can be moved: what it is of, where it stands [ft], and where the record keeps it. */
export interface Movable {
  id: string;
  name: string;
  at: Point;
  /** A JSON Patch that puts it elsewhere. */
  put: (to: Point) => { op: string; path: string; value: unknown }[];
}

const ARROWS: Record<string, Point> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] };

/** Every point with coordinates of its own: things drawn, and marks told by feet. What follows from tapes does not move. */
export function movables({ record }: Desk): Movable[] {
  const things = (record.site.plan ?? []).flatMap((o, i) =>
    o.points.map((p, k) => ({
      id: `${o.name} ${k}`,
      name: o.points.length > 1 ? `${o.name}, point ${k + 1}` : o.name,
      at: p as Point,
      put: (to: Point) => [{ op: 'replace', path: `/site/plan/${i}/points/${k}`, value: to }],
    })),
  );
  const marks = (record.marks ?? []).flatMap((m, i) =>
    m.plan_x_ft == null || m.plan_y_ft == null
      ? []
      : [
          {
            id: `mark ${i}`,
            name: `mark ${m.label}`,
            at: [m.plan_x_ft, m.plan_y_ft] as Point,
            put: (to: Point) => [
              { op: 'replace', path: `/marks/${i}/plan_x_ft`, value: to[0] },
              { op: 'replace', path: `/marks/${i}/plan_y_ft`, value: to[1] },
            ],
          },
        ],
  );
  return [...things, ...marks];
}

/** Where a pointer is on the lot's picture [px of its own]. */
export function pointOn(svg: SVGSVGElement, event: { clientX: number; clientY: number }): Point {
  const box = svg.getBoundingClientRect();
  return [((event.clientX - box.left) / box.width) * WIDTH, ((event.clientY - box.top) / box.height) * HEIGHT];
}

/** Points moved by dragging, or by arrows and Enter; Escape leaves them where they were. Nothing is sent on the way. */
export function useLotMoves(points: Movable[], { scale, feet }: Fit) {
  const { send } = useSheet();
  const [moving, setMoving] = useState<{ id: string; to: Point; held: boolean } | null>(null);
  const others = (id: string) => points.filter((p) => p.id !== id).map((p) => p.at);
  const place = async (point: Movable, to: Point) => {
    if (to[0] !== point.at[0] || to[1] !== point.at[1])
      await send(edits.patch(`${point.name} moved to ${ft(to[0])}, ${ft(to[1])} ft`, point.put(to)));
    setMoving((now) => (now?.id === point.id ? null : now));
  };
  const mine = (point: Movable) => (moving?.id === point.id ? moving : null);
  const handlers = (point: Movable) => ({
    onPointerDown: (event: PointerEvent<SVGGElement>) => {
      event.currentTarget.setPointerCapture(event.pointerId);
      setMoving({ id: point.id, to: point.at, held: true });
    },
    onPointerMove: (event: PointerEvent<SVGGElement>) => {
      const svg = event.currentTarget.ownerSVGElement;
      if (!mine(point)?.held || !svg) return;
      setMoving({
        id: point.id,
        to: snapped(feet(pointOn(svg, event)), others(point.id), scale, event.altKey),
        held: true,
      });
    },
    onPointerUp: () => mine(point)?.held && place(point, mine(point)?.to ?? point.at),
    onPointerCancel: () => setMoving(null),
    onKeyDown: (event: KeyboardEvent<SVGGElement>) => {
      const by = ARROWS[event.key];
      const from = mine(point)?.to ?? point.at;
      if (by) {
        const step = event.shiftKey ? 0.1 : 1;
        const to = [from[0] + by[0] * step, from[1] + by[1] * step] as Point;
        setMoving({ id: point.id, to: snapped(to, [], scale, true), held: false });
      } else if (event.key === 'Enter') void place(point, from);
      else if (event.key === 'Escape') setMoving(null);
      else return;
      event.preventDefault();
      event.stopPropagation();
    },
    onBlur: () => mine(point) && !mine(point)?.held && place(point, mine(point)?.to ?? point.at),
  });
  return { moving, handlers };
}
