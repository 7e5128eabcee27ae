import { queryOptions } from '@tanstack/react-query';
import { answered, api, type SignedShown } from '../../api/client';

/** The pages of a lateral that were signed off, the newest first. */
export const signedOptions = (id: number, version: number) =>
  queryOptions({
    queryKey: ['signed', id, version],
    queryFn: ({ signal }) =>
      answered<SignedShown[]>(
        api.GET('/api/laterals/{lateral_id}/signed', { params: { path: { lateral_id: id } }, signal }),
      ),
  });

export const signOff = (id: number, version: number, by: string, paper: 'us-letter' | 'a4') =>
  answered<SignedShown>(
    api.POST('/api/laterals/{lateral_id}/signed', {
      params: { path: { lateral_id: id }, header: { 'If-Match': version } },
      body: { by, paper },
    }),
  );

/** What differs from a signed page to another, or to the lateral as it stands. */
export const comparedOptions = (id: number, version: number, number: number, to: number | null) =>
  queryOptions({
    queryKey: ['compared', id, version, number, to],
    queryFn: ({ signal }) =>
      answered<{ words: string[] }>(
        api.GET('/api/laterals/{lateral_id}/signed/{number}/compared', {
          params: { path: { lateral_id: id, number }, query: { to } },
          signal,
        }),
      ),
  });
