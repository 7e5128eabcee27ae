import type { ReactNode, RefObject } from 'react';
import type { Desk } from '../api/client';
import type { Edit } from '../api/queries';
import { useWaterState, WaterProvider, type WaterState } from './use-water';

export interface WaterProps {
  desk: Desk;
  send: (edit: Edit) => Promise<boolean>;
  /** The state as it now is, for the strip's keys. */
  hold: RefObject<WaterState | null>;
  children: ReactNode;
}

/** The water around a desk: what does not show it is not drawn again when it moves. */
export function Water({ desk, send, hold, children }: WaterProps) {
  const water = useWaterState(desk, send);
  hold.current = water;
  return <WaterProvider value={water}>{children}</WaterProvider>;
}
