import { useEffect, useRef, useState } from 'react';
import classes from './LogView.module.css';
import { playing } from './playing';

/** A local recording, played from disk and never sent: Enter stamps its time, a click on a time hears it again. */
export function Recording() {
  const [url, setUrl] = useState('');
  const [name, setName] = useState('');
  const video = useRef<HTMLVideoElement>(null);
  useEffect(() => {
    playing.seek = (time_s) => {
      if (!video.current) return;
      video.current.currentTime = Math.max(time_s - 2, 0);
      video.current.play().catch(() => undefined);
    };
    playing.time = () => (url && video.current ? video.current.currentTime : null);
    return () => {
      playing.seek = null;
      playing.time = () => null;
    };
  }, [url]);
  useEffect(() => () => URL.revokeObjectURL(url), [url]);
  const open = (file: File | undefined) => {
    if (!file) return;
    setUrl(URL.createObjectURL(file));
    setName(file.name);
  };
  return (
    <section className={classes.recording} aria-label="Recording">
      {url ? (
        <>
          {/* biome-ignore lint/a11y/useMediaCaption: the analyst's own recording has no captions; the notes are its words */}
          <video ref={video} src={url} controls height={150} />
          <span className="quiet">
            {name}: Enter adds a line with the time it plays at. A click on a time in the table hears it again, two
            seconds earlier.
          </span>
        </>
      ) : (
        <label className={classes.plainLabel}>
          play a recording from this computer
          <input type="file" accept="video/*,audio/*" onChange={(e) => open(e.currentTarget.files?.[0])} />
        </label>
      )}
    </section>
  );
}
