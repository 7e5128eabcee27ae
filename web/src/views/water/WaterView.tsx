import { SegmentedControl } from '@mantine/core';
import { useState } from 'react';
import type { Desk } from '../../api/client';
import { useWindowShape } from '../desk/use-window';
import { Entry } from '../log/Entry';
import { Tables } from '../log/Tables';
import { AtCursor } from './AtCursor';
import { FlushTest } from './FlushTest';
import { Ponds } from './Ponds';
import { Readings } from './Readings';
import { SagTool } from './SagTool';
import classes from './WaterView.module.css';

const SIDES = {
  readings: { label: 'Readings', View: Readings },
  cursor: { label: 'At the cursor', View: AtCursor },
  flush: { label: 'Flush test', View: FlushTest },
  sag: { label: 'Two readings', View: SagTool },
} as const;
type Side = keyof typeof SIDES;

const HINT =
  'Water at rest; or “40 depth 5\'11" ground 102.3”, “60 invert 95.1”, “12 pitch 1.8%”, “20-35 dry rest”, “main stands 3in”.';

/** The water: ponds and what holds them, the readings they rest on, how it runs here, a flush test on this line. */
export default function WaterView({ desk }: { desk: Desk }) {
  const [side, setSide] = useState<Side>('readings');
  const [importing, setImporting] = useState(false);
  const { small } = useWindowShape();
  const { View } = SIDES[side];
  return (
    <div className={classes.root}>
      <div>
        <Entry
          desk={desk}
          small={small}
          onTable={() => setImporting(true)}
          example="112-118 standing 1in rest"
          hint={HINT}
        />
        <Ponds desk={desk} />
      </div>
      <div>
        <div className={classes.tools}>
          <SegmentedControl
            size="xs"
            aria-label="What to show"
            data={Object.entries(SIDES).map(([value, { label }]) => ({ value, label }))}
            value={side}
            onChange={(v) => setSide(v as Side)}
          />
        </div>
        {importing ? <Tables desk={desk} first="water" onDone={() => setImporting(false)} /> : <View desk={desk} />}
      </div>
    </div>
  );
}
