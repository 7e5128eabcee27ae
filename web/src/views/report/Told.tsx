import type { Desk } from '../../api/client';
import { shownFt } from '../../strip/get-axis';

/** Sections of the page, each with what is said there. */
const SECTIONS: [string, string[]][] = [
  ['The house and the visit', ['fact']],
  ['Flush tests', ['flush']],
  ['Looked for and not there', ['negative']],
  ['Notes', ['note']],
  ['How far the main is thought to be', ['length']],
  ['Recommended', ['advice']],
  ['Repairs looked at', ['repair']],
  ['What others say', ['symptom', 'claim']],
  ['Marks', ['mark']],
  ['To write on the flags', ['flag']],
];

/** What the page hands over beside the findings: other lines, earlier visits, advice, claims, repairs, symptoms. */
export function Told({ desk }: { desk: Desk }) {
  const { assessment: a } = desk;
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
      {SECTIONS.map(([title, abouts]) => {
        const told = a.told.filter((t) => abouts.includes(t.about));
        return (
          told.length > 0 && (
            <section key={title}>
              <h2>{title}</h2>
              <ul>
                {told.map((t) => (
                  <li key={`${t.about}${t.id}`}>
                    {t.about === 'symptom' && 'Symptom: '}
                    {t.words}
                  </li>
                ))}
              </ul>
            </section>
          )
        );
      })}
    </>
  );
}
