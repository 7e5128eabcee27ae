import { useState } from 'react';
import type { Desk } from '../../api/client';
import { edits } from '../../api/edits';
import { shownFt } from '../../strip/get-axis';
import { useSettledWater } from '../../water/use-water';
import { useSheet } from '../desk/use-sheet';
import classes from './WaterView.module.css';

/** What the shape rests on: each reading beside the rest, taken anew by typing, marked as doubtful, or taken out. */
export function Readings({ desk }: { desk: Desk }) {
  const { assessment, record } = desk;
  const { profile, straight, setStraight } = useSettledWater();
  const visit = record.visits.at(-1);
  const rows = rowsOf(desk);
  if (!profile)
    return (
      <p className="quiet">
        Nothing placed yet: give one footage that is known, such as “0 = front cleanout”, and the pipe can be drawn.
      </p>
    );
  return (
    <section className={classes.block} aria-label="Readings">
      <p>
        <b>Rests on</b> {profile.rests_on.join('; ')}.{' '}
        <button
          type="button"
          className={classes.plain}
          aria-pressed={straight === true}
          onClick={() => setStraight(straight === true ? false : true)}
        >
          {straight === true ? 'put the fall back (t)' : 'take the fall out (t)'}
        </button>
      </p>
      <p className="quiet">
        {profile.grades
          .map(([a, b, pct]) => `${shownFt(assessment, a)}–${shownFt(assessment, b)} ft ${pct.toFixed(1)} %`)
          .join(' · ')}
      </p>
      {rows.length === 0 && (
        <p className="quiet">
          No reading of the shape yet. Type “40 depth 5'11" ground 102.3”, “60 invert 95.10”, “12 pitch 1.8%”, “20-35
          dry rest”, “main stands 3in” or “fall 2%”.
        </p>
      )}
      <table className={classes.table}>
        <tbody>
          {rows.map((row) => (
            <ReadingRow key={row.id} row={row} />
          ))}
        </tbody>
      </table>
      {(visit?.pitches?.length ?? 0) > 0 && (
        <p className="quiet">{visit?.pitches?.length} pitch readings; those that disagree are listed above.</p>
      )}
    </section>
  );
}

interface Row {
  id: string;
  where: string;
  words: string;
  off: string;
  out: boolean;
  explains: string;
  value: number | null;
  unit: string;
  suspect: boolean;
  takeOut: boolean;
}

/** Readings that take part, then those that cannot: the ground there is not known, or they have no place. */
function rowsOf({ assessment, record }: Desk): Row[] {
  const visit = record.visits.at(-1);
  const said = assessment.profile?.readings ?? [];
  const depth = (id: string) => visit?.depths?.find((d) => d.id === id);
  const invert = (id: string) => visit?.inverts?.find((d) => d.id === id);
  const sighting = (id: string) => visit?.sightings?.find((s) => s.id === id);
  const taken: Row[] = said.map((r) => ({
    id: r.id,
    where: `${shownFt(assessment, r.station_ft)} ft`,
    words: r.words,
    off: r.off_words,
    out: r.out,
    explains: r.explains,
    value:
      depth(r.id)?.depth_ft.likely ?? invert(r.id)?.elevation_ft ?? (r.kind === 'rest' ? (r.depth_in ?? null) : null),
    unit: depth(r.id) ? 'ft deep' : invert(r.id) ? 'ft' : r.kind === 'rest' ? 'in' : '',
    suspect: depth(r.id)?.suspect ?? invert(r.id)?.suspect ?? sighting(r.id)?.sureness === 'unsure',
    takeOut: Boolean(depth(r.id) ?? invert(r.id) ?? sighting(r.id)),
  }));
  const known = new Set(taken.map((r) => r.id));
  const idle: Row[] = assessment.depths
    .filter((d) => !known.has(d.id))
    .map((d) => ({
      id: d.id,
      where: d.station_ft == null ? 'no footage' : `${shownFt(assessment, d.station_ft)} ft`,
      words: `${d.depth_ft.toFixed(1)} ft ± ${d.band_ft.toFixed(1)} below the ground`,
      off: 'the ground’s level there is not known: kept for digging. “ground level” or “… ground 102.3” would use it',
      out: false,
      explains: '',
      value: d.depth_ft,
      unit: 'ft deep',
      suspect: d.suspect,
      takeOut: true,
    }));
  const nowhere: Row[] = (visit?.inverts ?? [])
    .filter((v) => !known.has(v.id))
    .map((v) => ({
      id: v.id,
      where: 'no place',
      words: `invert at ${v.elevation_ft.toFixed(2)} ft`,
      off: `not used: “${v.said}” has no place on this line`,
      out: false,
      explains: '',
      value: v.elevation_ft,
      unit: 'ft',
      suspect: v.suspect ?? false,
      takeOut: true,
    }));
  return [...taken, ...idle, ...nowhere];
}

function ReadingRow({ row }: { row: Row }) {
  const { send } = useSheet();
  const [typed, setTyped] = useState<string | null>(null);
  const take = async () => {
    const value = Number(typed);
    if (typed === null || typed.trim() === '' || Number.isNaN(value) || value === row.value) return setTyped(null);
    await send(edits.reread({ id: row.id, value }));
    setTyped(null);
  };
  return (
    <tr data-out={row.out || undefined}>
      <td>{row.where}</td>
      <td>
        {row.words}
        <div className="quiet">
          {row.off}
          {row.out && (
            <>
              ; <b>taken out</b>. It may be {row.explains}
            </>
          )}
        </div>
      </td>
      <td>
        {row.value != null && row.takeOut && (
          <>
            <input
              aria-label={`Reading at ${row.where}, ${row.unit}`}
              inputMode="decimal"
              value={typed ?? String(Math.round(row.value * 100) / 100)}
              onChange={(e) => setTyped(e.currentTarget.value)}
              onBlur={take}
              onKeyDown={(e) => {
                if (e.key === 'Enter') e.currentTarget.blur();
                if (e.key === 'Escape') setTyped(null);
              }}
            />{' '}
            {row.unit}
          </>
        )}
      </td>
      <td>
        {row.takeOut && (
          <>
            <button
              type="button"
              className={classes.plain}
              aria-pressed={row.suspect}
              title="Marked as doubtful, its sigma is doubled"
              onClick={() => send(edits.reread({ id: row.id, suspect: !row.suspect }))}
            >
              {row.suspect ? 'doubtful' : 'doubt it'}
            </button>{' '}
            <button type="button" className={classes.plain} onClick={() => send(edits.takeOut(row.id))}>
              take out
            </button>
          </>
        )}
      </td>
    </tr>
  );
}
