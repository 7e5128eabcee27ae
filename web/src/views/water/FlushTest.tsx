import { Button, NumberInput } from '@mantine/core';
import { useReducedMotion } from '@mantine/hooks';
import { useEffect, useState } from 'react';
import { type Desk, type FlushPlayed, type FlushState, inWords } from '../../api/client';
import { edits } from '../../api/edits';
import { flushes } from '../../api/queries';
import { shownFt } from '../../strip/get-axis';
import { useWater } from '../../water/use-water';
import { useSheet } from '../desk/use-sheet';
import classes from './WaterView.module.css';

const POLL_MS = 150;
const FRAME_MS = 80;
const FRAMES = 150;

/** A flush test on this line in the flow engine: run, cancelled, played over the Fall track. */
export function FlushTest({ desk }: { desk: Desk }) {
  const { assessment, record } = desk;
  const { playing, setPlaying } = useWater();
  const [flush, setFlush] = useState({ gallons: 1.6, times: 1, every_s: 60, watch_min: 10, at_ft: null });
  const [state, setState] = useState<FlushState | null>(null);
  const [wrong, setWrong] = useState('');
  const waiting = state?.state === 'waiting';
  const running = waiting || state?.state === 'running';
  const key = state?.key;
  const visit = record.visits.at(-1);

  useEffect(() => {
    if (!running || !key) return;
    const timer = window.setInterval(() => {
      flushes.state(desk.id, key).then(setState, (error) => {
        setState(null);
        setWrong(inWords(error));
      });
    }, POLL_MS);
    return () => window.clearInterval(timer);
  }, [running, key, desk.id]);

  const played = state?.state === 'done' ? (state.played ?? null) : null;
  useEffect(() => {
    if (played) setPlaying({ played, at: 0 });
  }, [played, setPlaying]);
  useEffect(() => () => setPlaying(null), [setPlaying]);

  const start = async () => {
    setWrong('');
    setPlaying(null);
    try {
      setState(await flushes.start(desk.id, assessment.path, flush));
    } catch (error) {
      setWrong(inWords(error));
    }
  };
  const set = (name: keyof typeof flush) => (v: string | number) =>
    setFlush((now) => ({ ...now, [name]: Number(v) || 0 }));
  return (
    <section className={classes.block} aria-label="Flush test">
      <div className={classes.row}>
        <NumberInput
          size="xs"
          w={110}
          label="gallons"
          min={0.1}
          max={100}
          step={0.1}
          value={flush.gallons}
          onChange={set('gallons')}
        />
        <NumberInput size="xs" w={70} label="times" min={1} max={20} value={flush.times} onChange={set('times')} />
        <NumberInput
          size="xs"
          w={100}
          label="every, s"
          min={1}
          max={3600}
          value={flush.every_s}
          onChange={set('every_s')}
        />
        <NumberInput
          size="xs"
          w={110}
          label="watch, min"
          min={1}
          max={120}
          value={flush.watch_min}
          onChange={set('watch_min')}
        />
        {running && key ? (
          <Button size="xs" variant="default" onClick={() => flushes.cancel(desk.id, key).then(setState)}>
            Cancel
          </Button>
        ) : (
          <Button size="xs" onClick={start} disabled={!assessment.profile}>
            Flush
          </Button>
        )}
      </div>
      {wrong && <p role="alert">▲ {wrong}</p>}
      {state?.trouble && <p role="alert">▲ {state.trouble}</p>}
      {waiting && <p className="quiet">Two flush tests run at a time: this one waits its turn.</p>}
      {running && (
        <div
          className={classes.progress}
          role="progressbar"
          aria-label="The flow engine"
          aria-valuenow={Math.round((state?.progress ?? 0) * 100)}
        >
          <div className={classes.bar} style={{ width: `${(state?.progress ?? 0) * 100}%` }} />
        </div>
      )}
      {played && playing && <Player played={played} desk={desk} />}
      {played && <Answer played={played} desk={desk} watched={flush.watch_min} />}
      {visit?.drain_down_min != null && (
        <p className="quiet">
          Kept for this visit: at least {visit.drain_down_min} min to drain down; a reading said to be sooner is
          questioned.
        </p>
      )}
      {!state && !wrong && (
        <p className="quiet">
          A flush let in at the upper end of this line, on the pipe as adjusted and the water now standing in it.
        </p>
      )}
    </section>
  );
}

interface AnswerProps {
  played: FlushPlayed;
  desk: Desk;
  watched: number;
}

/** What the engine said: how long to wait, how high it came, and how far to trust it. */
function Answer({ played, desk, watched }: AnswerProps) {
  const { send } = useSheet();
  const { assessment, record } = desk;
  const visit = record.visits.at(-1);
  const keep = (minutes: number) =>
    send(
      edits.patch(`Drains down in at least ${minutes.toFixed(1)} min, by a flush test`, [
        { op: 'add', path: `/visits/${record.visits.length - 1}/drain_down_min`, value: Math.round(minutes * 10) / 10 },
      ]),
    );
  return (
    <>
      <p>
        <b>
          {played.wait_min == null
            ? `Not at rest within the ${watched} min watched`
            : `Wait at least ${played.wait_min.toFixed(1)} min`}
        </b>{' '}
        after the last flush before a depth at rest is fair, to a quarter inch.{' '}
        {played.wait_min != null && visit?.drain_down_min !== Math.round(played.wait_min * 10) / 10 && (
          <button type="button" className={classes.plain} onClick={() => keep(played.wait_min ?? 0)}>
            keep it for this visit
          </button>
        )}
      </p>
      <p>
        Highest {played.peak_in.toFixed(1)} in at {shownFt(assessment, played.peak_at_ft)} ft
        {played.reached_main_s != null && ` · at the far end after ${played.reached_main_s.toFixed(0)} s`} ·{' '}
        {played.gallons.toFixed(1)} gal in all
      </p>
      <p className="quiet">
        One-dimensional flow on the adjusted pipe; it knows no film and no paper, so times are at least. Its own volume
        error {Math.abs(played.error_pct).toFixed(1)} %.
      </p>
    </>
  );
}

/** The wave and the drain-down, played over the Fall track; four stills where motion is not wanted. */
function Player({ played, desk }: { played: FlushPlayed; desk: Desk }) {
  const { playing, setPlaying } = useWater();
  const still = useReducedMotion();
  const [on, setOn] = useState(false);
  const last = played.seconds.length - 1;
  const at = playing?.at ?? 0;
  const step = Math.max(1, Math.ceil(last / FRAMES));
  useEffect(() => {
    if (!on || still) return;
    if (at >= last) return setOn(false);
    const timer = window.setTimeout(() => setPlaying({ played, at: Math.min(at + step, last) }), FRAME_MS);
    return () => window.clearTimeout(timer);
  }, [on, still, at, last, step, played, setPlaying]);
  const clock = (i: number) => {
    const s = played.seconds[i] ?? 0;
    return `${Math.floor(s / 60)}:${String(Math.floor(s % 60)).padStart(2, '0')}`;
  };
  const deepest = Math.max(...(played.depth_in[at] ?? [0]));
  const where = played.station_ft[(played.depth_in[at] ?? []).indexOf(deepest)] ?? 0;
  const stills = [0.02, 0.08, 0.25, 1].map((share) => Math.round(share * last));
  return (
    <div>
      {still ? (
        <div className={classes.stills}>
          {stills.map((i) => (
            <Button
              key={i}
              size="xs"
              variant={i === at ? 'filled' : 'default'}
              onClick={() => setPlaying({ played, at: i })}
            >
              {clock(i)}
            </Button>
          ))}
        </div>
      ) : (
        <div className={classes.row}>
          <Button
            size="xs"
            variant="default"
            onClick={() => {
              if (at >= last) setPlaying({ played, at: 0 });
              setOn((now) => !now);
            }}
          >
            {on ? 'Pause' : 'Play'}
          </Button>
          <input
            type="range"
            className={classes.slider}
            style={{ flex: 1 }}
            aria-label="Time since the start"
            aria-valuetext={clock(at)}
            min={0}
            max={last}
            value={at}
            onChange={(e) => setPlaying({ played, at: Number(e.currentTarget.value) })}
          />
        </div>
      )}
      <p data-played-at>
        {clock(at)}: deepest {deepest.toFixed(1)} in at {shownFt(desk.assessment, where)} ft
      </p>
    </div>
  );
}
