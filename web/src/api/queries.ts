import { queryOptions, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { answered, api, type Desk, type LateralPage, type Preview, Refused } from './client';

export const lateralsOptions = (search: string) =>
  queryOptions({
    queryKey: ['laterals', search],
    queryFn: ({ signal }) => answered<LateralPage>(api.GET('/api/laterals', { params: { query: { search } }, signal })),
  });

export const deskOptions = (id: number) =>
  queryOptions({
    queryKey: ['desk', id],
    queryFn: ({ signal }) =>
      answered<Desk>(api.GET('/api/laterals/{lateral_id}', { params: { path: { lateral_id: id } }, signal })),
    staleTime: Number.POSITIVE_INFINITY,
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

export const useLaterals = (search: string) => useQuery(lateralsOptions(search));
export const useDeskQuery = (id: number) => useQuery(deskOptions(id));

type At = { params: { path: { lateral_id: number }; header: { 'If-Match': number } } };
export type Edit = (at: At) => Promise<Desk>;

export const editKey = (id: number) => ['edit', id];

/** One edit after another, each with the version it saw; the answer is the whole new desk. */
export function useEdit(id: number) {
  const client = useQueryClient();
  return useMutation({
    mutationKey: editKey(id),
    scope: { id: `edit-${id}` },
    mutationFn: (edit: Edit) => {
      const desk = client.getQueryData(deskOptions(id).queryKey);
      return edit({ params: { path: { lateral_id: id }, header: { 'If-Match': desk?.version ?? 0 } } });
    },
    onSuccess: (desk) => {
      client.setQueryData(deskOptions(id).queryKey, desk);
      client.invalidateQueries({ queryKey: ['laterals'] });
    },
    onError: (error) => {
      if (error instanceof Refused && error.status === 409) client.invalidateQueries({ queryKey: ['desk', id] });
    },
  });
}

export const edits = {
  line:
    (text: string): Edit =>
    (at) =>
      answered(api.POST('/api/laterals/{lateral_id}/lines', { ...at, body: { text } })),
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
  patch:
    (words: string, operations: { op: string; path: string; value?: unknown }[]): Edit =>
    (at) =>
      answered(api.PATCH('/api/laterals/{lateral_id}', { ...at, body: { words, operations } })),
  undo: (): Edit => (at) => answered(api.POST('/api/laterals/{lateral_id}/undo', at)),
  redo: (): Edit => (at) => answered(api.POST('/api/laterals/{lateral_id}/redo', at)),
};
