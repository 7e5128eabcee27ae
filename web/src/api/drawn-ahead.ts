import type { Desk, Finding } from './client';

/** Desks made out of others here: they share what is the same already, and need not be compared to share it. */
const sharing = new WeakSet<object>();
export const isSharing = (desk: unknown) => typeof desk === 'object' && desk !== null && sharing.has(desk);

export const sharesAll = (desk: Desk) => {
  sharing.add(desk);
  return desk;
};

const answered = new WeakMap<Desk, Desk>();
/** The answer that a desk drawn ahead of its own was drawn on; a desk that is an answer is that itself. */
export const drawnOn = (desk: Desk): Desk => answered.get(desk) ?? desk;

/** The desk with findings drawn where the reading put them, until the answer comes. */
export function withRead(desk: Desk, read: Finding[]): Desk {
  const findings = [...desk.assessment.findings];
  for (const f of read) {
    const after = findings.findIndex((g) => g.how === 'station' && (g.station_ft ?? 0) > (f.station_ft ?? 0));
    findings.splice(f.how === 'station' && after >= 0 ? after : findings.length, 0, f);
  }
  const ahead = sharesAll({ ...desk, assessment: { ...desk.assessment, findings } });
  answered.set(ahead, drawnOn(desk));
  return ahead;
}
