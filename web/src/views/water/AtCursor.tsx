import { NumberInput } from '@mantine/core';
import { useDebouncedValue } from '@mantine/hooks';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { type Desk, inWords } from '../../api/client';
import { runningOptions } from '../../api/queries';
import { shownFt } from '../../strip/get-axis';
import { useStrip } from '../../strip/use-strip';
import classes from './WaterView.module.css';

const REST_MS = 120;
const SINK_GPM = 2;

/** How water runs at the cursor, and what a blockage put there would hold back. */
export function AtCursor({ desk }: { desk: Desk }) {
  const { axis, cursor } = useStrip();
  const [gpm, setGpm] = useState(SINK_GPM);
  const station = axis.stationAt(cursor);
  const [at] = useDebouncedValue(station === null ? null : Math.round(station * 100) / 100, REST_MS);
  const { data, error } = useQuery({
    ...runningOptions(desk.id, desk.version, desk.assessment.path, at ?? 0, gpm),
    enabled: at !== null && gpm > 0,
  });
  if (at === null) return <p className="quiet">Put the cursor on a place that has footage.</p>;
  const feet = (ft: number) => shownFt(desk.assessment, ft);
  return (
    <section className={classes.block} aria-label="Running at the cursor">
      <NumberInput
        size="xs"
        w={230}
        min={0.1}
        max={1000}
        suffix=" gal/min"
        label="Flow: a sink left open is about 2 gal/min"
        value={gpm}
        onChange={(v) => setGpm(Number(v) || 0)}
      />
      {error && <p role="alert">▲ {inWords(error)}</p>}
      {data && !error && (
        <>
          <dl className={classes.figures}>
            <dt>here</dt>
            <dd>
              {feet(data.station_ft)} ft, falls {data.grade_pct.toFixed(2)} % over about 4 ft · n {data.roughness}
            </dd>
            <dt>runs</dt>
            <dd>
              {data.depth_in == null ? '–' : `${data.depth_in.toFixed(1)} in deep`}
              {data.velocity != null && ` at ${data.velocity.toFixed(1)} ft/s`}: {data.words}
            </dd>
            <dt>carries full</dt>
            <dd>
              {data.capacity_gpm == null
                ? 'no figure: it does not fall'
                : `${data.capacity_gpm.toFixed(0)} gal/min at ${data.full_velocity?.toFixed(1)} ft/s`}
            </dd>
            <dt>least fall</dt>
            <dd>
              {data.least_grade_pct.toFixed(2)} %: {data.least_grade_words}
            </dd>
          </dl>
          <p>
            <b>Blocked here</b>{' '}
            {data.backup
              ? `the water backs up to ${data.backup.comes_out} at ${feet(data.backup.comes_out_ft)} ft: ${data.backup.head_ft.toFixed(1)} ft of head, ${data.backup.psi.toFixed(2)} psi, ${data.backup.volume_gal.toFixed(0)} gal stored, ${data.backup.minutes.toFixed(0)} min at ${data.gpm} gal/min until it comes out there first.`
              : `${data.backup_words}.`}
          </p>
          <p className="quiet">
            Manning's formula on the adjusted pipe; head comes from the fall, not from the length. What stands behind a
            blockage comes out at once when it goes: keep clear of open cleanouts.
          </p>
        </>
      )}
    </section>
  );
}
