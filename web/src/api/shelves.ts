import { keepPreviousData, queryOptions, useQuery } from '@tanstack/react-query';
import { answered, api, type Desk, type LateralPage, type LateralRow } from './client';
import type { paths } from './schema.gen';

export type ListQuery = NonNullable<paths['/api/laterals']['get']['parameters']['query']>;

export const lateralsOptions = (list: ListQuery) =>
  queryOptions({
    queryKey: ['laterals', list],
    queryFn: ({ signal }) => answered<LateralPage>(api.GET('/api/laterals', { params: { query: list }, signal })),
    placeholderData: keepPreviousData,
  });

/** What is done with a whole lateral, from the list. */
export const shelves = {
  put: (id: number, shelf: LateralRow['shelf']) =>
    answered<LateralRow>(
      api.POST('/api/laterals/{lateral_id}/shelf', { params: { path: { lateral_id: id } }, body: { shelf } }),
    ),
  copy: (id: number) =>
    answered<LateralRow>(api.POST('/api/laterals/{lateral_id}/copy', { params: { path: { lateral_id: id } } })),
  rename: (row: LateralRow, name: string) =>
    answered<Desk>(
      api.PATCH('/api/laterals/{lateral_id}', {
        params: { path: { lateral_id: row.id }, header: { 'If-Match': row.version } },
        body: { operations: [{ op: 'replace', path: '/site/name', value: name }], words: 'Name changed' },
      }),
    ),
};

export const useLaterals = (list: ListQuery) => useQuery(lateralsOptions(list));
