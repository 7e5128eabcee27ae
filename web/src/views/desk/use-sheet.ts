import { useIsMutating } from '@tanstack/react-query';
import { createContext, useCallback, useContext, useMemo, useState, useSyncExternalStore } from 'react';
import { type Desk, inWords } from '../../api/client';
import { type Edit, editKey, useEdit } from '../../api/edits';
import { draftOf, keepDraft } from './drafts';

/** The line being typed: a store of its own, so that a letter redraws the line and nothing else. */
interface EntryStore {
  get: () => string;
  set: (text: string) => void;
  subscribe: (listener: () => void) => () => void;
}

function makeEntryStore(id: number): EntryStore {
  const name = `entry.${id}`;
  let text = draftOf(name);
  const listeners = new Set<() => void>();
  return {
    get: () => text,
    set: (next) => {
      text = next;
      keepDraft(name, next);
      for (const listener of listeners) listener();
    },
    subscribe: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
  };
}

export interface Sheet {
  /** The lateral's number. */
  id: number;
  /** Why the last change was refused, where and how to mend it; empty when it was taken. */
  refused: string;
  /** Sends an edit; true when it was taken. A refused one changes nothing. */
  send: (edit: Edit) => Promise<boolean>;
  /** Kept while steps change, and after a refusal. */
  entry: EntryStore;
  /** Puts a text in the entry line and goes there. */
  type: (text: string) => void;
}

export function useSheetState(desk: Desk): Sheet {
  const edit = useEdit(desk.id);
  const [refused, setRefused] = useState('');
  const [entry] = useState(() => makeEntryStore(desk.id));
  const send = useCallback(
    async (change: Edit) => {
      try {
        await edit(change);
        setRefused('');
        return true;
      } catch (error) {
        setRefused(inWords(error));
        return false;
      }
    },
    [edit],
  );
  return useMemo(() => {
    const type = (text: string) => {
      entry.set(text);
      document.querySelector<HTMLElement>('[data-entry]')?.focus();
    };
    return { id: desk.id, refused, send, entry, type };
  }, [desk.id, refused, send, entry]);
}

export const useBusy = (id: number) => useIsMutating({ mutationKey: editKey(id) }) > 0;

export function useEntry(): string {
  const { entry } = useSheet();
  return useSyncExternalStore(entry.subscribe, entry.get);
}

const SheetContext = createContext<Sheet | null>(null);
export const SheetProvider = SheetContext.Provider;

export function useSheet(): Sheet {
  const sheet = useContext(SheetContext);
  if (!sheet) throw new Error('A step must stand on the desk: wrap it in <SheetProvider>.');
  return sheet;
}
