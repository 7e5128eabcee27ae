import { useMemo } from 'react';
import type { Assessment } from '../../api/client';
import { fitScale, getAxis, shownFt, tickStep } from '../../strip/get-axis';

const WIDTH = 690;

/** The strip for the page: segments by hatch, findings by rating number, feet or order beneath. */
export function PageStrip({ assessment }: { assessment: Assessment }) {
  const axis = useMemo(() => getAxis(assessment, fitScale(assessment.axis, WIDTH)), [assessment]);
  const k = Math.min(1, WIDTH / Math.max(axis.width, 1));
  const rated = assessment.findings.filter((f) => (f.override ?? f.rating?.likely) && f.how !== 'throughout');
  const step = tickStep(axis.pxPerFt * k);
  const rows: number[] = [];
  return (
    <svg
      viewBox={`-6 0 ${WIDTH + 12} 108`}
      width="100%"
      role="img"
      aria-label={`The line, ${assessment.axis_words}`}
      style={{ fontSize: 'var(--type-mark)' }}
    >
      {rated.map((f) => {
        const [a, b] = axis.xOf(f);
        const x = ((a + b) / 2) * k;
        const row = [0, 1, 2].find((r) => x - (rows[r] ?? -99) >= 15) ?? 2;
        rows[row] = x;
        const y = 38 - row * 16;
        const value = f.override ?? f.rating?.likely;
        return (
          <g key={f.id}>
            <path d={`M${x} ${y + 14}V56`} stroke="var(--frame)" strokeWidth={0.6} />
            <rect x={x - 7} y={y} width={14} height={14} fill={`var(--rating-${value})`} stroke="var(--rating-line)" />
            <text
              x={x}
              y={y + 11}
              textAnchor="middle"
              fontWeight={600}
              fontSize="var(--type-mark)"
              fill={`var(--rating-ink-${value})`}
            >
              {value}
            </text>
          </g>
        );
      })}
      {assessment.segments.map((s) => {
        const [a, b] = axis.xOfSegment(s);
        return (
          <g key={s.index}>
            <rect
              x={a * k}
              y={56}
              width={Math.max((b - a) * k, 0)}
              height={14}
              fill={`url(#h-${s.hatch})`}
              stroke="var(--ink)"
              strokeDasharray={s.length_known ? undefined : '4 3'}
            />
            <text x={a * k + 2} y={104}>
              {(b - a) * k > s.name.length * 5.4 ? s.name : ''}
            </text>
          </g>
        );
      })}
      {assessment.unseen.map((u) =>
        u.start_ft != null && u.end_ft != null ? (
          <rect
            key={u.why}
            x={axis.xOfStation(u.start_ft) * k}
            y={56}
            width={Math.max((u.end_ft - u.start_ft) * axis.pxPerFt * k, 0)}
            height={14}
            fill="url(#h-unseen)"
            stroke="var(--ink)"
            strokeDasharray="4 3"
          />
        ) : null,
      )}
      {axis.pieces
        .filter((p) => p.kind === 'feet')
        .flatMap((p) => {
          const first = Math.ceil(p.start_ft / step) * step;
          return Array.from({ length: Math.floor((p.end_ft - first) / step) + 1 }, (_, i) => first + i * step).map(
            (ft) => (
              <g key={`${p.x0}${ft}`}>
                <path d={`M${axis.xOfStation(ft) * k} 70v5`} stroke="var(--ink)" />
                <text x={axis.xOfStation(ft) * k} y={86} textAnchor="middle">
                  {shownFt(assessment, ft).replace('.0', '')}
                </text>
              </g>
            ),
          );
        })}
      {assessment.order_only && (
        <text x={0} y={86}>
          in order, not feet: house at the left, main at the right
        </text>
      )}
    </svg>
  );
}
