import type { Finding } from '../../api/client';
import { edits } from '../../api/edits';
import { useDraft } from '../desk/drafts';
import { useSheet } from '../desk/use-sheet';
import classes from './LogView.module.css';
import { useColumns } from './use-columns';

/** A row edited as its line: Enter saves, up and down save and go on to the next row. */
export function EditRow({ finding, onDone }: { finding: Finding; onDone: (by: number) => void }) {
  const { id, send, refused } = useSheet();
  const columns = useColumns();
  const { text, setText, forget } = useDraft(`row.${id}.${finding.id}`, finding.entry);
  const done = (by: number) => {
    forget();
    onDone(by);
  };
  const save = async (by: number) => {
    if (text.trim() === finding.entry || (await send(edits.sighting(finding.id, text)))) done(by);
  };
  const keys: Record<string, () => void> = {
    Enter: () => save(0),
    ArrowUp: () => save(-1),
    ArrowDown: () => save(1),
    Escape: () => done(0),
  };
  return (
    <tr data-on>
      <td colSpan={columns.all}>
        <input
          className={classes.cell}
          // biome-ignore lint/a11y/noAutofocus: it opens because it was asked for
          autoFocus
          aria-label="Edit the finding"
          value={text}
          onChange={(e) => setText(e.currentTarget.value)}
          onKeyDown={(e) => {
            const act = keys[e.key];
            if (!act) return;
            e.preventDefault();
            act();
          }}
        />
        <span className="quiet">Enter saves, ↑ ↓ save and go on, Esc leaves it as it was</span>{' '}
        {refused && <span>▲ {refused}</span>}
      </td>
    </tr>
  );
}
