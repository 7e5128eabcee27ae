import {
  keepPreviousData,
  queryOptions,
  replaceEqualDeep,
  useMutation,
  useQuery,
  useQueryClient,
} from '@tanstack/react-query';
import {
  answered,
  api,
  type Desk,
  type Finding,
  type FlowShown,
  type FlushPlan,
  type FlushState,
  type HowFar,
  type MovedDig,
  type Preview,
  Refused,
  type Rerated,
  type Reread,
  type Review,
  type SagFromTwo,
  type Scheme,
  type SchemeRow,
  type TableLook,
  type Taken,
  type Undecided,
  type WaterBands,
  type WaterIf,
} from './client';

export type TableKind = 'sightings' | 'water' | 'depth' | 'invert' | 'pitch';

/** The lateral on the desk, judged on its main line or on the path from another line. */
export const deskOptions = (id: number, path: string | null = null) =>
  queryOptions({
    queryKey: path ? ['desk', id, path] : ['desk', id],
    queryFn: ({ signal }) =>
      answered<Desk>(
        api.GET('/api/laterals/{lateral_id}', {
          params: { path: { lateral_id: id }, query: path ? { path } : {} },
          signal,
        }),
      ),
    staleTime: Number.POSITIVE_INFINITY,
    // what is drawn before its answer shares everything already; an answer is compared with what is shown
    structuralSharing: (shown, next) => (isDrawnAhead(next) ? next : replaceEqualDeep(shown, next)),
  });

export const readOptions = (id: number, version: number, text: string) =>
  queryOptions({
    queryKey: ['read', id, version, text],
    queryFn: ({ signal }) =>
      answered<Preview>(
        api.POST('/api/laterals/{lateral_id}/read', { params: { path: { lateral_id: id } }, body: { text }, signal }),
      ),
    enabled: text.trim().length > 0,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 10_000,
    retry: false,
  });

/** What is heard of a page; `done` are the drafts that are decided. */
export const hearOptions = (id: number, version: number, page: string, done: number[]) =>
  queryOptions({
    queryKey: ['hear', id, version, page, done],
    queryFn: ({ signal }) =>
      answered<Review>(
        api.POST('/api/laterals/{lateral_id}/hear', {
          params: { path: { lateral_id: id } },
          body: { page, done },
          signal,
        }),
      ),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 10_000,
    retry: false,
  });

/** Water as it would be: dams out, the main at another level, a reading moved. Empty: as it is. */
export interface WhatIf {
  without: string[];
  main_in: number | null;
  moved: string | null;
  up_ft: number;
}
export const AS_IT_IS: WhatIf = { without: [], main_in: null, moved: null, up_ft: 0 };

const asked = ({ without, main_in, moved, up_ft }: WhatIf, path: string) => ({
  path,
  ...(without.length ? { without } : {}),
  ...(main_in === null ? {} : { main_in }),
  ...(moved === null ? {} : { moved, up_ft }),
});

/** The bands that follow an answer; those before stay, greyed, until they are here. */
export const bandsOptions = (id: number, version: number, path: string, what: WhatIf) =>
  queryOptions({
    queryKey: ['bands', id, path, version, what],
    queryFn: ({ signal }) =>
      answered<WaterBands>(
        api.GET('/api/laterals/{lateral_id}/bands', {
          params: { path: { lateral_id: id }, query: asked(what, path) },
          signal,
        }),
      ),
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 60_000,
    retry: false,
  });

export const waterIfOptions = (id: number, version: number, path: string, what: WhatIf) => {
  const sameDrag = (key: readonly unknown[] | undefined) =>
    key?.[3] === version && key[2] === path && (key[4] as WhatIf).moved === what.moved;
  return queryOptions({
    queryKey: ['water', id, path, version, what],
    queryFn: ({ signal }) =>
      answered<WaterIf>(
        api.GET('/api/laterals/{lateral_id}/water', {
          params: { path: { lateral_id: id }, query: asked(what, path) },
          signal,
        }),
      ),
    // what the same reading moved a little less showed stays; an answer to another question does not
    placeholderData: (before, query) => (sameDrag(query?.queryKey) ? before : undefined),
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 10_000,
    retry: false,
  });
};

export const runningOptions = (id: number, version: number, path: string, station_ft: number, gpm: number) =>
  queryOptions({
    queryKey: ['running', id, path, version, station_ft, gpm],
    queryFn: ({ signal }) =>
      answered<FlowShown>(
        api.GET('/api/laterals/{lateral_id}/running', {
          params: { path: { lateral_id: id }, query: { path, station_ft, gpm } },
          signal,
        }),
      ),
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    retry: false,
  });

export const sagOptions = (depth_in: number, length_ft: number, grade_pct: number) =>
  queryOptions({
    queryKey: ['sag', depth_in, length_ft, grade_pct],
    queryFn: ({ signal }) =>
      answered<SagFromTwo>(
        api.GET('/api/tools/sag', { params: { query: { depth_in, length_ft, grade_pct } }, signal }),
      ),
    placeholderData: keepPreviousData,
    enabled: depth_in > 0 && length_ft > 0 && grade_pct >= 0,
    retry: false,
  });

/** A flush test in the engine: started, looked at, cancelled. */
export const flushes = {
  start: (id: number, path: string, flush: FlushPlan) =>
    answered<FlushState>(
      api.POST('/api/laterals/{lateral_id}/flush', {
        params: { path: { lateral_id: id }, query: { path } },
        body: flush,
      }),
    ),
  state: (id: number, key: string) =>
    answered<FlushState>(
      api.GET('/api/laterals/{lateral_id}/flush/{key}', { params: { path: { lateral_id: id, key } } }),
    ),
  cancel: (id: number, key: string) =>
    answered<FlushState>(
      api.DELETE('/api/laterals/{lateral_id}/flush/{key}', { params: { path: { lateral_id: id, key } } }),
    ),
};

export const useDeskQuery = (id: number, path: string | null) => {
  const main = useQuery(deskOptions(id));
  const other = useQuery({ ...deskOptions(id, path), enabled: path !== null });
  return path !== null && other.data ? other : main;
};

export const schemesOptions = queryOptions({
  queryKey: ['schemes'],
  queryFn: ({ signal }) => answered<SchemeRow[]>(api.GET('/api/schemes', { signal })),
});

export const schemeOptions = (label: string) =>
  queryOptions({
    queryKey: ['schemes', label],
    queryFn: ({ signal }) => answered<Scheme>(api.GET('/api/schemes/one', { params: { query: { label } }, signal })),
    staleTime: Number.POSITIVE_INFINITY,
  });

const at = (id: number) => ({ params: { path: { lateral_id: id } } });

/** What setting a dig's ends would change. */
export const digLookOptions = (id: number, version: number, moved: MovedDig) =>
  queryOptions({
    queryKey: ['dig-look', id, version, moved],
    queryFn: ({ signal }) =>
      answered<string[]>(
        api.POST('/api/laterals/{lateral_id}/digs/look', { params: { path: { lateral_id: id } }, body: moved, signal }),
      ),
    placeholderData: keepPreviousData,
    gcTime: 10_000,
    retry: false,
  });

/** Questions that change nothing: what would follow. */
export const looks = {
  same: (id: number, keep: string, join: string) =>
    answered<{ words: string }>(api.POST('/api/laterals/{lateral_id}/same/look', { ...at(id), body: { keep, join } })),
  scheme: (id: number, label: string) =>
    answered<Rerated[]>(api.POST('/api/laterals/{lateral_id}/scheme/look', { ...at(id), body: { label } })),
  table: (id: number, what: TableKind, text: string) =>
    answered<TableLook>(
      api.POST('/api/laterals/{lateral_id}/tables/{what}/look', {
        params: { path: { lateral_id: id, what } },
        body: { text },
      }),
    ),
};

/** Work under way on the server: how far it is, and calling it off. */
export const works = {
  howFar: (name: string) => answered<HowFar>(api.GET('/api/underway/{name}', { params: { path: { name } } })),
  callOff: (name: string) => answered<HowFar>(api.DELETE('/api/underway/{name}', { params: { path: { name } } })),
};

export const saveScheme = (name: string, based_on: string, scheme: Scheme) =>
  answered<Scheme>(api.POST('/api/schemes', { body: { name, based_on, scheme } }));

type At = { params: { path: { lateral_id: number }; header: { 'If-Match': number } } };
/** Sends a change; `read` are the findings its reading showed, drawn before the answer. */
export type Edit = ((at: At) => Promise<Desk>) & { read?: Finding[] };

export const editKey = (id: number) => ['edit', id];

const drawnAhead = new WeakSet<object>();
const isDrawnAhead = (desk: unknown) => typeof desk === 'object' && desk !== null && drawnAhead.has(desk);

/** The desk with findings drawn where the reading put them, until the answer comes. */
export function withRead(desk: Desk, read: Finding[]): Desk {
  const findings = [...desk.assessment.findings];
  for (const f of read) {
    const after = findings.findIndex((g) => g.how === 'station' && (g.station_ft ?? 0) > (f.station_ft ?? 0));
    findings.splice(f.how === 'station' && after >= 0 ? after : findings.length, 0, f);
  }
  const ahead = { ...desk, assessment: { ...desk.assessment, findings } };
  drawnAhead.add(ahead);
  return ahead;
}

/** After the next frame is painted; a page that is not shown paints none, and waits no longer than this. */
const HIDDEN_MS = 60;
const painted = () =>
  new Promise<void>((done) => {
    requestAnimationFrame(() => setTimeout(done));
    setTimeout(done, HIDDEN_MS);
  });

/** One edit after another, each with the version it saw; the answer is the whole new desk. */
export function useEdit(id: number) {
  const client = useQueryClient();
  return useMutation({
    mutationKey: editKey(id),
    scope: { id: `edit-${id}` },
    mutationFn: async (edit: Edit) => {
      if (edit.read?.length) await painted();
      const desk = client.getQueryData(deskOptions(id).queryKey);
      return edit({ params: { path: { lateral_id: id }, header: { 'If-Match': desk?.version ?? 0 } } });
    },
    onMutate: (edit: Edit) => {
      const key = deskOptions(id).queryKey;
      const before = client.getQueryData(key);
      // while an earlier edit is under way its reading knew nothing of that one: it waits for the answer
      if (!before || !edit.read?.length || client.isMutating({ mutationKey: editKey(id) }) > 1) return undefined;
      const drawn = client.setQueryData(key, withRead(before, edit.read));
      return { before, drawn };
    },
    onSuccess: (desk) => {
      client.setQueryData(deskOptions(id).queryKey, desk);
      client.invalidateQueries({ queryKey: ['desk', id], predicate: (query) => query.queryKey.length > 2 });
      client.invalidateQueries({ queryKey: ['laterals'] });
    },
    onError: (error, _, context) => {
      const key = deskOptions(id).queryKey;
      // nothing was changed: what was drawn ahead goes
      if (context && client.getQueryData(key) === context.drawn) client.setQueryData(key, context.before);
      if (error instanceof Refused && error.status === 409) client.invalidateQueries({ queryKey: ['desk', id] });
    },
  });
}

export const edits = {
  line: (text: string, read: Finding[] = []): Edit =>
    Object.assign((at: At) => answered<Desk>(api.POST('/api/laterals/{lateral_id}/lines', { ...at, body: { text } })), {
      read,
    }),
  drafts:
    (drafts: Taken[], undecided: Undecided[] = []): Edit =>
    (at) =>
      answered<Desk>(api.POST('/api/laterals/{lateral_id}/drafts', { ...at, body: { drafts, undecided } })),
  sighting:
    (sighting_id: string, text: string): Edit =>
    ({ params }) =>
      answered(
        api.PUT('/api/laterals/{lateral_id}/sightings/{sighting_id}', {
          params: { ...params, path: { ...params.path, sighting_id } },
          body: { text },
        }),
      ),
  remark:
    (remark_id: string, text: string): Edit =>
    ({ params }) =>
      answered(
        api.PUT('/api/laterals/{lateral_id}/remarks/{remark_id}', {
          params: { ...params, path: { ...params.path, remark_id } },
          body: { text },
        }),
      ),
  takeOut:
    (thing_id: string): Edit =>
    ({ params }) =>
      answered(
        api.DELETE('/api/laterals/{lateral_id}/things/{thing_id}', {
          params: { ...params, path: { ...params.path, thing_id } },
        }),
      ),
  digEnds:
    (moved: MovedDig): Edit =>
    (at) =>
      answered(api.PUT('/api/laterals/{lateral_id}/digs/ends', { ...at, body: moved })),
  digAsComputed:
    (items: string[]): Edit =>
    (at) =>
      answered(api.POST('/api/laterals/{lateral_id}/digs/as-computed', { ...at, body: { items } })),
  rowsSaid:
    (ids: string[], words: string): Edit =>
    (at) =>
      answered(api.PUT('/api/laterals/{lateral_id}/rows', { ...at, body: { ids, words } })),
  rowsOut:
    (ids: string[]): Edit =>
    (at) =>
      answered(api.POST('/api/laterals/{lateral_id}/rows/take-out', { ...at, body: { ids } })),
  takeRunOut:
    (run_id: string): Edit =>
    ({ params }) =>
      answered(
        api.DELETE('/api/laterals/{lateral_id}/runs/{run_id}', {
          params: { ...params, path: { ...params.path, run_id } },
        }),
      ),
  firstPipe:
    (run_id: string, text: string): Edit =>
    ({ params }) =>
      answered(
        api.PUT('/api/laterals/{lateral_id}/runs/{run_id}/first-pipe', {
          params: { ...params, path: { ...params.path, run_id } },
          body: { text },
        }),
      ),
  patch:
    (words: string, operations: { op: string; path: string; value?: unknown }[]): Edit =>
    (at) =>
      answered(api.PATCH('/api/laterals/{lateral_id}', { ...at, body: { words, operations } })),
  plan:
    (text: string): Edit =>
    (at) =>
      answered(api.POST('/api/laterals/{lateral_id}/plan', { ...at, body: { text } })),
  same:
    (keep: string, join: string): Edit =>
    (at) =>
      answered(api.POST('/api/laterals/{lateral_id}/same', { ...at, body: { keep, join } })),
  apart:
    (keep: string, join: string): Edit =>
    (at) =>
      answered(api.POST('/api/laterals/{lateral_id}/apart', { ...at, body: { keep, join } })),
  judgeBy:
    (label: string): Edit =>
    (at) =>
      answered(api.POST('/api/laterals/{lateral_id}/scheme', { ...at, body: { label } })),
  table:
    (what: TableKind, text: string, mapping: Record<string, number>, work: string): Edit =>
    ({ params }) =>
      answered(
        api.POST('/api/laterals/{lateral_id}/tables/{what}', {
          params: { path: { ...params.path, what }, header: { ...params.header, 'X-Work': work } },
          body: { text, mapping },
        }),
      ),
  reread:
    (anew: Reread): Edit =>
    (at) =>
      answered(api.POST('/api/laterals/{lateral_id}/readings', { ...at, body: anew })),
  undo: (): Edit => (at) => answered(api.POST('/api/laterals/{lateral_id}/undo', at)),
  redo: (): Edit => (at) => answered(api.POST('/api/laterals/{lateral_id}/redo', at)),
};
