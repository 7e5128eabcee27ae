import { useViewportSize } from '@mantine/hooks';
import { GUTTER_PX, PAD_PX } from '../../strip/use-strip';

const SECTION_PX = 284;
const LEAST_DRAWING_PX = 240;
const LOW_PX = 740;
const FLAT_PX = 520;

export interface WindowShape {
  /** Px of the strip's drawing. */
  drawing: number;
  /** The section is a drawer. */
  narrow: boolean;
  /** A tablet upright: fewer tracks, larger targets. */
  small: boolean;
  /** A phone: only what a row is, where, and how bad. */
  phone: boolean;
  /** A laptop's browser: less height for the step. */
  low: boolean;
  /** Enlarged to twice the size, or a phone on its side: the strip keeps its findings, the step has the rest. */
  flat: boolean;
}

/** How the desk is laid out in the window there is. */
export function useWindowShape(): WindowShape {
  const { width, height } = useViewportSize();
  const room = width || window.innerWidth;
  const tall = height || window.innerHeight;
  const narrow = room < 1100;
  const drawing = room - (narrow ? 0 : SECTION_PX) - GUTTER_PX - 2 * PAD_PX;
  return {
    drawing: Math.max(drawing, LEAST_DRAWING_PX),
    narrow,
    small: room <= 900,
    phone: room <= 600,
    low: tall < LOW_PX,
    flat: tall < FLAT_PX,
  };
}
