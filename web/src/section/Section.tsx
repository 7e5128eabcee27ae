import type { Assessment, Finding } from '../api/client';
import { shownFt } from '../strip/get-axis';
import { useStrip } from '../strip/use-strip';
import { Rating } from '../theme/Rating';
import { useSettledWater } from '../water/use-water';
import { findingsNear, getSection, toldOf } from './get-section';
import classes from './Section.module.css';

const R = 84;
const HOURS = [12, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11];
const at = (hour: number, r: number): [number, number] => [
  r * Math.sin((hour * Math.PI) / 6),
  -r * Math.cos((hour * Math.PI) / 6),
];

function arc(from: number, to: number, r: number) {
  const [x0, y0] = at(from, r);
  const sweep = (to - from + 12) % 12 || 12;
  const [x1, y1] = at(from + Math.min(sweep, 11.99), r);
  return `M${x0} ${y0}A${r} ${r} 0 ${sweep > 6 ? 1 : 0} 1 ${x1} ${y1}`;
}

/** Water up to a share of the bore's depth, as a circular segment. */
function waterPath(share: number) {
  const r = R - 12;
  const y = r - 2 * r * Math.min(share, 1);
  const half = Math.sqrt(Math.max(r * r - y * y, 0));
  return share >= 1 ? '' : `M${-half} ${y}A${r} ${r} 0 ${share > 0.5 ? 1 : 0} 0 ${half} ${y}Z`;
}

function Cut({ assessment, near }: { assessment: Assessment; near: Finding[] }) {
  const section = getSection(assessment, useSettledWater().bands, useStrip());
  const hatch = section.segment?.hatch ?? 'unknown';
  const share = section.water_in && section.segment?.bore_in ? section.water_in / section.segment.bore_in : 0;
  return (
    <svg
      viewBox="-142 -104 284 208"
      width={284}
      height={208}
      role="img"
      aria-label={`The pipe cut here: ${section.segment?.name ?? 'not known'}`}
    >
      <circle r={R} fill={`url(#h-${hatch})`} className={classes.ring} />
      <circle r={R - 12} className={classes.bore} />
      {share > 0 &&
        (share >= 1 ? (
          <circle r={R - 12} className={classes.water} />
        ) : (
          <path d={waterPath(share)} className={classes.water} />
        ))}
      {near
        .filter((f) => f.rating && (f.clock || f.clock_all))
        .map((f) => {
          const [a, b] = f.clock ?? [0, 12];
          const ends = a === b ? [a - 0.25, b + 0.25] : [a, b];
          const [x, y] = at((ends[0] ?? 0) + (((ends[1] ?? 0) - (ends[0] ?? 0) + 12) % 12) / 2, R - 34);
          return (
            <g key={f.id}>
              <path
                d={arc(ends[0] ?? 0, ends[1] ?? 0, R - 6)}
                className={classes.finding}
                data-rating={f.rating?.likely}
              />
              <use href={`#m-${f.mark}`} x={x - 9} y={y - 9} width={18} height={18} color="var(--ink)" />
            </g>
          );
        })}
      {HOURS.map((h) => {
        const [x, y] = at(h, R + 11);
        return (
          <text key={h} x={x} y={y + 4} textAnchor="middle" className={classes.hour}>
            {h}
          </text>
        );
      })}
    </svg>
  );
}

export interface SectionProps {
  assessment: Assessment;
  waiting: string[];
  onType: (text: string) => void;
}

/** The pipe at the cursor: cut, figures, why, and what can only be got on site. */
export function Section({ assessment, waiting, onType }: SectionProps) {
  const strip = useStrip();
  const here = getSection(assessment, useSettledWater().bands, strip);
  const near = findingsNear(assessment, strip);
  const top = toldOf(near, strip.selected);
  const rows: [string, string][] = [
    [
      'at',
      here.station === null
        ? 'order only, no footage'
        : `${shownFt(assessment, here.station)} ft${here.band === null ? '' : ` ± ${here.band.toFixed(1)}`}`,
    ],
    ['pipe', here.segment?.name ?? 'not known'],
    ['water at rest', here.waterWords],
    ['depth to invert', here.depth === null ? 'not read here' : `about ${here.depth.toFixed(1)} ft, between readings`],
    ...(here.pond ? ([['held by', here.pond.cause_words]] as [string, string][]) : []),
  ];
  return (
    <aside className={classes.root} aria-label="Section at the cursor">
      <Cut assessment={assessment} near={near} />
      <dl className={classes.figures}>
        {rows.map(([name, value]) => (
          <div key={name}>
            <dt>{name}</dt>
            <dd>{value}</dd>
          </div>
        ))}
      </dl>
      <div className={classes.block}>
        {top?.rating || top?.override ? (
          <>
            <h2>
              Why{' '}
              <Rating value={top.override ?? top.rating?.likely} low={top.rating?.low} high={top.rating?.high} word />
            </h2>
            <p>{top.words}</p>
            <p className="quiet">
              {top.override
                ? `Set by the analyst: ${top.override_reason}. Computed ${top.rating?.likely ?? '–'}: `
                : ''}
              {top.rating?.why}
            </p>
            {top.rating?.settle && <p className="quiet">To settle it: {top.rating.settle}.</p>}
          </>
        ) : (
          <>
            {top && <p>{top.words}</p>}
            <p className="quiet">{top ? top.unrated : 'Nothing rated here.'}</p>
          </>
        )}
      </div>
      {waiting.length > 0 && (
        <div className={classes.block}>
          <h2>Notes still to type in</h2>
          {waiting.map((note) => (
            <button key={note} type="button" className={classes.note} onClick={() => onType(note)}>
              {note}
            </button>
          ))}
        </div>
      )}
      <div className={classes.block}>
        <h2>Before you pull out</h2>
        {assessment.before_you_pull_out.length === 0 && (
          <p className="quiet">Nothing is left that only the site can tell.</p>
        )}
        <ul>
          {assessment.before_you_pull_out.map((text) => (
            <li key={text}>{text}</li>
          ))}
        </ul>
      </div>
    </aside>
  );
}
