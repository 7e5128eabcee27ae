import { Modal, SegmentedControl } from '@mantine/core';
import { useState } from 'react';
import type { Finding, WaterBands } from '../api/client';
import { WordsTable } from '../theme/WordsTable';
import { inchesWithin, useSettledWater } from '../water/use-water';
import { type Assessment, shownFt } from './get-axis';
import { whereWords } from './get-where';
import { ratingOf } from './tracks/FindingsTrack';
import { TRACK_NAMES, type TrackName } from './use-tracks';

interface Twin {
  heads: string[];
  rows: (string | number)[][];
}

const whole = (value: number | null | undefined) => (value == null ? 'not known' : Math.round(value));

/** What a track draws, as rows of words. */
export function getTwin(a: Assessment, track: TrackName, bands: WaterBands | null = null): Twin {
  const ft = (s: number | null | undefined) => (s == null ? 'no footage' : shownFt(a, s));
  const placed = (f: Finding) =>
    f.how === 'station' && f.band_ft != null ? `${whereWords(a, f)} ± ${f.band_ft.toFixed(1)}` : whereWords(a, f);
  const span = (s: number | null | undefined, e: number | null | undefined) => `${ft(s)} to ${ft(e)}`;
  switch (track) {
    case 'Findings':
      return {
        heads: [a.axis_words, 'finding', 'rating'],
        rows: a.findings.filter(ratingOf).map((f) => [placed(f), f.words, ratingOf(f)]),
      };
    case 'Wall':
      return {
        heads: [a.axis_words, 'finding', 'clock with the flow', 'at'],
        rows: a.findings
          .filter((f) => f.family !== 'event')
          .map((f) => [placed(f), f.words, f.clock?.join('–') ?? (f.clock_all ? 'all round' : ''), f.at ?? '']),
      };
    case 'Ground':
      return {
        heads: [a.axis_words, 'what', 'depth'],
        rows: [
          ...a.landmarks.map((m) => [ft(m.station_ft), m.name, m.ground_ft == null ? '' : `ground ${m.ground_ft} ft`]),
          ...a.depths.map((d) => [
            ft(d.station_ft),
            'depth read',
            d.failed ? 'no depth was got' : `${d.depth_ft.toFixed(1)} ft ± ${d.band_ft.toFixed(1)}`,
          ]),
          ...a.digs.map((d) => [
            span(d.start_ft, d.end_ft),
            `dig for ${d.names.join(', ')}`,
            d.invert_depth_ft == null ? 'depth not known' : `about ${d.invert_depth_ft.toFixed(1)} ft`,
          ]),
        ],
      };
    case 'Fall':
      return {
        heads: [a.axis_words, 'reading', 'beside the rest'],
        rows: [
          ...(a.profile?.grades ?? []).map(([from, to, pct, given]) => [
            span(from, to),
            `grade ${pct.toFixed(1)} %`,
            given ? 'given, then adjusted' : 'adjusted',
          ]),
          ...(a.profile?.readings ?? []).map((r) => [
            ft(r.station_ft),
            r.words,
            `${r.off_words}${r.out ? '; taken out' : ''}`,
          ]),
        ],
      };
    case 'Water':
      return {
        heads: [a.axis_words, 'deepest at rest', 'holds', 'held by'],
        rows: [
          ...a.ponds.map((p) => {
            const band = bands?.ponds.find((b) => b.id === p.id);
            return [
              span(p.start_ft, p.end_ft),
              inchesWithin(p.depth_in, band?.depth_in),
              p.volume_gal == null ? 'not known' : `${p.volume_gal.toFixed(1)} gal`,
              p.cause_words,
            ];
          }),
          ...a.water_not_known.map((n) => [span(n.start_ft, n.end_ft), 'not known', '', n.why]),
        ],
      };
    case 'Soundness':
      return {
        heads: ['pipe', a.axis_words, 'soundness', 'worst', 'verdict'],
        rows: a.segments.map((s) => [
          s.name,
          span(s.start_ft, s.end_ft),
          whole(s.score.soundness?.likely),
          s.score.worst ?? '–',
          s.verdict.words,
        ]),
      };
    case 'Seen':
      return {
        heads: ['what', a.axis_words, 'how'],
        rows: [
          ...a.lanes.map((l) => [
            `run ${l.name}`,
            span(l.start_ft, l.end_ft),
            `${l.graded ? 'graded' : 'filmed'}; ${l.end_reason || l.ended}`,
          ]),
          ...a.unseen.map((u) => ['not seen', span(u.start_ft, u.end_ft), u.why]),
        ],
      };
  }
}

export interface TrackTablesProps {
  assessment: Assessment;
  onClose: () => void;
}

/** Every track's twin in words, one at a time: for reading aloud, copying, or a small screen. */
export function TrackTables({ assessment, onClose }: TrackTablesProps) {
  const { bands } = useSettledWater();
  const [track, setTrack] = useState<TrackName>('Findings');
  const twin = getTwin(assessment, track, bands);
  return (
    <Modal opened onClose={onClose} title="The strip as tables" size="xl" transitionProps={{ duration: 0 }}>
      <SegmentedControl size="xs" data={TRACK_NAMES} value={track} onChange={(v) => setTrack(v as TrackName)} />
      <WordsTable label={track} heads={twin.heads} rows={twin.rows} />
      {twin.rows.length === 0 && <p className="quiet">Nothing on this track.</p>}
    </Modal>
  );
}
