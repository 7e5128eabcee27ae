import { NumberInput } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { inWords, type SagFromTwo } from '../../api/client';
import { sagOptions } from '../../api/queries';
import classes from './WaterView.module.css';

/** Two readings are enough for a first estimate: how deep the water and how long, and the sag that hides under it. */
export function SagTool() {
  const [depth, setDepth] = useState(1);
  const [length, setLength] = useState(7);
  const [grade, setGrade] = useState(2);
  const { data, error } = useQuery(sagOptions(depth, length, grade));
  return (
    <section className={classes.block} aria-label="Sag from two readings">
      <div className={classes.row}>
        <NumberInput
          size="xs"
          w={120}
          label="water, in"
          min={0.05}
          max={60}
          step={0.25}
          value={depth}
          onChange={(v) => setDepth(Number(v) || 0)}
        />
        <NumberInput
          size="xs"
          w={120}
          label="pond's length, ft"
          min={0.1}
          max={1000}
          value={length}
          onChange={(v) => setLength(Number(v) || 0)}
        />
        <NumberInput
          size="xs"
          w={120}
          label="grade, %"
          min={0}
          max={100}
          step={0.25}
          value={grade}
          onChange={(v) => setGrade(Number(v) || 0)}
        />
      </div>
      {error && <p role="alert">▲ {inWords(error)}</p>}
      {data && !error && (
        <>
          <p>
            Sag <b>{data.sag_in.toFixed(1)} in</b> ({data.low_in.toFixed(1)}–{data.high_in.toFixed(1)}) over{' '}
            {data.length_ft.toFixed(1)} ft: what one would lift. The water shows {depth} in of it.
          </p>
          <Belly found={data} />
          <p className="quiet">
            For a belly like a parabola on an even grade; water ± ¼ in, length ± ½ ft, grade ± ½ %. Other shapes differ
            by −14 to +16 %.
          </p>
        </>
      )}
    </section>
  );
}

/** The belly with its water and the string over it; heights larger than lengths. */
function Belly({ found }: { found: SagFromTwo }) {
  const xs = found.invert.map(([x]) => x ?? 0);
  const zs = found.invert.map(([, z]) => z ?? 0);
  const [x0, x1] = [Math.min(...xs), Math.max(...xs)];
  const [z0, z1] = [Math.min(...zs), Math.max(...zs)];
  const px = (x: number) => 8 + ((x - x0) / (x1 - x0)) * 424;
  const py = (z: number) => 14 + ((z1 - z) / Math.max(z1 - z0, 0.1)) * 84;
  const path = (points: number[][]) =>
    points.map(([x, z], i) => `${i ? 'L' : 'M'}${px(x ?? 0)} ${py(z ?? 0)}`).join('');
  const [from, to] = found.pond_ft;
  const wet = found.invert.filter(([x, z]) => (x ?? 0) >= (from ?? 0) && (x ?? 0) <= (to ?? 0) && (z ?? 0) <= 0);
  return (
    <svg className={classes.drawing} viewBox="0 0 440 110" role="img" aria-label="The belly, its water and the string">
      <path
        className={classes.wet}
        d={`M${px(from ?? 0)} ${py(0)}${path(wet).replace('M', 'L')}L${px(to ?? 0)} ${py(0)}Z`}
      />
      <path className={classes.string} d={path([...found.string])} />
      <path d={path([...found.invert])} />
      <text x={px(((from ?? 0) + (to ?? 0)) / 2)} y={py(0) - 5} textAnchor="middle">
        water
      </text>
      <text x={px(0) + 4} y={py(found.string[0]?.[1] ?? 0) - 4}>
        string
      </text>
    </svg>
  );
}
