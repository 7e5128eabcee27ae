import type { Desk } from '../../api/client';
import { shownFt } from '../../strip/get-axis';

const VIEWS: Record<string, string> = {
  agree: 'we agree',
  disagree: 'we disagree',
  cannot_tell: 'cannot be told',
  open: 'not looked into',
};
const RESULTS: Record<string, string> = {
  accepted: 'accepted',
  with_note: 'accepted with a note',
  not: 'not accepted',
};

/** What the page hands over beside the findings: other lines, earlier visits, advice, claims, repairs, symptoms. */
export function Told({ desk }: { desk: Desk }) {
  const { assessment: a, record } = desk;
  const advice = record.recommendations ?? [];
  const claims = record.claims ?? [];
  const repairs = record.repairs ?? [];
  const symptoms = record.visits.at(-1)?.symptoms ?? [];
  const changed = a.earlier.filter((e) => e.became !== 'same' && e.became !== 'not seen now' && e.then != null);
  return (
    <>
      {a.lines.length > 0 && (
        <>
          <h2>The lines</h2>
          <ul>
            {a.lines.map((l) => (
              <li key={l.id}>
                {l.name}
                {l.id === a.path && ' (this page)'}:{' '}
                {l.findings === 0
                  ? 'nothing seen on this visit'
                  : `${l.length_ft == null ? 'length not known' : `${l.length_ft.toFixed(0)} ft`}, ${l.verdict_words.toLowerCase()}, worst ${l.worst ?? '–'}`}
                {l.joins && l.joins_ft != null && `; joins at ${shownFt(a, l.joins_ft)} ft`}
              </li>
            ))}
          </ul>
        </>
      )}
      {changed.length > 0 && (
        <>
          <h2>Since the earlier visit</h2>
          <ul>
            {changed.map((e) => (
              <li key={`${e.visit}${e.id}`}>
                {e.station_ft == null ? 'no footage' : `${shownFt(a, e.station_ft)} ft`} {e.words} ({e.visit}):{' '}
                {e.became}
                {e.now != null && `, ${e.then} then and ${e.now} now`}
              </li>
            ))}
          </ul>
        </>
      )}
      {advice.length > 0 && (
        <>
          <h2>Recommended</h2>
          <ul>
            {advice.map((r) => (
              <li key={r.id}>
                {r.what}: {r.status}
                {!r.ours && ' (by others)'}
              </li>
            ))}
          </ul>
        </>
      )}
      {repairs.length > 0 && (
        <>
          <h2>Repairs looked at</h2>
          <ul>
            {repairs.map((r) => (
              <li key={r.id}>
                {r.said}
                {r.checks?.length
                  ? `: ${r.checks.map((c) => `${c.what} ${RESULTS[c.result]}`).join(', ')}`
                  : ': nothing noted'}
              </li>
            ))}
          </ul>
        </>
      )}
      {(claims.length > 0 || symptoms.length > 0) && (
        <>
          <h2>What others say</h2>
          <ul>
            {symptoms.map((s) => (
              <li key={s.id}>Symptom: {s.said}</li>
            ))}
            {claims.map((c) => (
              <li key={c.id}>
                {c.who ? `${c.who}: ` : ''}
                {c.said} ({VIEWS[c.view ?? 'open']}
                {c.by_how_much && `, ${c.by_how_much}`})
              </li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}
