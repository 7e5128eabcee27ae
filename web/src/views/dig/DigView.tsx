import type { Desk } from '../../api/client';
import { useWindowShape } from '../desk/use-window';
import { Entry } from '../log/Entry';
import classes from './DigView.module.css';
import { Lot } from './Lot';
import { LotFile } from './LotFile';
import { Stakes } from './Stakes';

const HINT =
  'Draw the lot in feet east and north, “plan house: 0,0 40,0 40,30 0,30”; then marks, “mark A 33: 12.5ft oak, 18ft pole, left, red flag” or “mark B 55: at 22,-57”.';

/** Where one would dig: the lot from above, the marks and the line through them, each dig with its stakes and ties. */
export default function DigView({ desk }: { desk: Desk }) {
  const { small } = useWindowShape();
  return (
    <div className={classes.root}>
      <div>
        <Entry desk={desk} small={small} example="plan oak: 35,-25" hint={HINT} />
        <Lot desk={desk} />
        <LotFile />
      </div>
      <div>
        <Stakes desk={desk} />
      </div>
    </div>
  );
}
