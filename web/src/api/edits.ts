import { MutationObserver, type QueryClient, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { deskAfter } from './changed';
import {
  answered,
  api,
  type Changed,
  type Desk,
  type Finding,
  type MovedDig,
  Refused,
  type Reread,
  type Taken,
  type Undecided,
} from './client';
import { withRead } from './drawn-ahead';
import { deskOptions, type TableKind } from './queries';

type At = { params: { path: { lateral_id: number }; header: { 'If-Match': number } }; fetch?: typeof fetch };
/** Sends a change; `read` are the findings its reading showed, drawn before the answer. */
export type Edit = ((at: At) => Promise<Desk | Changed>) & { read?: Finding[] };

export const editKey = (id: number) => ['edit', id];

/** After the next frame is painted; a page that is not shown paints none, and waits no longer than this. */
const HIDDEN_MS = 60;
const painted = () =>
  new Promise<void>((done) => {
    requestAnimationFrame(() => setTimeout(done));
    setTimeout(done, HIDDEN_MS);
  });

/** What is sent already, of an edit that is drawn ahead. */
const sent = new WeakMap<Edit, Promise<Desk | Changed>>();

/** One edit after another, each with the version it saw; what changed is put into the desk it was made on. */
function editing(client: QueryClient, id: number) {
  const key = deskOptions(id).queryKey;
  const sending = (edit: Edit, desk: Desk | undefined, onItsWay = () => {}) =>
    edit({
      params: { path: { lateral_id: id }, header: { 'If-Match': desk?.version ?? 0 } },
      fetch: (...asked: Parameters<typeof fetch>) => {
        const answer = fetch(...asked);
        onItsWay();
        return answer;
      },
    });
  return new MutationObserver(client, {
    mutationKey: editKey(id),
    scope: { id: `edit-${id}` },
    mutationFn: async (edit: Edit) => {
      const desk = client.getQueryData(key);
      const drawn = edit.read?.length ? painted() : undefined;
      const going = sent.get(edit) ?? sending(edit, desk);
      sent.delete(edit); // made again, it is sent again
      const answer = await going;
      await drawn; // the server worked meanwhile
      return deskAfter(desk, answer) ?? client.fetchQuery({ ...deskOptions(id), staleTime: 0 });
    },
    onMutate: async (edit: Edit) => {
      const before = client.getQueryData(key);
      // while an earlier edit is under way its reading knew nothing of that one: it waits for the answer
      if (!before || !edit.read?.length || client.isMutating({ mutationKey: editKey(id) }) > 1) return undefined;
      // on its way before anything is drawn, so that the server works while the page does
      await new Promise<void>((onItsWay) => {
        const going = sending(edit, before, onItsWay);
        going.then(
          () => onItsWay(),
          () => onItsWay(),
        ); // a refusal is told by the edit itself, which waits for it above
        sent.set(edit, going);
      });
      const drawn = client.setQueryData(key, withRead(before, edit.read));
      return { before, drawn };
    },
    onSuccess: (desk) => {
      client.setQueryData(key, desk);
      client.invalidateQueries({ queryKey: ['desk', id], predicate: (query) => query.queryKey.length > 2 });
      client.invalidateQueries({ queryKey: ['laterals'] });
    },
    onError: (error, _, context) => {
      // nothing was changed: what was drawn ahead goes
      if (context && client.getQueryData(key) === context.drawn) client.setQueryData(key, context.before);
      if (error instanceof Refused && error.status === 409) client.invalidateQueries({ queryKey: ['desk', id] });
    },
  });
}

/** Sends an edit. Nothing is drawn anew for its being under way: what it changes is drawn. */
export function useEdit(id: number) {
  const client = useQueryClient();
  return useMemo(() => {
    const observer = editing(client, id);
    return (edit: Edit) => observer.mutate(edit);
  }, [client, id]);
}

export const edits = {
  line: (text: string, read: Finding[] = []): Edit =>
    Object.assign(
      (at: At) => answered<Desk | Changed>(api.POST('/api/laterals/{lateral_id}/lines', { ...at, body: { text } })),
      {
        read,
      },
    ),
  drafts:
    (drafts: Taken[], undecided: Undecided[] = []): Edit =>
    (at) =>
      answered<Desk | Changed>(api.POST('/api/laterals/{lateral_id}/drafts', { ...at, body: { drafts, undecided } })),
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
  /** A picture as it is: the desk makes it small and strips what the camera wrote into it. */
  still:
    (finding_id: string, picture: File): Edit =>
    ({ params }) =>
      answered<Desk | Changed>(
        api.PUT('/api/laterals/{lateral_id}/findings/{finding_id}/still', {
          params: { ...params, path: { ...params.path, finding_id } },
          body: picture as unknown as string,
          bodySerializer: (body: unknown) => body as BodyInit,
          headers: { 'Content-Type': picture.type || 'image/jpeg' },
        }),
      ),
  noStill:
    (finding_id: string): Edit =>
    ({ params }) =>
      answered<Desk | Changed>(
        api.DELETE('/api/laterals/{lateral_id}/findings/{finding_id}/still', {
          params: { ...params, path: { ...params.path, finding_id } },
        }),
      ),
};
