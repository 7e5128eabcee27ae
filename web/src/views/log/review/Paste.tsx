import { Button, Textarea } from '@mantine/core';
import { useDraft } from '../../desk/drafts';
import { useSheet } from '../../desk/use-sheet';
import classes from './Review.module.css';

export interface PasteProps {
  onHear: (page: string, name: string) => void;
  onCancel: () => void;
}

/** A page to be heard: pasted, or opened from this computer; nothing of it is in the record yet. */
export function Paste({ onHear, onCancel }: PasteProps) {
  const { id } = useSheet();
  const { text: page, setText: setPage, forget } = useDraft(`paste.${id}`, '');
  const openFile = async (file: File | undefined) => {
    if (file) onHear(await file.text(), file.name);
  };
  const hear = () => {
    forget(); // the review keeps it from here
    onHear(page, 'The pasted page');
  };
  const cancel = () => {
    forget();
    onCancel();
  };
  return (
    <section className={classes.root} aria-label="A page to be heard">
      <Textarea
        label="Notes, one thing a line; prose; or timed words ([m:ss], WebVTT, SRT)"
        autoFocus
        rows={7}
        value={page}
        onChange={(e) => setPage(e.currentTarget.value)}
        styles={{ input: { fontFamily: 'IBM Plex Mono, monospace', fontSize: 'var(--type-body)' } }}
      />
      <div className={classes.head}>
        <Button size="xs" onClick={hear} disabled={!page.trim()}>
          Hear the page
        </Button>
        <label className={classes.file}>
          open a file
          <input
            type="file"
            accept=".txt,.vtt,.srt,text/plain,text/vtt"
            onChange={(e) => openFile(e.currentTarget.files?.[0])}
          />
        </label>
        <Button size="xs" variant="default" onClick={cancel}>
          Cancel
        </Button>
        <span className="quiet">Each thing heard waits beside the strip until you accept it.</span>
      </div>
    </section>
  );
}
