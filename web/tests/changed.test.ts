import { describe, expect, it } from 'vitest';
import { deskAfter } from '../src/api/changed';
import type { Changed, Desk, Finding } from '../src/api/client';
import { drawnOn, isSharing, withRead } from '../src/api/drawn-ahead';

const finding = (id: string, station_ft: number) => ({ id, how: 'station', station_ft }) as Finding;
const desk = {
  id: 3,
  version: 7,
  said: 'before',
  undo: null,
  redo: 'roots',
  record: { site: { name: 'Alder Row 14' }, items: [{ id: 'i1' }], next_look: null },
  assessment: { findings: [finding('s1', 12), finding('s2', 40)], verdict: { words: 'Serviceable' } },
} as unknown as Desk;
const changed = {
  id: 3,
  version: 8,
  said: 'offset at 20 ft',
  undo: 'offset',
  redo: null,
  since: 7,
  record: [{ op: 'replace', path: '/next_look', value: 'in a year' }],
  assessment: [
    { op: 'add', path: '/findings/1', value: finding('s3', 20) },
    { op: 'replace', path: '/verdict/words', value: 'Look further' },
  ],
} as unknown as Changed;

describe('the desk after an edit', () => {
  it('is the desk before it with what changed put in, and nothing else new', () => {
    const after = deskAfter(desk, changed) as Desk;
    expect(after.assessment.findings.map((f) => f.id)).toEqual(['s1', 's3', 's2']);
    expect(after.assessment.verdict.words).toBe('Look further');
    expect([after.version, after.said, after.undo, after.redo]).toEqual([8, 'offset at 20 ft', 'offset', null]);
    expect(after).not.toHaveProperty('since');
    expect(after.record).toEqual({ ...desk.record, next_look: 'in a year' }); // what was null is there to be replaced
    expect(after.assessment.findings[2]).toBe(desk.assessment.findings[1]);
    expect(after.record.items).toBe(desk.record.items);
    expect(isSharing(after)).toBe(true);
    expect(desk.assessment.findings).toHaveLength(2);
  });

  it('is made on the answer, not on what was drawn ahead of it', () => {
    const ahead = withRead(desk, [finding('drawn', 20)]);
    expect(ahead.assessment.findings.map((f) => f.id)).toEqual(['s1', 'drawn', 's2']);
    expect(drawnOn(withRead(ahead, [finding('more', 21)]))).toBe(desk);
    expect(deskAfter(ahead, changed)?.assessment.findings.map((f) => f.id)).toEqual(['s1', 's3', 's2']);
  });

  it('is not put together from another version, or from none', () => {
    expect(deskAfter({ ...desk, version: 6 }, changed)).toBeUndefined();
    expect(deskAfter(undefined, changed)).toBeUndefined();
  });

  it('is a whole answer as it comes', () => {
    const whole = { ...desk, version: 9 };
    expect(deskAfter(desk, whole)).toBe(whole);
  });
});
