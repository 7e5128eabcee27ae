import type { Assessment } from '../../api/client';

/** What was set by hand of a dig's ends, beside those computed; nothing where they stand as computed. */
export const endsByHand = ({ moved, why }: Assessment['digs'][number]) =>
  moved ? `Ends set by hand: ${moved.reason} (${moved.changes.join('; ')}). Computed: ${moved.where}, ${why}.` : '';
