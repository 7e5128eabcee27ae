import classes from './LogView.module.css';
import type { useShownRows } from './use-shown-rows';

/** Chooses what the table shows: one kind or all, by place or as told. */
export function ShownRows({ rows, of }: { rows: ReturnType<typeof useShownRows>; of: number }) {
  return (
    <div className={classes.shownRows}>
      <label>
        show{' '}
        <select aria-label="Which kinds" value={rows.kind} onChange={(e) => rows.setKind(e.currentTarget.value)}>
          <option value="">all kinds</option>
          {rows.kinds.map((kind) => (
            <option key={kind} value={kind}>
              {kind.replaceAll('_', ' ')}
            </option>
          ))}
        </select>
      </label>
      <label>
        in order{' '}
        <select
          aria-label="Which order"
          value={rows.order}
          onChange={(e) => rows.setOrder(e.currentTarget.value === 'told' ? 'told' : 'place')}
        >
          <option value="place">of place</option>
          <option value="told">of telling</option>
        </select>
      </label>
      {rows.shown.length < of && (
        <span className="quiet" role="status">
          {rows.shown.length} of {of} shown
        </span>
      )}
    </div>
  );
}
