import createClient, { type Middleware } from 'openapi-fetch';
import type { components, paths } from './schema.gen';

type Schemas = components['schemas'];
export type Assessment = Schemas['Assessment'];
export type Changed = Schemas['Changed'];
export type Desk = Schemas['Desk'];
export type Finding = Schemas['Finding'];
export type Lateral = Schemas['Lateral'];
export type LateralPage = Schemas['LateralPage'];
export type LateralRow = Schemas['LateralRow'];
export type Origin = Schemas['Origin'];
export type DraftShown = Schemas['DraftShown'];
export type Review = Schemas['Review'];
export type Taken = Schemas['Taken'];
export type Undecided = Schemas['Undecided'];
export type Landmark = Schemas['Landmark'];
export type Proposal = Schemas['Proposal'];
export type Scheme = Schemas['Scheme'];
export type SchemeRow = Schemas['SchemeRow'];
export type Rerated = Schemas['Rerated'];
export type TableLook = Schemas['TableLook'];
export type SignedShown = Schemas['SignedShown'];
export type Visit = Schemas['Visit'];
export type Pond = Schemas['PondShown'];
export type PondBand = Schemas['PondBand'];
export type Profile = Schemas['ProfileShown'];
export type ReadingShown = Schemas['ReadingShown'];
export type WaterBands = Schemas['WaterBands'];
export type WaterIf = Schemas['WaterIf'];
export type FlowShown = Schemas['FlowShown'];
export type HowFar = Schemas['HowFar'];
export type MovedDig = Schemas['MovedDig'];
export type FlushState = Schemas['FlushState'];
export type FlushPlayed = Schemas['FlushPlayed'];
export type FlushPlan = Schemas['FlushPlan'];
export type Reread = Schemas['Reread'];
export type SagFromTwo = Schemas['SagFromTwo'];
export type Preview = Schemas['Preview'];
export type Run = Schemas['Run'];
export type SegmentShown = Schemas['SegmentShown'];

/** A refusal: what was wrong, where, and how to mend it. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly problems: { place: string; mend: string }[],
    readonly since: string[] = [],
  ) {
    super(message);
  }
}

/** A refusal in one line: what, where and how to mend it, each said once. */
export const inWords = (error: unknown) => {
  if (!(error instanceof Refused)) return String(error);
  const mends = error.problems.filter((p) => !error.message.includes(p.mend)).slice(0, 2);
  return [
    error.message,
    ...mends.map((p) => `${p.place}: ${p.mend}.`),
    error.since.length ? `Since then: ${error.since.join('; ')}.` : '',
  ]
    .filter(Boolean)
    .join(' ');
};

const token = () => /csrftoken=([^;]+)/.exec(document.cookie)?.[1] ?? '';

const manners: Middleware = {
  onRequest({ request }) {
    if (request.method !== 'GET') request.headers.set('X-CSRFToken', token());
    // an edit names the version it was made on, which is here: what it changed is all that need come back
    if (request.headers.has('If-Match')) request.headers.set('A-IM', 'json-patch');
    return request;
  },
  async onResponse({ response }) {
    if (response.ok) return response;
    const body = await response.json().catch(() => ({}));
    const message = body.message ?? body.detail ?? `The server answered ${response.status}.`;
    throw new Refused(response.status, message, body.problems ?? [], body.since ?? []);
  },
  onError() {
    return new Refused(0, 'The server does not answer. What you typed is still here.', [
      { place: 'connection', mend: 'start Bell Stone again, then press Enter' },
    ]);
  },
};

export const api = createClient<paths>({ baseUrl: '' });
api.use(manners);

/** What a call answered; a refused one has already thrown. The client's mapped types lose tuples, so T is named. */
export async function answered<T>(call: Promise<{ data?: unknown }>): Promise<T> {
  const { data } = await call;
  return data as T;
}
