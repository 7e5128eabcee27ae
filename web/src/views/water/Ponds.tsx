import { Checkbox, NumberInput } from '@mantine/core';
import { memo } from 'react';
import type { Desk, Pond } from '../../api/client';
import { shownFt } from '../../strip/get-axis';
import { useStrip } from '../../strip/use-strip';
import { Rating } from '../../theme/Rating';
import {
  inchesWithin,
  sagWithin,
  useBandsOld,
  useSettledWater,
  useWater,
  type WaterState,
} from '../../water/use-water';
import classes from './WaterView.module.css';

/** Less is not worth a flush. */
const LEAST_GAL = 0.3;

/** Every pond with what holds it, and what the water would do without. */
export function Ponds({ desk }: { desk: Desk }) {
  const { ponds, asIf, what, bands } = useSettledWater();
  const { assessment } = desk;
  const gone = asIf ? assessment.ponds.filter((p) => !ponds.some((q) => Math.abs(q.spill_ft - p.spill_ft) < 1)) : [];
  return (
    <section aria-label="Ponds">
      <WhatIfs desk={desk} />
      {bands?.trouble && <p role="alert">▲ {bands.trouble}</p>}
      {ponds.length === 0 && !asIf && (
        <p className="quiet">
          No depth has been read at rest. Shut the water off, wait, then “112-118 standing 1in rest”.
        </p>
      )}
      {what.moved && <p className="quiet">As if the reading stood where it is dragged: let go to take it.</p>}
      {ponds.map((p) => (
        <PondRow
          key={p.id}
          desk={desk}
          pond={p}
          before={asIf ? assessment.ponds.find((q) => q.id === p.id) : undefined}
        />
      ))}
      {gone.map((p) => (
        <p key={p.id} className={classes.pond}>
          {shownFt(assessment, p.start_ft)}–{shownFt(assessment, p.end_ft)} ft <b>drains</b>{' '}
          <span className="quiet">({p.depth_in.toFixed(1)} in as it is)</span>
        </p>
      ))}
      <NotKnown desk={desk} />
    </section>
  );
}

function PondRow({ desk, pond: p, before }: { desk: Desk; pond: Pond; before: Pond | undefined }) {
  const strip = useStrip();
  const { bandOf } = useSettledWater();
  const old = useBandsOld();
  const band = bandOf(p.id);
  const flush = p.flushes.find(([gal]) => gal === 1.6);
  const ft = (s: number) => shownFt(desk.assessment, s);
  const within = (pair: readonly number[] | null | undefined, places = 1) =>
    pair ? ` (${pair[0]?.toFixed(places)}–${pair[1]?.toFixed(places)})` : '';
  return (
    <div className={classes.pond} data-pond={p.id}>
      <div className={classes.head}>
        <b className={old ? classes.old : undefined}>{inchesWithin(p.depth_in, band?.depth_in)}</b>
        <span>
          {Math.round(p.share_of_depth * 100)} % of the bore's depth, {Math.round(p.share_of_area * 100)} % of its area
        </span>
        <button
          type="button"
          className={classes.plain}
          onClick={() => strip.moveCursor(strip.axis.xOfStation(p.deepest_at_ft))}
        >
          {ft(p.start_ft)}–{ft(p.end_ft)} ft, deepest at {ft(p.deepest_at_ft)}
        </button>
        {before && Math.abs(before.depth_in - p.depth_in) > 0.05 && (
          <span className="quiet">{before.depth_in.toFixed(1)} in as it is</span>
        )}
      </div>
      <p>
        held by: {p.cause_words}
        {p.rating && (
          <>
            {' · '}
            <Rating value={p.rating.likely} low={p.rating.low} high={p.rating.high} word />
          </>
        )}
      </p>
      <p>
        {p.length_ft == null ? 'length not known' : `${p.length_ft.toFixed(1)} ft${within(band?.length_ft)} long`} ·{' '}
        {p.volume_gal == null ? 'volume not known' : `${p.volume_gal.toFixed(1)} gal${within(band?.volume_gal)}`} ·{' '}
        {p.joints_under} joint{p.joints_under === 1 ? '' : 's'} under water
        {p.full_bore_ft > 0 && ` · full for ${p.full_bore_ft.toFixed(1)} ft: gas cannot pass`}
      </p>
      {p.sag_in != null && (
        <p>
          sag <b>{sagWithin(p, band)}</b> over {p.sag_length_ft?.toFixed(1)} ft, {p.sag_how}: the water shows{' '}
          {p.depth_in.toFixed(1)} in of it
        </p>
      )}
      <p className={classes.chances}>
        {band?.chances.map(([words, chance]) => (
          <span key={words}>
            {words} {Math.round(chance * 100)} %
          </span>
        ))}
      </p>
      <p className="quiet">
        {p.basis}
        {p.bore_known ? '' : '; bore not said, 4 in taken'}
        {(p.volume_gal ?? 0) >= LEAST_GAL && flush && (
          <span title={p.flushes.map(([gal, n]) => `${n.toFixed(1)} of ${gal} gal`).join(', ')}>
            {' · '}
            {flush[1].toFixed(1)} flushes of {flush[0]} gal hold as much, about three times that renew it
          </span>
        )}
      </p>
    </div>
  );
}

/** Things that hold water, each to be taken out for a look; and another level in the main. */
function WhatIfs({ desk }: { desk: Desk }) {
  const { what, setWhat } = useWater();
  return desk.assessment.profile && <WhatIfFields desk={desk} what={what} setWhat={setWhat} />;
}

interface WhatIfFieldsProps extends Pick<WaterState, 'what' | 'setWhat'> {
  desk: Desk;
}

const WhatIfFields = memo(function WhatIfFields({ desk, what, setWhat }: WhatIfFieldsProps) {
  const { removable } = desk.assessment;
  const toggle = (item: string) =>
    setWhat({
      without: what.without.includes(item) ? what.without.filter((i) => i !== item) : [...what.without, item],
    });
  return (
    <fieldset className={classes.what} style={{ border: 0, margin: 0 }} aria-label="As if">
      <span className="quiet">as if</span>
      {removable.map((d) => (
        <Checkbox
          key={d.item}
          size="xs"
          checked={what.without.includes(d.item)}
          onChange={() => toggle(d.item)}
          label={`${d.name.replace(/at [\d.-]+ ft$/, '')}at ${shownFt(desk.assessment, d.at_ft)} ft (${d.height_in.toFixed(1)} in) were out`}
        />
      ))}
      <span>
        the main stands{' '}
        <NumberInput
          size="xs"
          w={56}
          display="inline-block"
          hideControls
          min={-120}
          max={1200}
          aria-label="The main's level, inches above the outlet"
          value={what.main_in ?? ''}
          onChange={(v) => setWhat({ main_in: v === '' ? null : Number(v) })}
        />{' '}
        in above the outlet
      </span>
      {(what.without.length > 0 || what.main_in !== null) && (
        <button type="button" className={classes.plain} onClick={() => setWhat({ without: [], main_in: null })}>
          as it is
        </button>
      )}
    </fieldset>
  );
});

function NotKnown({ desk }: { desk: Desk }) {
  const { bands } = useSettledWater();
  const { assessment } = desk;
  const ft = (s: number) => shownFt(assessment, s);
  const chances = bands?.chances_unseen.filter(([a, b]) => b - a > 3) ?? [];
  return (
    <div className={classes.block}>
      {assessment.water_not_known.map((n) => (
        <p key={`${n.start_ft} ${n.why}`}>
          ▲ {ft(n.start_ft)}–{ft(n.end_ft)} ft: {n.why}
        </p>
      ))}
      {chances.map(([a, b, chance]) => (
        <p key={a} className="quiet">
          {ft(a)}–{ft(b)} ft: nobody saw it at rest; {Math.round(chance * 100)} % chance of over ½ in somewhere, by the
          pitch log
        </p>
      ))}
    </div>
  );
}
