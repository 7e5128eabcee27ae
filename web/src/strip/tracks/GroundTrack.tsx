import { drawnSpan, useStrip } from '../use-strip';
import classes from './tracks.module.css';

/** Landmarks standing on the surface line, drawn about its height. */
const GLYPH: Record<string, string> = {
  access: 'M-4 0v7h8v-7',
  fence: 'M-5 4h10M-4 7v-9M0 7v-9M4 7v-9',
  wall: 'M-5 0h10v6h-10zM0 0v6',
  curb: 'M-6 4h6v-5h6',
  drive: 'M-6 3h12M-6 6h12',
  property_line: 'M0 -5v3M0 0v3M0 5v3',
  tree: 'M0 7v-5M-5 2q5 -10 10 0z',
  pole: 'M0 7v-12M-3 -3h6',
  main: 'M-5 2a5 5 0 1 0 10 0a5 5 0 1 0 -10 0',
  other: 'M-3 3l3 -4l3 4l-3 4z',
};

/** Room that a landmark takes to either side. */
const GLYPH_PX = 10;

const LETTER_PX = 6;
const DIG_PX = 22;
const DEPTH_PX = 40;
const NO_DEPTH_PX = 172;

/** The surface, depths read from it as plumb lines, and the windows one would dig. */
export function GroundTrack({ height }: { height: number }) {
  const strip = useStrip();
  const { assessment, axis, left, drawing } = strip;
  const placed = assessment.depths.filter((d) => d.station_ft != null && !d.failed);
  const deepest = Math.max(...placed.map((d) => d.depth_ft), 4);
  const y = (depth: number) => 6 + (depth / deepest) * (height - 9);
  const line = placed
    .map((d) => [axis.xOfStation(d.station_ft ?? 0), y(d.depth_ft)] as const)
    .sort((a, b) => a[0] - b[0])
    .map(([x, d], i) => `${i ? 'L' : 'M'}${x} ${d}`)
    .join('');
  let lastLabel = Number.NEGATIVE_INFINITY;
  const drawn = assessment.landmarks.filter((mark) => {
    const x = axis.xOfStation(mark.station_ft);
    return x > -5 && x < axis.width + 5;
  });
  const labelled = drawn.map((mark) => {
    const x = axis.xOfStation(mark.station_ft);
    const word = x - lastLabel > 12 && x < axis.width - 20;
    if (word) lastLabel = x + mark.name.length * LETTER_PX;
    return { mark, x, word };
  });
  // a window's word gives way to a landmark's name, and to the sentence at the right where no depth was read
  const isFree = (from: number, to: number) =>
    (placed.length > 0 || to < left + drawing - NO_DEPTH_PX) &&
    !labelled.some(({ mark, x, word }) => word && x + 6 < to && x + 6 + mark.name.length * LETTER_PX > from);
  const at = placed.map((d) => axis.xOfStation(d.station_ft ?? 0));
  return (
    <g>
      <path className={classes.hair} d={`M0 6H${axis.width}`} />
      {labelled.map(({ mark, x }) => (
        <path
          key={mark.name}
          d={GLYPH[mark.kind] ?? GLYPH.other}
          transform={`translate(${x} 6)`}
          className={classes.ink}
        />
      ))}
      {assessment.digs.map((d) => {
        const [a, b] = drawnSpan(strip, axis.xOfStation(d.start_ft), axis.xOfStation(d.end_ft));
        if (b <= a) return null;
        return (
          <g key={d.centre_ft}>
            <rect
              x={a}
              width={Math.max(b - a, 3)}
              y={6}
              height={height - 10}
              fill="url(#h-ground)"
              className={classes.dashed}
            />
            <text x={a + 4} y={height - 7} className={classes.text}>
              {b - a > DIG_PX && isFree(a, a + DIG_PX) ? 'dig' : ''}
            </text>
          </g>
        );
      })}
      <path className={classes.ink} strokeWidth={1.5} d={line} />
      {placed.map((d, n) => {
        const x = at[n] ?? 0;
        // before its line at the end, and where the next reading's own stands right behind
        const before =
          x > axis.width - DEPTH_PX || at.some((b, m) => (b > x || (b === x && m > n)) && b < x + DEPTH_PX);
        const glyph = labelled.find((l) => Math.abs(l.x - x) < GLYPH_PX);
        const clear = glyph ? GLYPH_PX + (before ? x - glyph.x : glyph.x - x) : 5;
        return (
          <g key={d.id}>
            <path className={classes.dashed} d={`M${x} 6V${y(d.depth_ft)}`} />
            <path d={`M${x - 4} 2h8l-4 5z`} fill="var(--ink)" />
            <text
              x={before ? x - clear : x + clear}
              y={16}
              textAnchor={before ? 'end' : 'start'}
              className={classes.text}
            >
              {d.depth_ft.toFixed(1)} ft
            </text>
          </g>
        );
      })}
      {labelled.map(
        ({ mark, x, word }) =>
          word && (
            <text key={mark.name} x={x + 6} y={height - 4} className={classes.halo}>
              {mark.name}
            </text>
          ),
      )}
      {placed.length === 0 && (
        <text x={left + drawing - 8} y={height - 6} textAnchor="end" className={classes.quiet}>
          no depth read from the surface
        </text>
      )}
    </g>
  );
}
