import type { Finding } from '../api/client';
import { getHours } from './get-hours';

const R = 9;
const THICK = 4;
const at = (hour: number, r: number) => {
  const turn = (hour * Math.PI) / 6;
  return `${(11 + r * Math.sin(turn)).toFixed(2)} ${(11 - r * Math.cos(turn)).toFixed(2)}`;
};

/** Where around the pipe, looking with the flow: drawn only of what was told; its words stand beside it. */
export function SmallSection({ finding }: { finding: Finding }) {
  const hours = getHours(finding);
  if (!hours) return null;
  const [from, to] = hours;
  const wide = to - from > 6 ? 1 : 0;
  const r = R - THICK / 2;
  return (
    <svg width={22} height={22} viewBox="0 0 22 22" aria-hidden data-small-section>
      <circle cx={11} cy={11} r={R} fill="none" stroke="currentColor" />
      {to - from >= 12 ? (
        <circle cx={11} cy={11} r={r} fill="none" stroke="currentColor" strokeWidth={THICK} />
      ) : (
        <path
          d={`M ${at(from, r)} A ${r} ${r} 0 ${wide} 1 ${at(to, r)}`}
          fill="none"
          stroke="currentColor"
          strokeWidth={THICK}
        />
      )}
    </svg>
  );
}
