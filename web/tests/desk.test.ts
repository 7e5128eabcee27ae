import { describe, expect, it } from 'vitest';
import type { Desk, Scheme } from '../src/api/client';
import { withRead } from '../src/api/drawn-ahead';
import { getMatching } from '../src/views/desk/Commands';
import { getPadWords } from '../src/views/desk/get-pad-words';
import { stamp, stamped } from '../src/views/log/playing';
import { getChanged, getRungs, withRung, withWord } from '../src/views/scheme/edit-scheme';
import { assessment, finding } from './specimen';

const scheme = {
  words: { share: { slight: [0, 5], small: [5, 20] } },
  kinds: {
    roots: {
      measure: 'share',
      forms: { hair: [], ball: [] },
      qualities: { fine: [] },
      rating: { ladder: [[1, '5 %'], [2, '20 %']], ladder_by_form: { hair: [[1, '5 %']] } },
    },
    hole: { measure: 'opening', forms: {}, qualities: {} },
  },
} as unknown as Scheme;

describe('what a reading placed', () => {
  it('is drawn in pipe order before the answer, and what has no feet at the end', () => {
    const findings = [finding({ id: 'a', station_ft: 10 }), finding({ id: 'b', station_ft: 30 })];
    const desk = { assessment: assessment({ findings }) } as Desk;
    const read = [finding({ id: 'c', station_ft: 20 }), finding({ id: 'd', how: 'order', station_ft: null })];
    expect(withRead(desk, read).assessment.findings.map((f) => f.id)).toEqual(['a', 'c', 'b', 'd']);
    expect(desk.assessment.findings).toHaveLength(2);
  });
});

describe('the pad', () => {
  it('offers kinds, then the forms and sizes of the kind said, then no word twice', () => {
    expect(getPadWords(scheme, '12 ', 0).keys.slice(0, 2)).toEqual(['roots', 'hole']);
    expect(getPadWords(scheme, '12 roots ', 0).keys.slice(0, 4)).toEqual(['hair', 'ball', 'slight', 'small']);
    expect(getPadWords(scheme, '12 roots ball', 0).keys).not.toContain('ball');
    const { pages } = getPadWords(scheme, '12 roots', 0);
    expect(getPadWords(scheme, '12 roots', pages).keys).toEqual(getPadWords(scheme, '12 roots', 0).keys);
  });
});

describe('a recording', () => {
  it('stamps a line once, and none where nothing plays', () => {
    expect(stamp(65.9)).toBe('[1:05]');
    expect(stamped('20 hole', 12.2)).toBe('[0:12] 20 hole');
    expect(stamped('[0:03] 20 hole', 12.2)).toBe('[0:03] 20 hole');
    expect(stamped('20 hole', null)).toBe('20 hole');
  });
});

describe('a scheme being edited', () => {
  it('counts what differs and leaves the first one as it was', () => {
    const changed = withRung(withWord(scheme, 'share', 'small', 1, 25), 'roots', 'hair', 0, '6 %');
    expect(getChanged(scheme, changed)).toBe(2);
    expect(getChanged(scheme, scheme)).toBe(0);
    expect(getRungs(changed.kinds.roots as never).map((r) => r.form)).toEqual(['', 'hair']);
    expect(getChanged(scheme, withRung(changed, 'roots', 'hair', 0, '5 %'))).toBe(1);
  });
});

describe('find or do', () => {
  it('takes words in any order', () => {
    const all = ['Go to Judge', 'Save sightings as CSV', '49.6 ft offset, up (s10)'].map((name) => ({ name, run: () => undefined }));
    expect(getMatching(all, 'csv save').map((c) => c.name)).toEqual(['Save sightings as CSV']);
    expect(getMatching(all, 'up 49').map((c) => c.name)).toEqual(['49.6 ft offset, up (s10)']);
    expect(getMatching(all, 'nothing')).toEqual([]);
  });
});
