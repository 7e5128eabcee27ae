import type { Profile, WaterBands } from '../api/client';

export interface FallScale {
  /** A height [ft] at a station [ft] as px from the track's top. */
  y: (z_ft: number, station_ft: number) => number;
  pxPerFt: number;
  /** The fall is taken out: level water looks tilted. */
  straight: boolean;
}

const PAD_TOP_PX = 16;
const PAD_BOTTOM_PX = 8;
const LEAST_INCH_PX = 2;
const LEAST_HEIGHT_FT = 0.5;

/** Indices of the nodes in a window, and one beyond at each end. */
export function nodesWithin(stations: readonly number[], from: number, to: number): [number, number] {
  let a = stations.findIndex((s) => s >= from);
  if (a < 0) a = stations.length - 1;
  let b = stations.findLastIndex((s) => s <= to);
  if (b < 0) b = 0;
  return [Math.max(Math.min(a, b) - 1, 0), Math.min(Math.max(a, b) + 1, stations.length - 1)];
}

/** One scale of heights for what is in view: the pipe, its band, and nothing of the ground. */
export function getFallScale(
  profile: Profile,
  bands: WaterBands | null,
  window: [number, number],
  height: number,
  asked: boolean | null,
): FallScale {
  const { station_ft: x, invert_ft: z, crown_ft: crown } = profile;
  const [a, b] = nodesWithin(x, window[0], window[1]);
  const same = bands?.low_ft.length === x.length;
  const fit = (straight: boolean): FallScale => {
    const fall = straight ? ((z[b] ?? 0) - (z[a] ?? 0)) / Math.max((x[b] ?? 0) - (x[a] ?? 0), 0.1) : 0;
    const level = (height_ft: number, station: number) => height_ft - fall * (station - (x[a] ?? 0));
    let low = Number.POSITIVE_INFINITY;
    let high = Number.NEGATIVE_INFINITY;
    for (let i = a; i <= b; i++) {
      const at = x[i] ?? 0;
      low = Math.min(low, level(z[i] ?? 0, at));
      high = Math.max(high, level(crown[i] ?? 0, at));
    }
    if (same) {
      // the band is shown as far as it does not squeeze the pipe out of the picture
      const room = high - low;
      for (let i = a; i <= b; i++) {
        const at = x[i] ?? 0;
        low = Math.max(Math.min(low, level(bands?.low_ft[i] ?? 0, at)), high - 2.2 * room);
        high = Math.min(Math.max(high, level(bands?.high_ft[i] ?? 0, at)), low + 2.6 * room);
      }
    }
    const pxPerFt = (height - PAD_TOP_PX - PAD_BOTTOM_PX) / Math.max(high - low, LEAST_HEIGHT_FT);
    const top = (high + low) / 2 + (height - PAD_TOP_PX - PAD_BOTTOM_PX) / pxPerFt / 2;
    return { y: (h, station) => PAD_TOP_PX + (top - level(h, station)) * pxPerFt, pxPerFt, straight };
  };
  if (asked !== null) return fit(asked);
  const plain = fit(false);
  return plain.pxPerFt / 12 < LEAST_INCH_PX ? fit(true) : plain;
}
