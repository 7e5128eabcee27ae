import { immutableJSONPatch, type JSONPatchDocument } from 'immutable-json-patch';
import type { Changed, Desk } from './client';
import { drawnOn, sharesAll } from './drawn-ahead';

const isWhole = (answer: Desk | Changed): answer is Desk => !('since' in answer);

/**
 * The desk after an edit: the answer itself, or what changed put into the desk it was made on, so that what
 * stays is the very same objects. Nothing where that desk is no longer here.
 */
export function deskAfter(shown: Desk | undefined, answer: Desk | Changed): Desk | undefined {
  if (isWhole(answer)) return answer;
  const before = shown && drawnOn(shown);
  if (before?.version !== answer.since) return undefined;
  const { since: _, record, assessment, ...head } = answer;
  return sharesAll({
    ...head,
    record: stepped(before.record, record),
    assessment: stepped(before.assessment, assessment),
  });
}

const stepped = <T>(tree: T, steps: Changed['record']): T =>
  immutableJSONPatch(tree as never, steps as JSONPatchDocument) as T;
