import type { SegmentShown } from '../../api/client';
import { useStrip } from '../use-strip';
import classes from './tracks.module.css';

const words = (s: SegmentShown) => s.verdict.words.toLowerCase();

/** Per segment the worst rating, soundness and a word; in the tall form a row for each way of judging. */
export function SoundnessTrack({ height }: { height: number }) {
  const { assessment, axis, left } = useStrip();
  const tall = height >= 50;
  return assessment.segments.map((s) => {
    const [from, b] = axis.xOfSegment(s);
    const a = Math.min(Math.max(from, left), b); // what is said of a segment stays in view while the segment is
    const width = Math.max(b - a, 0);
    const fit = (text: string) => (text.length * 6.4 + 8 < width ? text : '');
    const sound = s.score.soundness ? `${Math.round(s.score.soundness.likely)}` : '';
    const spread = s.score.spread != null ? `${Math.round(s.score.spread * 100)} % spread` : '';
    const worst = s.score.worst ?? 0;
    return (
      <g key={s.index}>
        <rect x={a} width={width} y={1} height={height - 3} className={classes.sheet} />
        {worst > 0 && width > 18 && (
          <>
            <rect x={a + 3} y={4} width={16} height={14} className={classes.rated} data-rating={worst} />
            <text x={a + 11} y={15} className={classes.number} data-rating={worst}>
              {worst}
            </text>
          </>
        )}
        {tall ? (
          <>
            <text x={a + 24} y={15} className={classes.text}>
              {fit('worst spot')}
            </text>
            <text x={a + 5} y={32} className={classes.text}>
              {fit(sound ? `${sound} sound · ${spread}` : 'not known: short') || fit(sound)}
            </text>
            <text x={a + 5} y={48} className={classes.text}>
              {fit(words(s))}
            </text>
          </>
        ) : (
          <text x={a + 24} y={15} className={classes.text}>
            {fit(`   ${sound ? `${sound} · ` : ''}${words(s)}`) || fit(`   ${sound}`)}
          </text>
        )}
      </g>
    );
  });
}
