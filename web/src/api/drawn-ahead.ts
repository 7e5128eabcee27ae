import type { Desk, Finding } from './client';

const drawnAhead = new WeakSet<object>();
export const isDrawnAhead = (desk: unknown) => typeof desk === 'object' && desk !== null && drawnAhead.has(desk);

/** The desk with findings drawn where the reading put them, until the answer comes. */
export function withRead(desk: Desk, read: Finding[]): Desk {
  const findings = [...desk.assessment.findings];
  for (const f of read) {
    const after = findings.findIndex((g) => g.how === 'station' && (g.station_ft ?? 0) > (f.station_ft ?? 0));
    findings.splice(f.how === 'station' && after >= 0 ? after : findings.length, 0, f);
  }
  const ahead = { ...desk, assessment: { ...desk.assessment, findings } };
  drawnAhead.add(ahead);
  return ahead;
}
