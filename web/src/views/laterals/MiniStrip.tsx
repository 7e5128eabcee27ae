const WIDTH = 300;
const HEIGHT = 26;

interface Drawn {
  low_ft: number;
  high_ft: number;
  ticks: [number, number][];
  ordered: number[];
  order_only: boolean;
  segments: [string, number | null, number | null, string][];
}

/** One lateral in a row: its pipe's hem, and a tick for each rated finding. */
export function MiniStrip({ summary }: { summary: unknown }) {
  const s = summary as Drawn;
  const span = Math.max(s.high_ft - s.low_ft, 1);
  const x = (ft: number) => ((ft - s.low_ft) / span) * (WIDTH - 2) + 1;
  const segments = s.order_only
    ? s.segments.map(([hatch, , , name], i) => ({
        hatch,
        name,
        a: 1 + (i * (WIDTH - 2)) / s.segments.length,
        b: 1 + ((i + 1) * (WIDTH - 2)) / s.segments.length,
      }))
    : s.segments.map(([hatch, a, b, name]) => ({ hatch, name, a: x(a ?? s.low_ft), b: x(b ?? s.high_ft) }));
  const ticks = s.order_only
    ? s.ordered.map((r, i) => [((i + 0.5) * WIDTH) / s.ordered.length, r] as const)
    : s.ticks.map(([ft, r]) => [x(ft), r] as const);
  return (
    <svg
      width={WIDTH}
      height={HEIGHT}
      role="img"
      aria-label={s.order_only ? 'in order, not feet' : `${Math.round(span)} ft`}
    >
      {segments.map((g) => (
        <rect
          key={`${g.name}${g.a}`}
          x={g.a}
          width={Math.max(g.b - g.a, 0)}
          y={17}
          height={8}
          fill={`url(#h-${g.hatch})`}
          stroke="var(--frame)"
          strokeDasharray={s.order_only ? '3 2' : undefined}
        />
      ))}
      {ticks.map(([at, rating], i) => (
        <rect
          key={i}
          x={at - 2}
          width={4}
          y={16 - 2 - rating * 2.4}
          height={rating * 2.4}
          fill={`var(--rating-${rating})`}
          stroke="var(--rating-line)"
          strokeWidth={0.7}
        />
      ))}
    </svg>
  );
}
