import { useDebouncedValue } from '@mantine/hooks';
import { useQuery } from '@tanstack/react-query';
import { createContext, useCallback, useContext, useMemo, useRef, useState } from 'react';
import type { Desk, FlushPlayed, Pond, PondBand, Profile, WaterBands } from '../api/client';
import { type Edit, edits } from '../api/edits';
import { AS_IT_IS, bandsOptions, type WhatIf, waterIfOptions } from '../api/queries';

/** A flush test that is being played: what the engine said, and the time shown. */
export interface Playing {
  played: FlushPlayed;
  at: number;
}

export interface WaterState {
  /** The profile as drawn: as it is, or as it would be. */
  profile: Profile | null;
  ponds: readonly Pond[];
  bands: WaterBands | null;
  bandOf: (pond: string) => PondBand | undefined;
  /** What is asked; by how much a reading is moved stays with who moves it. */
  what: Omit<WhatIf, 'up_ft'>;
  setWhat: (next: Partial<WhatIf>) => void;
  asIf: boolean;
  /** The fall is taken out of the drawing; null: where an inch of water would not show. */
  straight: boolean | null;
  setStraight: (on: boolean | null) => void;
  playing: Playing | null;
  setPlaying: (next: Playing | null) => void;
  /** Takes the reading that was moved as it now stands. */
  drop: () => void;
}

/** So long a dragged reading has to rest until its bands, words and tables follow. */
export const DRAG_REST_MS = 60;

const isAsIf = (what: WhatIf) => what.without.length > 0 || what.main_in !== null || what.moved !== null;

/** The water of the desk: what an answer says, its bands when they are here, and what would be. */
export function useWaterState(desk: Desk, send: (edit: Edit) => Promise<boolean>): { water: WaterState; old: boolean } {
  const { assessment, id, version } = desk;
  const [what, change] = useState<WhatIf>(AS_IT_IS);
  const [sent, ask] = useState<WhatIf>(AS_IT_IS);
  const [straight, setStraight] = useState<boolean | null>(null);
  const [playing, setPlaying] = useState<Playing | null>(null);
  const [shown, setShown] = useState(version);
  if (shown !== version) {
    // what was asked of the record before says nothing of this one
    setShown(version);
    change(AS_IT_IS);
    ask(AS_IT_IS);
    setPlaying(null);
  }
  const asIf = isAsIf(what);
  const asked = shown === version ? what : AS_IT_IS;
  const drawn = assessment.profile != null;
  // one question at a time: what has moved on meanwhile is asked when its answer is here
  const would = useQuery({ ...waterIfOptions(id, version, assessment.path, sent), enabled: drawn && isAsIf(sent) });
  if (sent !== asked && !would.isFetching) ask(asked);
  // bands wait for the water they belong to, and until a dragged reading rests: they would keep the pipe itself waiting
  const [rested] = useDebouncedValue(asked, asked.moved === null ? 0 : DRAG_REST_MS);
  const answered = !asIf || (sent === asked && !would.isFetching);
  const due = answered && (asked.moved === null || rested === asked);
  const bands = useQuery({ ...bandsOptions(id, version, assessment.path, asked), enabled: drawn && due });
  const old = bands.isPlaceholderData || !due;
  const profile = (asIf && would.data ? would.data.profile : assessment.profile) ?? null;
  const ponds = asIf && would.data ? would.data.ponds : assessment.ponds;
  const setWhat = useCallback((next: Partial<WhatIf>) => change((now) => ({ ...now, ...next })), []);
  const latest = useRef(what);
  latest.current = what;
  const drop = useCallback(async () => {
    const { moved, up_ft } = latest.current;
    // taken, the next version begins without it; refused, it goes back to where it was
    if (moved && !(await send(edits.reread({ id: moved, up_ft })))) setWhat({ moved: null, up_ft: 0 });
  }, [send, setWhat]);
  const found = bands.data ?? null;
  const { without, main_in, moved } = what;
  const told = useMemo(() => ({ without, main_in, moved }), [without, main_in, moved]);
  const water = useMemo(() => {
    const byId = new Map(found?.ponds.map((p) => [p.id, p]));
    return {
      profile,
      ponds,
      bands: found,
      bandOf: (pond: string) => byId.get(pond),
      what: told,
      setWhat,
      asIf,
      straight,
      setStraight,
      playing,
      setPlaying,
      drop,
    };
  }, [profile, ponds, found, told, setWhat, asIf, straight, playing, drop]);
  return { water, old };
}

const WaterContext = createContext<WaterState | null>(null);
const SettledContext = createContext<WaterState | null>(null);
const OldContext = createContext(false);
export const WaterProvider = WaterContext.Provider;
export const SettledProvider = SettledContext.Provider;
export const OldProvider = OldContext.Provider;

function within(water: WaterState | null): WaterState {
  if (!water) throw new Error('Water is shown on a desk: wrap it in <Water>.');
  return water;
}

/** The water as it is now: for what is drawn. */
export const useWater = () => within(useContext(WaterContext));

/** Whether the bands are those of before the last change. */
export const useBandsOld = () => useContext(OldContext);

/** The water a moment later, once what is drawn is on the screen: for words and tables. */
export const useSettledWater = () => within(useContext(SettledContext));

/** A depth with its band, where that has come: `1.1 in (0.9–1.4)`. */
export const inchesWithin = (likely: number, band: readonly number[] | null | undefined) =>
  `${likely.toFixed(1)} in${band ? ` (${band[0]?.toFixed(1)}–${band[1]?.toFixed(1)})` : ''}`;

/** A band of depths: `0.9–1.4 in`. */
export const inchesBand = (band: readonly number[] | null | undefined) =>
  band ? `${band[0]?.toFixed(1)}–${band[1]?.toFixed(1)} in` : '';

/** How far a pond reaches and what it holds; what was not read is not known. */
export const extentWords = (pond: Pond) =>
  [
    pond.length_ft == null ? 'length not known' : `${pond.length_ft.toFixed(1)} ft long`,
    pond.volume_gal == null ? 'volume not known' : `${pond.volume_gal.toFixed(1)} gal`,
  ].join(', ');

/** The sag behind a pond with its range. */
export const sagWithin = (pond: Pond, band: PondBand | undefined) => {
  if (pond.sag_in == null) return '';
  const range = pond.sag_low_in != null ? [pond.sag_low_in, pond.sag_high_in ?? 0] : band?.sag_in;
  return inchesWithin(pond.sag_in, range);
};
