import { memo, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { Desk, Finding } from '../../api/client';
import { edits } from '../../api/edits';
import { shownFt } from '../../strip/get-axis';
import { whereWords } from '../../strip/get-where';
import { Mark } from '../../strip/Marks';
import { useStrip } from '../../strip/use-strip';
import { Rating } from '../../theme/Rating';
import { useSheet } from '../desk/use-sheet';
import { useWindowShape } from '../desk/use-window';
import { EditRow } from './EditRow';
import classes from './LogView.module.css';
import { MarkedBar } from './MarkedBar';
import { playing, stamp } from './playing';
import { ShownRows } from './ShownRows';
import { useColumns } from './use-columns';
import { useMarkedRows } from './use-marked-rows';
import { useRows } from './use-rows';
import { useShownRows } from './use-shown-rows';

const ROW_PX = 26;
const SMALL_ROW_PX = 45;

/** So many rows are looked through without choosing among them: below it, the line is better spent on a row. */
const FEW = 30;

/** Everything said, in pipe order or as told; a row is edited in place as the line that reads back to it. */
export function FindingsTable({ desk }: { desk: Desk }) {
  const { assessment } = desk;
  const strip = useStrip();
  const [editing, setEditing] = useState<string | null>(null);
  const latest = useRef(strip);
  latest.current = strip;
  const select = useCallback((finding: Finding, beside: boolean) => {
    if (beside) latest.current.pick(finding);
    else latest.current.select(finding);
  }, []);
  const reversedFrom = assessment.axis_words;
  const { small } = useWindowShape();
  const columns = useColumns();
  // what a tablet opens with stays where it is: coming to it would push the pad's keys out of sight
  const [opened] = useState(strip.selected);
  const table = useRef<HTMLTableElement>(null);
  // what follows from the pipe's shape was said by nobody: it stands in Water and Judge
  const everything = useMemo(() => assessment.findings.filter((f) => !f.computed), [assessment.findings]);
  const choice = useShownRows(desk, everything);
  const said = choice.shown;
  const marks = useMarkedRows(said);
  /** The row above or below the one that was edited is edited next. */
  const editNext = (id: string, by: number) => setEditing(said[said.findIndex((f) => f.id === id) + by]?.id ?? null);
  const chosen = said.findIndex((f) => f.id === strip.selected);
  const rows = useRows(table, said.length, small ? SMALL_ROW_PX : ROW_PX, chosen);
  if (everything.length === 0 && assessment.depths.length === 0)
    return <p className={classes.empty}>Nothing placed yet: type what you saw first, feet if you have them.</p>;
  const list = (
    <table ref={table} className={classes.table}>
      <thead>
        <tr>
          <th>#</th>
          <th className={classes.right}>{reversedFrom}</th>
          <th className={classes.right}>counter</th>
          <th aria-label="mark" />
          <th>what</th>
          <th>clock</th>
          <th>at</th>
          <th>now</th>
          <th>was</th>
          <th>sure</th>
          <th>time</th>
          <th aria-label="change" />
        </tr>
      </thead>
      <tbody>
        {rows.above > 0 && <tr style={{ height: rows.above }} />}
        {said
          .slice(rows.first, rows.last + 1)
          .map((f, i) =>
            editing === f.id ? (
              <EditRow key={f.id} finding={f} onDone={(by) => (by ? editNext(f.id, by) : setEditing(null))} />
            ) : (
              <FindingRow
                key={f.id}
                finding={f}
                index={rows.first + i + 1}
                where={whereWords(assessment, f)}
                on={strip.selected === f.id}
                second={strip.second === f.id}
                marked={marks.isMarked(f.id)}
                onMark={marks.mark}
                scrolled={rows.many || (small && strip.selected === opened)}
                onSelect={select}
                onEdit={setEditing}
              />
            ),
          )}
        {rows.below > 0 && <tr style={{ height: rows.below }} />}
        {assessment.depths.map((d) => (
          <DepthRow key={d.id} depth={d} desk={desk} />
        ))}
        {assessment.told
          .filter((t) => t.about !== 'note' && t.about !== 'negative')
          .map((t) => (
            <ToldRow key={`${t.about}${t.id}`} told={t} across={columns.words} />
          ))}
      </tbody>
    </table>
  );
  return (
    <>
      {everything.length > FEW && <ShownRows rows={choice} of={everything.length} />}
      {marks.marked.length > 0 && <MarkedBar rows={marks} />}
      {list}
    </>
  );
}

interface RowProps {
  finding: Finding;
  index: number;
  where: string;
  on: boolean;
  /** Selects the finding, or picks it beside the selected one. */
  onSelect: (finding: Finding, beside: boolean) => void;
  second: boolean;
  /** Marked for a change together with others. */
  marked: boolean;
  onMark: (id: string, all: boolean) => void;
  /** The table itself brings it into view, or nobody does. */
  scrolled: boolean;
  onEdit: (id: string) => void;
}

const FindingRow = memo(function FindingRow({
  finding: f,
  index,
  where,
  on,
  second,
  marked,
  onMark,
  scrolled,
  onSelect,
  onEdit,
}: RowProps) {
  const { send } = useSheet();
  const row = useRef<HTMLTableRowElement>(null);
  useEffect(() => {
    if (on && !scrolled) row.current?.scrollIntoView({ block: 'nearest' });
  }, [on, scrolled]);
  const event = ['event', 'feature', 'good'].includes(f.family);
  return (
    <tr
      ref={row}
      data-on={on || undefined}
      data-second={second || undefined}
      data-marked={marked || undefined}
      data-finding-row={f.id}
      // a second one picked with Shift is no text to mark
      onMouseDown={(e) => e.shiftKey && e.preventDefault()}
      onClick={(e) => onSelect(f, e.shiftKey || e.ctrlKey)}
      onDoubleClick={() => onEdit(f.id)}
    >
      <td className={classes.number}>
        <button
          type="button"
          className={classes.numbered}
          aria-pressed={marked}
          aria-label={`Mark row ${index}`}
          title="Marks the row; Shift marks all from the last one"
          onClick={(e) => {
            e.stopPropagation();
            onMark(f.id, e.shiftKey);
          }}
          onDoubleClick={(e) => e.stopPropagation()}
        >
          {index}
        </button>
      </td>
      <td className={classes.right} title={f.basis}>
        <b>{where}</b>
        {f.how === 'station' && f.band_ft != null && <span className="quiet"> ±{f.band_ft.toFixed(1)}</span>}
      </td>
      <td className={`${classes.right} quiet`}>{f.counter ? `${f.run ?? ''} ${f.counter}` : ''}</td>
      <td>
        <Mark name={f.mark} />
      </td>
      <td title={`as said: ${f.said}`} className={classes.what}>
        {f.words}
        {f.unread.length > 0 && <u className={classes.lost}>{f.unread.join(' ')}</u>}
      </td>
      <td title={f.clock ? `with the flow ${f.clock[0]}–${f.clock[1]}` : undefined}>{clockShown(f)}</td>
      <td>{f.at ?? ''}</td>
      <td title={f.rating?.why ?? f.unrated}>
        {f.rating || f.override ? (
          <Rating value={f.override ?? f.rating?.likely} low={f.rating?.low} high={f.rating?.high} />
        ) : (
          <span className="quiet">{event ? '' : 'not rated'}</span>
        )}
      </td>
      <td>{f.was ?? ''}</td>
      <td className={f.second_look ? undefined : 'quiet'}>{f.second_look ? 'second look' : f.sureness}</td>
      <td className="quiet">
        {f.time_s != null && (
          <button
            type="button"
            className={classes.act}
            title="Hear it again"
            onClick={() => playing.seek?.(f.time_s ?? 0)}
          >
            {stamp(f.time_s).slice(1, -1)}
          </button>
        )}
      </td>
      <td className={classes.acts}>
        <button type="button" className={classes.act} title="Edit in place" onClick={() => onEdit(f.id)}>
          edit
        </button>
        <button
          type="button"
          className={classes.act}
          title={f.sureness === 'unsure' ? 'Mark it sure' : 'Mark it unsure'}
          onClick={() => send(edits.sighting(f.id, toggled(f)))}
        >
          ?
        </button>
        <button
          type="button"
          className={classes.act}
          title="Take it out (undo brings it back)"
          onClick={() => send(edits.takeOut(f.id))}
        >
          ×
        </button>
      </td>
    </tr>
  );
});

const clockShown = (f: Finding) =>
  f.clock_open
    ? `${f.clock_seen}, side open`
    : f.clock
      ? f.clock[0] === f.clock[1]
        ? `${f.clock[0]}`
        : `${f.clock[0]}–${f.clock[1]}`
      : f.clock_all
        ? 'all round'
        : '';

/** The row's own line with its kind's question mark put on or taken off. */
const toggled = (f: Finding) => {
  const kind = f.kind;
  return f.sureness === 'unsure'
    ? f.entry.replace('?', '')
    : f.entry.replace(new RegExp(`\\b${kind}(\\|\\w+)*`), (m) => `${m}?`);
};

/** Kinds of statement that the desk can take out again by their id. */
const REMOVABLE = ['fact', 'symptom', 'flush', 'count', 'length', 'advice', 'claim', 'repair', 'mark'];

function ToldRow({ told, across }: { told: Desk['assessment']['told'][number]; across: number }) {
  const { send } = useSheet();
  return (
    <tr data-told={told.about}>
      <td />
      <td className={`${classes.right} quiet`}>{told.about}</td>
      <td />
      <td>
        <Mark name="event" />
      </td>
      <td className={classes.what} colSpan={across} title={told.words}>
        {told.words}
      </td>
      <td className={classes.acts}>
        {REMOVABLE.includes(told.about) && (
          <button
            type="button"
            className={classes.act}
            title="Take it out (undo brings it back)"
            onClick={() => send(edits.takeOut(told.id))}
          >
            ×
          </button>
        )}
      </td>
    </tr>
  );
}

function DepthRow({ depth, desk }: { depth: Desk['assessment']['depths'][number]; desk: Desk }) {
  const { send } = useSheet();
  return (
    <tr>
      <td />
      <td className={classes.right}>
        <b>{depth.station_ft != null ? shownFt(desk.assessment, depth.station_ft) : 'order only'}</b>
      </td>
      <td />
      <td>
        <Mark name="surface" />
      </td>
      <td title={`as said: ${depth.said}`}>
        depth {depth.depth_ft.toFixed(1)} ft ± {depth.band_ft.toFixed(1)}
        {depth.suspect && ', suspect'}
      </td>
      <td />
      <td />
      <td />
      <td />
      <td />
      <td />
      <td className={classes.acts}>
        <button type="button" className={classes.act} title="Take it out" onClick={() => send(edits.takeOut(depth.id))}>
          ×
        </button>
      </td>
    </tr>
  );
}
