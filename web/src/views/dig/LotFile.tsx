import { edits } from '../../api/edits';
import { useSheet } from '../desk/use-sheet';
import classes from './DigView.module.css';

/** A lot drawn elsewhere, taken from a GeoJSON file; a refused one says why at the foot and changes nothing. */
export function LotFile() {
  const { send } = useSheet();
  const open = async (input: HTMLInputElement) => {
    const file = input.files?.[0];
    if (file) await send(edits.plan(await file.text()));
    input.value = '';
  };
  return (
    <label className={classes.file}>
      draw the lot from a GeoJSON file
      <input
        type="file"
        accept=".geojson,.json,application/geo+json,application/json"
        onChange={(e) => void open(e.currentTarget)}
      />
    </label>
  );
}
