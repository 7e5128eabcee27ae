import type { Assessment, Desk } from '../../api/client';
import { SmallSection } from '../../section/SmallSection';
import { StillPicture } from '../../still/Still';
import { shownFt } from '../../strip/get-axis';
import { whereWords } from '../../strip/get-where';
import { Rating } from '../../theme/Rating';
import { whole } from '../../theme/whole';
import { extentWords, inchesBand, sagWithin, useSettledWater } from '../../water/use-water';
import { endsByHand } from '../dig/ends-by-hand';
import classes from './ReportView.module.css';

/** What lateral this is, and the verdict that stands. */
export function Heading({ desk: { assessment: a, record } }: { desk: Desk }) {
  return (
    <>
      <header>
        <div>
          <p className={classes.title}>{a.name}</p>
          <p>
            {[
              record.site.locality,
              `sewer lateral, ${record.lines?.find((l) => l.id === a.path)?.name}`,
              a.visit,
              a.job,
            ]
              .filter(Boolean)
              .join(' · ')}
          </p>
        </div>
        <div className={classes.verdict}>
          <b>{a.lateral.words}</b>
          <p>
            soundness {a.line.soundness ? `${Math.round(a.line.soundness.likely)} of 100` : 'not known'} · worst{' '}
            <Rating value={a.line.worst} word />
          </p>
        </div>
      </header>
      {a.verdict_reason && (
        <p>
          Set by the analyst: {a.verdict_reason}. Computed: {a.verdict.words}.
        </p>
      )}
    </>
  );
}

/** The reasons of the verdict, and what would change it. */
export function Why({ assessment: a }: { assessment: Assessment }) {
  return (
    <>
      <h2>Why</h2>
      <ul>
        {a.lateral.line &&
          a.lateral.reasons.map((r) => (
            <li key={r.why}>
              {a.lateral.line}: {r.why}
            </li>
          ))}
        {a.verdict.reasons
          .filter((r) => r.verdict !== 'serviceable_note' || a.verdict.verdict === 'serviceable_note')
          .map((r) => (
            <li key={r.why}>
              {r.why}
              {r.house_rule && ' (house rule)'}
            </li>
          ))}
        {a.line.meaning && <li>Worst spot and spread together: {a.line.meaning}.</li>}
        {a.verdict.changes && <li>It {a.verdict.changes}.</li>}
      </ul>
    </>
  );
}

/** What was rated, the worst first; what was not, with why; and what stands along the line. */
export function Findings({ assessment: a }: { assessment: Assessment }) {
  const shown = a.findings.filter((f) => f.rating || f.override || f.unrated);
  const rated = shown
    .filter((f) => f.rating || f.override)
    .sort((x, y) => (y.override ?? y.rating?.likely ?? 0) - (x.override ?? x.rating?.likely ?? 0));
  const rest = shown.filter((f) => !f.rating && !f.override && f.unrated !== 'not a defect');
  const features = a.findings.filter((f) => f.family === 'feature' || f.family === 'good');
  return (
    <>
      <h2>Findings, in order of concern</h2>
      <table>
        <thead>
          <tr>
            <th>rating</th>
            <th>{a.axis_words}</th>
            <th>around</th>
            <th>what</th>
            <th>why</th>
          </tr>
        </thead>
        <tbody>
          {rated.map((f) => (
            <tr key={f.id}>
              <td>
                <Rating value={f.override ?? f.rating?.likely} low={f.rating?.low} high={f.rating?.high} word />
              </td>
              <td>
                {whereWords(a, f)}
                {f.how === 'station' && f.band_ft != null && ` ± ${f.band_ft.toFixed(1)}`}
              </td>
              <td>
                <SmallSection finding={f} />
              </td>
              <td>
                {whole(f.words)}
                {f.clock &&
                  whole(`, ${f.clock[0] === f.clock[1] ? f.clock[0] : `${f.clock[0]}–${f.clock[1]}`} o'clock`)}
                {f.at && `, ${f.at}`}
                {f.second_look && ' · second look'}
                <StillPicture finding={f} />
              </td>
              <td>
                {whole(f.override ? `set by the analyst: ${f.override_reason}` : (f.rating?.why ?? ''))}
                {f.rating?.settle && `; to settle it: ${f.rating.settle}`}
              </td>
            </tr>
          ))}
          {rest.map((f) => (
            <tr key={f.id}>
              <td>not rated</td>
              <td>{whereWords(a, f)}</td>
              <td>
                <SmallSection finding={f} />
              </td>
              <td>
                {f.words}
                <StillPicture finding={f} />
              </td>
              <td>{f.unrated}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {features.length > 0 && (
        <p>
          <b>Along the line:</b> {features.map((f) => `${whereWords(a, f)} ${f.words}`).join('; ')}.
        </p>
      )}
      {a.liner_grip && <p>{a.liner_grip.words}.</p>}
    </>
  );
}

/** Water at rest with its bands, and where it is not known. */
export function WaterAtRest({ assessment: a }: { assessment: Assessment }) {
  const { bandOf } = useSettledWater();
  return (
    <>
      {a.ponds.map((p) => (
        <p key={p.id}>
          <b>Water at rest</b> {shownFt(a, p.start_ft)}–{shownFt(a, p.end_ft)} ft: {whole(p.depth_words)}
          {bandOf(p.id) && ` (${inchesBand(bandOf(p.id)?.depth_in)})`}, {extentWords(p)}; {p.cause_words}
          {p.sag_in != null && `; sag behind it ${sagWithin(p, bandOf(p.id))}, ${p.sag_how}`}; {whole(p.basis)}.
        </p>
      ))}
      {a.water_not_known.map((n) => (
        <p key={`${n.start_ft} ${n.why}`}>
          <b>Water at rest not known</b> {shownFt(a, n.start_ft)}–{shownFt(a, n.end_ft)} ft: {n.why}.
        </p>
      ))}
    </>
  );
}

/** Where one would dig, along the line. */
export function Digs({ assessment: a }: { assessment: Assessment }) {
  return (
    <>
      {a.digs.length > 0 && <h2>Where one would dig: about, along the line only</h2>}
      {a.digs.map((d) => (
        <p key={d.centre_ft}>
          <b>
            {shownFt(a, d.centre_ft)} ft ± {d.band_ft.toFixed(1)}
          </b>
          : dig {shownFt(a, d.start_ft)}–{shownFt(a, d.end_ft)} ft,{' '}
          {d.invert_depth_ft == null
            ? 'depth not known'
            : `invert ${d.invert_depth_ft.toFixed(1)} ft ± ${d.depth_band_ft?.toFixed(1)} deep`}
          ; {d.names.join('; ')}. Lift {d.lift}. {d.above?.join('; ')}. {endsByHand(d)} {d.flags.join('; ')}.
        </p>
      ))}
    </>
  );
}

/** How far this page goes, what was said besides, and what to take care of. */
export function Scope({ assessment: a }: { assessment: Assessment }) {
  return (
    <>
      <h2>Scope and limits</h2>
      <ul>
        {a.scope.map((s) => (
          <li key={s}>{s}</li>
        ))}
        {a.counts.map((c) => (
          <li key={c.id}>Count said: {c.words}.</li>
        ))}
        {a.remarks.map((r) => (
          <li key={r.id}>As said, not read: “{r.said}”.</li>
        ))}
      </ul>
      <h2>Cautions</h2>
      <ul>
        {a.cautions.map((c) => (
          <li key={c}>{c}</li>
        ))}
      </ul>
    </>
  );
}
