/** What is typed and not saved yet, kept in this browser until it is: over a reload, a stopped server, a closed window. */
import { useCallback, useState } from 'react';

const key = (name: string) => `bellstone.draft.${name}`;

export function draftOf(name: string): string {
  try {
    return window.localStorage.getItem(key(name)) ?? '';
  } catch {
    return ''; // storage is shut: what is typed lives as long as the page
  }
}

export function keepDraft(name: string, text: string): void {
  try {
    if (text) window.localStorage.setItem(key(name), text);
    else window.localStorage.removeItem(key(name));
  } catch {
    // as above
  }
}

/** A field's text, its draft where there is one; forgotten when it is saved or left. */
export function useDraft(name: string, saved: string) {
  const [text, put] = useState(() => draftOf(name) || saved);
  const setText = useCallback(
    (next: string) => {
      put(next);
      keepDraft(name, next === saved ? '' : next);
    },
    [name, saved],
  );
  const forget = useCallback(() => keepDraft(name, ''), [name]);
  return { text, setText, forget };
}
