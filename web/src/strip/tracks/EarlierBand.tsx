import { useStrip } from '../use-strip';
import classes from './tracks.module.css';

export const EARLIER_PX = 24;

/** Findings of earlier visits above the wall as it is now, each tied to what it has become. */
export function EarlierBand({ nowAt }: { nowAt: number }) {
  const { assessment, axis } = useStrip();
  const now = new Map(assessment.findings.map((f) => [f.item, f]));
  let lastWord = Number.NEGATIVE_INFINITY;
  return (
    <g>
      <rect x={0} y={0} width={axis.width} height={EARLIER_PX - 1} className={classes.hair} />
      {assessment.earlier.map((e) => {
        if (e.station_ft == null) return null;
        const x = axis.xOfStation(e.station_ft);
        const again = now.get(e.item);
        const word = x - lastWord > 14;
        const became = e.became === 'may be the same' ? 'same?' : e.became;
        if (word) lastWord = x + became.length * 6;
        return (
          <g key={`${e.visit}${e.id}`}>
            <title>{`${e.visit}: ${e.words}, ${e.became}`}</title>
            {again && <path className={classes.ink} d={`M${x} ${EARLIER_PX - 5}L${axis.xOf(again)[0]} ${nowAt}`} />}
            <rect
              x={x - 2.5}
              y={2}
              width={5}
              height={EARLIER_PX - 7}
              className={classes.rated}
              data-rating={e.then ?? 0}
            />
            {word && (
              <text x={x + 6} y={14} className={classes.halo}>
                {became}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}
