import { expect, it } from 'vitest';
import { whole } from '../src/theme/whole';

it('keeps a number and its unit on one line, and nothing else', () => {
  expect(whole('hair roots 5 % of the bore, at most 30 %')).toBe('hair roots 5\u00a0% of the bore, at most 30\u00a0%');
  expect(whole('0.75 in up at 28.1 ft')).toBe('0.75\u00a0in up at 28.1\u00a0ft');
  expect(whole("wear, 5–7 o'clock")).toBe("wear, 5\u2060–\u20607\u00a0o'clock");
  expect(whole('2 inches, 3 joints in clay')).toBe('2 inches, 3 joints in clay');
});
