import { useDebouncedValue } from '@mantine/hooks';
import { type ReactNode, type RefObject, useDeferredValue } from 'react';
import type { Desk } from '../api/client';
import type { Edit } from '../api/edits';
import { DRAG_REST_MS, OldProvider, SettledProvider, useWaterState, WaterProvider, type WaterState } from './use-water';

export interface WaterProps {
  desk: Desk;
  send: (edit: Edit) => Promise<boolean>;
  /** The state as it now is, for the strip's keys. */
  hold: RefObject<WaterState | null>;
  children: ReactNode;
}

/** The water around a desk: what does not show it is not drawn again when it moves. */
export function Water({ desk, send, hold, children }: WaterProps) {
  const { water, old } = useWaterState(desk, send);
  hold.current = water;
  const [rested] = useDebouncedValue(water, DRAG_REST_MS);
  const settled = useDeferredValue(water.what.moved === null ? water : rested);
  return (
    <WaterProvider value={water}>
      <OldProvider value={old}>
        <SettledProvider value={settled}>{children}</SettledProvider>
      </OldProvider>
    </WaterProvider>
  );
}
