import type { Finding } from '../../api/client';
import { familyMark } from '../Marks';
import { drawnSpan, SPARE_PX, useStrip } from '../use-strip';
import { withRoom } from '../words-room';
import { EARLIER_PX, EarlierBand } from './EarlierBand';
import { ratingOf } from './FindingsTrack';
import classes from './tracks.module.css';

const HEM_PX = 8;
const WORDS_FROM_PX = 40;

/** Clock hours to a share of the unrolled height: 6 at the top, 12 in the middle, 6 at the foot. */
const share = (hour: number) => ((hour + 6) % 12) / 12;

/** The bars a finding takes on the unrolled wall, as [top, bottom] shares; a span over 6 wraps into two. */
export function clockBars(f: Finding): [number, number][] {
  if (!f.clock && f.family === 'water')
    return [
      [0, share(7)],
      [share(5), 1],
    ];
  if (!f.clock) return [[0, 1]];
  const [a, b] = [share(f.clock[0]), share(f.clock[1])];
  if (a === b) return [[Math.max(a - 0.04, 0), Math.min(a + 0.04, 1)]];
  return a < b ? [[a, b]] : [[a, 1], ...(b > 0 ? ([[0, b]] as [number, number][]) : [])];
}

function Segments({ height }: { height: number }) {
  const strip = useStrip();
  return strip.assessment.segments.map((s) => {
    const [a, b] = drawnSpan(strip, ...strip.axis.xOfSegment(s));
    const width = b - a;
    if (width <= 0) return null;
    return (
      <g key={s.index}>
        <rect
          x={a}
          width={width}
          y={0}
          height={height - 1}
          className={s.length_known ? classes.sheet : classes.dashed}
          fill="var(--sheet)"
        />
        <rect
          x={a}
          width={width}
          y={height - HEM_PX - 1}
          height={HEM_PX}
          fill={`url(#h-${s.hatch})`}
          className={classes.frame}
        />
      </g>
    );
  });
}

/** Names over everything else, on a halo, kept in view while their segment is. */
function Names() {
  const { assessment, axis, left } = useStrip();
  return assessment.segments.map((s) => {
    const [a, b] = axis.xOfSegment(s);
    const from = Math.max(a, left);
    const room = Math.floor((b - from) / 6.2) - 1;
    return (
      <text key={s.index} x={from + 4} y={11} className={classes.halo}>
        {s.name.length <= room ? s.name : ''}
      </text>
    );
  });
}

/** The wall as it is now; earlier visits, where there are any, in a band above it. */
export function WallTrack({ height }: { height: number }) {
  const { assessment } = useStrip();
  if (assessment.earlier.length === 0 || height < 60) return <Wall height={height} />;
  return (
    <>
      <g transform={`translate(0 ${EARLIER_PX})`}>
        <Wall height={height - EARLIER_PX} />
      </g>
      <EarlierBand nowAt={EARLIER_PX + 4} />
    </>
  );
}

/** The bore unrolled, crown in the middle: findings are bars over their clock span, marks from 16 px a foot. */
function Wall({ height }: { height: number }) {
  const { assessment, axis, selected, second, select, pick, left, drawing } = useStrip();
  const tall = height >= 72;
  const field = height - HEM_PX - 2;
  const bar = axis.pxPerFt < 8 ? 3 : 5;
  // only what is in view: a long line holds thousands
  const inView = (f: Finding) => {
    const [a, b] = axis.xOf(f);
    return b >= left - SPARE_PX && a <= left + drawing + SPARE_PX;
  };
  const drawn = assessment.findings.filter(
    (f) => f.family !== 'event' && f.how !== 'throughout' && (ratingOf(f) || f.how !== 'station') && inView(f),
  );
  const heightOf = (f: Finding) => {
    const [first] = clockBars(f);
    return (((first?.[0] ?? 0) + (first?.[1] ?? 1)) / 2) * field;
  };
  const worded =
    axis.pxPerFt >= WORDS_FROM_PX
      ? withRoom(drawn.map((f) => ({ x: axis.xOf(f)[0], y: heightOf(f), words: f.words })))
      : [];
  let lastMark = Number.NEGATIVE_INFINITY;
  const edge = [Math.max(0, left - SPARE_PX), Math.min(axis.width, left + drawing + SPARE_PX)];
  return (
    <g>
      <Segments height={height} />
      {tall &&
        [9, 12, 3].map((h) => (
          <path
            key={h}
            className={classes.hair}
            strokeDasharray="1 3"
            d={`M${edge[0]} ${share(h) * field}H${edge[1]}`}
          />
        ))}
      {assessment.findings
        .filter((f) => f.at === 'joint' && f.how === 'station' && inView(f))
        .map((f) => (
          <path key={`j${f.id}`} className={classes.hair} d={`M${axis.xOf(f)[0]} 0V${field}`} />
        ))}
      {axis.pxPerFt >= 3 &&
        assessment.segments.flatMap((s) =>
          (s.joints?.predicted_ft ?? [])
            .map((ft) => axis.xOfStation(ft))
            .filter((x) => x > left - SPARE_PX && x < left + drawing + SPARE_PX)
            .map((x) => <path key={`p${x}`} className={classes.hair} strokeDasharray="1 3" d={`M${x} 0V${field}`} />),
        )}
      {drawn.map((f, n) => {
        const [a, b] = axis.xOf(f);
        const loose = f.how === 'order';
        const point = b - a < bar;
        const showMark = loose || (axis.pxPerFt >= 8 && tall && a - lastMark >= 18);
        if (showMark) lastMark = a;
        const size = axis.pxPerFt >= 16 || loose ? 18 : 12;
        const bars = clockBars(f);
        const y = heightOf(f);
        return (
          // biome-ignore lint/a11y/noStaticElementInteractions: the strip is one tab stop; [ and ] do this by key
          <g key={f.id} data-finding={f.id} onClick={(e) => (e.shiftKey ? pick(f) : select(f))}>
            {!loose &&
              bars.map(([top, foot]) => (
                <rect
                  key={top}
                  x={point ? a - bar / 2 : a}
                  width={point ? bar : b - a}
                  y={top * field + 1}
                  height={Math.max((foot - top) * field - 2, 3)}
                  className={`${classes.rated} ${selected === f.id ? classes.selected : second === f.id ? classes.second : ''}`}
                  data-rating={ratingOf(f)}
                  data-open={(!f.clock && !f.clock_all && f.family !== 'water') || undefined}
                />
              ))}
            {loose && <path fill="none" className={classes.dashed} d={`M${a - 20} ${field / 2}h40`} />}
            {worded[n] && !loose && (
              <text x={a + 14} y={Math.min(y + 4, field - 4)} className={classes.halo}>
                {f.words}
              </text>
            )}
            {showMark && (
              <g className={classes.mark}>
                <circle cx={a} cy={y} r={size / 2 + 2} className={classes.disc} data-open={loose || undefined} />
                <use
                  href={`#m-${size === 18 ? f.mark : familyMark(f.family)}`}
                  x={a - size / 2 + 1}
                  y={y - size / 2 + 1}
                  width={size - 2}
                  height={size - 2}
                />
              </g>
            )}
          </g>
        );
      })}
      <Names />
    </g>
  );
}
