import type { Finding } from '../api/client';
import { type Assessment, shownFt } from './get-axis';

const raftStart = (a: Assessment, raft: string) => a.axis.find((s) => s.raft === raft)?.start_ft ?? 0;

/** Where a finding lies, in feet from the origin shown; without a footage, what is known of its place. */
export function whereWords(a: Assessment, f: Finding): string {
  if (f.how === 'throughout') return 'all along';
  if (f.how === 'raft' && !f.raft.startsWith('raft ')) return `counter ${(f.station_ft ?? 0).toFixed(1)} ft`;
  if (f.how === 'raft') return `raft +${((f.station_ft ?? 0) - raftStart(a, f.raft)).toFixed(1)} ft`;
  if (f.how === 'order' || f.station_ft == null) {
    const [low, high] = f.window_ft ?? [null, null];
    if (low != null && high != null) return `${shownFt(a, low)}…${shownFt(a, high)}`;
    return 'order only';
  }
  const start = shownFt(a, f.station_ft);
  if (f.end_ft == null) return start;
  const ends = [start, shownFt(a, f.end_ft)].sort((x, y) => Number(x) - Number(y));
  return ends.join(start.startsWith('-') ? ' to ' : '–');
}
