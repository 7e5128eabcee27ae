import { keepPreviousData, queryOptions, replaceEqualDeep, useQuery } from '@tanstack/react-query';
import {
  answered,
  api,
  type Desk,
  type FlowShown,
  type FlushPlan,
  type FlushState,
  type HowFar,
  type MovedDig,
  type Preview,
  type Rerated,
  type Review,
  type SagFromTwo,
  type Scheme,
  type SchemeRow,
  type TableLook,
  type WaterBands,
  type WaterIf,
} from './client';
import { isSharing } from './drawn-ahead';

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
    // what was made out of what is shown shares everything already; a whole answer is compared with it
    structuralSharing: (shown, next) => (isSharing(next) ? next : replaceEqualDeep(shown, next)),
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
