import { createContext, useContext, useState } from 'react';
import { type Desk, Refused } from '../../api/client';
import { type Edit, useEdit } from '../../api/queries';

export interface Sheet {
  busy: boolean;
  /** Why the last change was refused, where and how to mend it; empty when it was taken. */
  refused: string;
  /** Sends an edit; true when it was taken. A refused one changes nothing. */
  send: (edit: Edit) => Promise<boolean>;
  /** The line being typed: kept while steps change, and after a refusal. */
  entry: string;
  type: (text: string) => void;
}

export function useSheetState(desk: Desk): Sheet {
  const edit = useEdit(desk.id);
  const [refused, setRefused] = useState('');
  const [entry, setEntry] = useState('');
  return {
    busy: edit.isPending,
    refused,
    send: async (change) => {
      try {
        await edit.mutateAsync(change);
        setRefused('');
        return true;
      } catch (error) {
        setRefused(error instanceof Refused ? inWords(error) : String(error));
        return false;
      }
    },
    entry,
    type: (text) => {
      setEntry(text);
      document.querySelector<HTMLElement>('[data-entry]')?.focus();
    },
  };
}

const inWords = (error: Refused) =>
  [
    error.message,
    ...error.problems.slice(0, 2).map((p) => `${p.place}: ${p.mend}.`),
    error.since.length ? `Since then: ${error.since.join('; ')}.` : '',
  ].join(' ');

const SheetContext = createContext<Sheet | null>(null);
export const SheetProvider = SheetContext.Provider;

export function useSheet(): Sheet {
  const sheet = useContext(SheetContext);
  if (!sheet) throw new Error('A step must stand on the desk: wrap it in <SheetProvider>.');
  return sheet;
}
