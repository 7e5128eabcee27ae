import type { PointerEvent } from 'react';
import { useStrip } from '../use-strip';
import classes from './tracks.module.css';

/** The whole line at one glance: hem, what rates 4 or 5, what was not seen, and the window, which drags. */
export function WholeLineTrack({ height }: { height: number }) {
  const { assessment, axis, left, pan, drawing } = useStrip();
  const k = drawing / Math.max(axis.width, 1);
  const shown = Math.min(k, 1);
  const to = (x: number) => x * shown;
  const bad = assessment.findings.filter((f) => (f.override ?? f.rating?.likely ?? 0) >= 4);
  const move = (event: PointerEvent) => {
    if (event.buttons) pan(event.movementX / shown);
    event.stopPropagation();
  };
  return (
    <g data-whole>
      {assessment.segments.map((s) => {
        const [a, b] = axis.xOfSegment(s);
        return (
          <rect
            key={s.index}
            x={to(a)}
            width={Math.max(to(b) - to(a), 0)}
            y={4}
            height={height - 8}
            fill={`url(#h-${s.hatch})`}
            className={classes.frame}
          />
        );
      })}
      {assessment.unseen.map((u) =>
        u.start_ft != null && u.end_ft != null ? (
          <rect
            key={u.start_ft}
            x={to(axis.xOfStation(u.start_ft))}
            width={Math.max(to(axis.xOfStation(u.end_ft)) - to(axis.xOfStation(u.start_ft)), 0)}
            y={4}
            height={height - 8}
            fill="url(#h-unseen)"
            className={classes.dashed}
          />
        ) : null,
      )}
      {bad.map((f) => (
        <rect
          key={f.id}
          x={to(axis.xOf(f)[0]) - 1.5}
          width={3}
          y={2}
          height={height - 4}
          className={classes.rated}
          data-rating={f.override ?? f.rating?.likely}
        />
      ))}
      <rect
        x={to(left) + 0.75}
        y={0.75}
        width={Math.min(to(drawing), drawing) - 1.5}
        height={height - 1.5}
        fill="transparent"
        stroke="var(--ink)"
        strokeWidth={1.5}
        onPointerMove={move}
        style={{ cursor: 'grab' }}
      />
    </g>
  );
}
