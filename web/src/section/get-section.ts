import type { Assessment, Finding, WaterBands } from '../api/client';
import type { StripState } from '../strip/use-strip';
import { inchesWithin } from '../water/use-water';

/** Index of the station nearest to one, in a sorted column. */
function nearest(stations: readonly number[], station: number): number {
  let low = 0;
  let high = stations.length - 1;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if ((stations[middle] ?? 0) <= station) low = middle;
    else high = middle;
  }
  return station - (stations[low] ?? 0) <= (stations[high] ?? 0) - station ? low : high;
}

const NEAR_PX = 12;
const NEAR_FT = 1;

/** The band of the water's depth at a station [in], where it has come. */
function bandAt(assessment: Assessment, bands: WaterBands | null, station: number) {
  const stations = assessment.profile?.station_ft ?? [];
  if (!bands || bands.depth_low_in.length !== stations.length) return null;
  const i = nearest(stations, station);
  // a joint has two nodes: the water stands against one of them
  const at = bands.depth_low_in[i] == null && stations[i - 1] === stations[i] ? i - 1 : i;
  const [low, high] = [bands.depth_low_in[at], bands.depth_high_in[at]];
  return low == null || high == null ? null : [low, high];
}

/** The assessment's own row at the cursor: looked up, not computed. */
export function getSection(assessment: Assessment, bands: WaterBands | null, { axis, cursor, selected }: StripState) {
  const finding = assessment.findings.find((f) => f.id === selected);
  const station = finding && finding.how !== 'station' ? null : (finding?.station_ft ?? axis.stationAt(cursor));
  const table = assessment.section;
  const i = station === null || table.station_ft.length === 0 ? -1 : nearest(table.station_ft, station);
  const index = finding?.segment ?? table.segment[i] ?? 0;
  const water = table.water_in[i];
  const segment = assessment.segments[index];
  const share = water && segment?.bore_in ? ` · ${Math.round((100 * water) / segment.bore_in)} % of the bore` : '';
  return {
    station,
    band: finding?.band_ft ?? null,
    segment,
    water_in: water ?? null,
    waterWords: water ? `${inchesWithin(water, bandAt(assessment, bands, station ?? 0))}${share}` : 'none known here',
    pond: water
      ? assessment.ponds.find((p) => p.start_ft <= (station ?? 0) && (station ?? 0) <= p.end_ft + 0.5)
      : undefined,
    depth: table.invert_depth_ft[i] ?? null,
  };
}

/** Findings at the cursor: the selected one, and what lies within a foot or a few pixels of it. */
export function findingsNear(assessment: Assessment, { axis, cursor, selected }: StripState): Finding[] {
  const reach = Math.max(NEAR_PX, NEAR_FT * axis.pxPerFt);
  return assessment.findings.filter((f) => {
    if (f.id === selected) return true;
    if (f.how === 'throughout') return false;
    const [a, b] = axis.xOf(f);
    return cursor >= a - reach && cursor <= b + reach;
  });
}

/** Which finding the section tells why of: the one that is chosen, else the worst near. */
export const toldOf = (near: Finding[], selected: string | null): Finding | undefined =>
  near.find((f) => f.id === selected) ??
  [...near].sort((a, b) => (b.override ?? b.rating?.likely ?? 0) - (a.override ?? a.rating?.likely ?? 0))[0];
