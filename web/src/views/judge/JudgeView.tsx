import { useState } from 'react';
import type { Desk, Finding, SegmentShown } from '../../api/client';
import { edits } from '../../api/edits';
import { StillOf, StillPicture } from '../../still/Still';
import { shownFt } from '../../strip/get-axis';
import { whereWords } from '../../strip/get-where';
import { useStrip } from '../../strip/use-strip';
import { Rating } from '../../theme/Rating';
import { extentWords, inchesBand, sagWithin, useSettledWater } from '../../water/use-water';
import { useSheet } from '../desk/use-sheet';
import { endsByHand } from '../dig/ends-by-hand';
import { Decide } from './Decide';
import { Rules } from './HouseRules';
import classes from './JudgeView.module.css';
import { Said } from './Said';
import { SetByHand } from './SetByHand';

/** The verdict with its reasons, three ways of judging side by side, ponds, digs and every rating's row. */
export default function JudgeView({ desk }: { desk: Desk }) {
  return (
    <div className={classes.root}>
      <div>
        <Verdict desk={desk} />
        <Ratings desk={desk} />
      </div>
      <div>
        <ThreeWays desk={desk} />
        <Ponds desk={desk} />
        <Digs desk={desk} />
        <NotSeen desk={desk} />
        <Warnings desk={desk} />
        <Said desk={desk} />
        <Rules desk={desk} />
      </div>
    </div>
  );
}

function Verdict({ desk }: { desk: Desk }) {
  const { verdict } = desk.assessment;
  const override = desk.record.overrides?.find((o) => o.item == null);
  const [setting, setSetting] = useState(false);
  return (
    <section className={classes.block} aria-label="Verdict">
      <h2 className={classes.verdict}>
        {desk.assessment.lateral.words}{' '}
        <button type="button" className={classes.plain} onClick={() => setSetting((on) => !on)}>
          set it myself
        </button>
      </h2>
      {setting && <SetByHand desk={desk} item={null} onDone={() => setSetting(false)} />}
      {override && (
        <p className={classes.note}>
          Set by the analyst: {override.reason}. Computed: {verdict.words}, for these reasons.
        </p>
      )}
      <ul className={classes.reasons}>
        {verdict.reasons
          .filter((r) => r.verdict !== 'serviceable_note')
          .map((r) => (
            <li key={r.why}>
              {r.why}{' '}
              <span className="quiet">
                → {r.verdict.replaceAll('_', ' ')}
                {r.house_rule ? ' (house rule)' : ''}
              </span>
            </li>
          ))}
      </ul>
      <Noted reasons={verdict.reasons} open={verdict.verdict === 'serviceable_note'} />
      {verdict.changes && <p className={classes.note}>This {verdict.changes}.</p>}
    </section>
  );
}

function Noted({ reasons, open }: { reasons: Desk['assessment']['verdict']['reasons']; open: boolean }) {
  const notes = reasons.filter((r) => r.verdict === 'serviceable_note');
  if (notes.length === 0) return null;
  return (
    <details open={open}>
      <summary>{notes.length} more to note, rating 2 or 3</summary>
      <ul className={classes.reasons}>
        {notes.map((r) => (
          <li key={r.why}>
            {r.why}
            {r.house_rule && <span className="quiet"> (house rule)</span>}
          </li>
        ))}
      </ul>
    </details>
  );
}

function Ratings({ desk }: { desk: Desk }) {
  const strip = useStrip();
  const rows = desk.assessment.findings
    .filter((f) => f.rating || f.override || f.unrated.includes('needs a reading'))
    .sort((a, b) => (b.override ?? b.rating?.likely ?? 0) - (a.override ?? a.rating?.likely ?? 0));
  return (
    <section className={classes.block} aria-label="Ratings">
      <h2>Ratings, in order of concern</h2>
      <table className={classes.table}>
        <tbody>
          {rows.map((f) => (
            <RatingRow
              key={f.id}
              desk={desk}
              finding={f}
              on={strip.selected === f.id}
              onSelect={() => strip.select(f)}
            />
          ))}
        </tbody>
      </table>
      {rows.length === 0 && <p className="quiet">Nothing is rated yet: say what was seen in the Log.</p>}
    </section>
  );
}

function RatingRow({
  desk,
  finding: f,
  on,
  onSelect,
}: {
  desk: Desk;
  finding: Finding;
  on: boolean;
  onSelect: () => void;
}) {
  const [setting, setSetting] = useState(false);
  return (
    <>
      <tr data-on={on || undefined} onClick={onSelect}>
        <td>
          <Rating value={f.override ?? f.rating?.likely} low={f.rating?.low} high={f.rating?.high} />
        </td>
        <td className={classes.right}>
          <b>{whereWords(desk.assessment, f)}</b>
          {f.how === 'station' && f.band_ft != null && <span className="quiet"> ±{f.band_ft.toFixed(1)}</span>}
        </td>
        <td>
          {f.words}
          {f.sureness === 'unsure' && (
            <span className="quiet"> · unsure: left out of worst, soundness and verdict</span>
          )}
          <div className="quiet">
            {f.override
              ? `set by the analyst: ${f.override_reason}; computed ${f.rating?.likely ?? 'not rated'}: `
              : ''}
            {f.rating?.why ?? f.unrated}
            {f.rating?.settle ? `. To settle it: ${f.rating.settle}` : ''}
            {f.cause && ` · because of ${f.cause}`}
            {f.expected === 'worsens' && ' · expected to get worse'}
            {f.owner && ` · ${f.owner}`}
          </div>
          {!setting && <StillPicture finding={f} />}
        </td>
        <td>
          <button type="button" className={classes.plain} onClick={() => setSetting((s) => !s)}>
            set
          </button>
        </td>
      </tr>
      {setting && (
        <tr>
          <td colSpan={4}>
            <SetByHand desk={desk} item={f.item} onDone={() => setSetting(false)} />
            <Decide desk={desk} finding={f} />
            <StillOf finding={f} />
          </td>
        </tr>
      )}
    </>
  );
}

const ASPECTS = ['shell', 'bore', 'fall'] as const;

function ThreeWays({ desk }: { desk: Desk }) {
  const { segments, line, verdict } = desk.assessment;
  const rows: [string, SegmentShown['score'], string][] = [
    ...segments.map((s): [string, SegmentShown['score'], string] => [s.name, s.score, s.verdict.words]),
    ['whole line', line, verdict.words],
  ];
  return (
    <section className={classes.block} aria-label="Three ways to judge">
      <h2>Three ways to judge</h2>
      <table className={classes.table}>
        <thead>
          <tr>
            <th>segment</th>
            <th>worst spot: shell, bore, fall</th>
            <th>soundness</th>
            <th>spread</th>
            <th>serviceability</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, score, words], i) => (
            <tr
              key={`${name}${i === rows.length - 1 ? 'line' : segments[i]?.index}`}
              data-line={i === rows.length - 1 || undefined}
            >
              <td>
                <b>{name}</b>
                <div className="quiet">
                  {score.seen_ft == null ? 'length not known' : `${score.seen_ft.toFixed(0)} ft seen`}
                </div>
              </td>
              <td>
                <span className={classes.aspects}>
                  {ASPECTS.map((a) => (
                    <Rating key={a} value={score.worst_by_aspect[a]} />
                  ))}
                </span>
              </td>
              <td>
                {score.soundness ? (
                  <>
                    <b>{Math.round(score.soundness.likely)}</b>
                    {Math.round(score.soundness.low) !== Math.round(score.soundness.high) && (
                      <span className="quiet">
                        {' '}
                        ({Math.round(score.soundness.low)}–{Math.round(score.soundness.high)})
                      </span>
                    )}
                  </>
                ) : (
                  <span className="quiet">{score.seen_ft == null ? 'not known' : 'under 10 ft'}</span>
                )}
              </td>
              <td>{score.spread == null ? '–' : `${Math.round(score.spread * 100)} %`}</td>
              <td>
                {words}
                <div className="quiet">{score.meaning}</div>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function Ponds({ desk }: { desk: Desk }) {
  const { ponds } = desk.assessment;
  const { bandOf } = useSettledWater();
  return (
    <section className={classes.block} aria-label="Water at rest">
      <h2>Water at rest</h2>
      {ponds.length === 0 && (
        <p className="quiet">No depth has been read at rest. Shut the water off, wait, then “112 standing 1in rest”.</p>
      )}
      {ponds.map((p) => (
        <div key={p.id} className={classes.item}>
          <b>{p.depth_words}</b> {bandOf(p.id) && `(${inchesBand(bandOf(p.id)?.depth_in)})`} ·{' '}
          {Math.round(p.share_of_area * 100)} % of its area · {shownFt(desk.assessment, p.start_ft)}–
          {shownFt(desk.assessment, p.end_ft)} ft, {extentWords(p)}
          <br />
          held by: {p.cause_words}
          {p.sag_in != null && (
            <>
              <br />
              sag behind it <b>{sagWithin(p, bandOf(p.id))}</b> over {p.sag_length_ft?.toFixed(0)} ft: what one would
              lift
            </>
          )}
          <div className="quiet">{p.basis}</div>
        </div>
      ))}
      {desk.assessment.findings
        .filter((f) => desk.assessment.running_readings.includes(f.id))
        .map((f) => (
          <div key={f.id} className={classes.item}>
            △ {f.words} at {whereWords(desk.assessment, f)} ft:{' '}
            <span className="quiet">never rated while water runs; read it at rest</span>
          </div>
        ))}
    </section>
  );
}

function Digs({ desk }: { desk: Desk }) {
  const { digs, assessment } = { digs: desk.assessment.digs, assessment: desk.assessment };
  return (
    <section className={classes.block} aria-label="Where one would dig">
      <h2>Where one would dig, along the line only: about</h2>
      {digs.length === 0 && <p className="quiet">Nothing seen and placed needs digging.</p>}
      {digs.map((d) => (
        <div key={d.centre_ft} className={classes.item}>
          <b>
            {shownFt(assessment, d.centre_ft)} ft ± {d.band_ft.toFixed(1)}
          </b>{' '}
          · dig {shownFt(assessment, d.start_ft)}–{shownFt(assessment, d.end_ft)} ft ·{' '}
          {d.invert_depth_ft == null
            ? 'depth not known'
            : `${d.invert_depth_ft.toFixed(1)} ft ± ${d.depth_band_ft?.toFixed(1)} deep`}
          <div>{d.names.join('; ')}</div>
          {d.moved && <div>{endsByHand(d)}</div>}
          <div className="quiet">
            lift {d.lift} · {d.depth_basis} · {d.above?.join(' · ')} · {d.flags.join(' · ')}
          </div>
        </div>
      ))}
    </section>
  );
}

function NotSeen({ desk }: { desk: Desk }) {
  const { unseen, counts, segments } = desk.assessment;
  return (
    <section className={classes.block} aria-label="Not seen">
      <h2>Not seen, and joints</h2>
      {unseen.length === 0 && <p className="quiet">Nothing between the ends that the runs reached.</p>}
      {unseen.map((u) => (
        <div key={u.why} className={classes.item}>
          <b>{u.feet == null ? 'length not known' : `${u.feet.toFixed(0)} ft`}</b> · {u.why}
          {u.joints != null && u.rooted && (
            <div>
              about {u.joints} joints there; were they like those seen, {u.rooted[0].toFixed(1)} ({u.rooted[1]}–
              {u.rooted[2]}) have roots <span className="quiet">roots cluster at trees</span>
            </div>
          )}
        </div>
      ))}
      {segments.map(
        (s) =>
          s.joints && (
            <div key={s.index} className={classes.item}>
              joints in {s.name}: <b>{s.joints.lay_length_ft} ft</b> lengths,{' '}
              {s.joints.certain ? 'certain' : 'not certain'}{' '}
              <span className="quiet">
                (laid {s.joints.laid_ft.toFixed(2)} ft; {s.joints.noted} noted, {s.joints.rooted} with roots
                {s.joints.certain && `, ${s.joints.predicted_ft.length} more predicted, dotted on the wall`})
              </span>
            </div>
          ),
      )}
      {counts.map((c) => (
        <div key={c.id} className={classes.item}>
          count said: {c.words}
        </div>
      ))}
    </section>
  );
}

function Warnings({ desk }: { desk: Desk }) {
  const { send } = useSheet();
  const { warnings } = desk.assessment;
  if (warnings.length === 0) return null;
  const answers = desk.record.answers ?? [];
  return (
    <section className={classes.block} aria-label="To answer">
      <h2>▲ To answer</h2>
      {warnings.map((w) => (
        <div key={w.id} className={classes.warning}>
          <b>{w.where}</b>: {w.text}. <span className="quiet">{w.mend}.</span>{' '}
          <button
            type="button"
            className={classes.plain}
            onClick={() =>
              send(
                edits.patch('Warning answered', [
                  { op: 'replace', path: '/answers', value: [...answers, { warning: w.id, answer: 'as it is' }] },
                ]),
              )
            }
          >
            it is so
          </button>
        </div>
      ))}
    </section>
  );
}
