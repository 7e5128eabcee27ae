import { useState } from 'react';
import type { Finding } from '../api/client';
import { edits } from '../api/edits';
import { useSheet } from '../views/desk/use-sheet';
import classes from './Still.module.css';

/** The picture of a finding, where it has one; nothing where not, and words where this desk does not have it. */
export function StillPicture({ finding }: { finding: Finding }) {
  const [lost, setLost] = useState('');
  if (!finding.photo) return null;
  if (lost === finding.photo)
    return <span className="quiet">▲ its still is not on this desk: put the picture to it again</span>;
  return (
    <img
      className={classes.picture}
      src={`/api/stills/${encodeURIComponent(finding.photo)}`}
      alt={`Still of ${finding.words}`}
      onError={() => setLost(finding.photo ?? '')}
    />
  );
}

/** A picture chosen or dropped for a finding, or taken off it. */
export function StillOf({ finding }: { finding: Finding }) {
  const { send, refused } = useSheet();
  const [over, setOver] = useState(false);
  const put = (picture?: File) => picture && void send(edits.still(finding.id, picture));
  return (
    <fieldset
      className={classes.still}
      aria-label={`Still of ${finding.words}`}
      data-over={over || undefined}
      onDragOver={(e) => {
        e.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(e) => {
        e.preventDefault();
        setOver(false);
        put(e.dataTransfer.files[0]);
      }}
    >
      <StillPicture finding={finding} />
      <label className={classes.choose}>
        {finding.photo ? 'another still' : 'put a still to it'}
        <input
          type="file"
          accept="image/jpeg,image/png,image/webp"
          onChange={(e) => {
            put(e.currentTarget.files?.[0]);
            e.currentTarget.value = '';
          }}
        />
      </label>
      {finding.photo ? (
        <button type="button" className={classes.plain} onClick={() => send(edits.noStill(finding.id))}>
          take it off
        </button>
      ) : (
        <span className="quiet">or drop it here: JPEG, PNG or WebP</span>
      )}
      {refused && <span role="status">▲ {refused}</span>}
    </fieldset>
  );
}
