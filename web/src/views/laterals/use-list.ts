import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { inWords, type LateralRow } from '../../api/client';
import { type ListQuery, shelves, useLaterals } from '../../api/shelves';

export type Shelf = LateralRow['shelf'];
export type Column = NonNullable<ListQuery['by']>;

export const SHELVES: { value: Shelf; label: string }[] = [
  { value: 'desk', label: 'On the desk' },
  { value: 'archive', label: 'Archive' },
  { value: 'bin', label: 'Bin' },
];
// worst first, latest first; a name from its first letter
const DESCENDING: Partial<Record<Column, boolean>> = { name: false, soundness: false, due: false };
const WHERE: Record<Shelf, string> = {
  desk: 'is back on the desk',
  archive: 'is in the archive',
  bin: 'is in the bin, and can be taken out for 30 days',
};

/** What happened to a lateral, and how to take that back. */
export interface Told {
  words: string;
  back?: () => void;
}

/** The list as it is searched and sorted, and what can be done with one of its laterals. */
export function useList() {
  const [list, setList] = useState<ListQuery>({ search: '', shelf: 'desk', by: 'changed', descending: true });
  const [told, setTold] = useState<Told | null>(null);
  const client = useQueryClient();
  const page = useLaterals(list);

  const tell = async (work: () => Promise<Told>) => {
    try {
      setTold(await work());
    } catch (error) {
      setTold({ words: `▲ ${inWords(error)}` });
    }
    await client.invalidateQueries({ queryKey: ['laterals'] });
  };
  const put = (row: LateralRow, shelf: Shelf): Promise<void> =>
    tell(async () => {
      await shelves.put(row.id, shelf);
      return { words: `“${row.name}” ${WHERE[shelf]}.`, back: () => put({ ...row, shelf }, row.shelf) };
    });
  const rename = (row: LateralRow, name: string): Promise<void> =>
    tell(async () => {
      const desk = await shelves.rename(row, name);
      client.removeQueries({ queryKey: ['desk', row.id] });
      const renamed = { ...row, name, version: desk.version };
      return { words: `“${row.name}” is called “${name}” now.`, back: () => rename(renamed, row.name) };
    });
  const copy = (row: LateralRow) =>
    tell(async () => {
      const made = await shelves.copy(row.id);
      return { words: `“${made.name}” is a lateral of its own.`, back: () => put(made, 'bin') };
    });
  const sort = (by: Column) =>
    setList((now) => ({ ...now, by, descending: now.by === by ? !now.descending : (DESCENDING[by] ?? true) }));

  return { list, setList, page, told, setTold, put, rename, copy, sort };
}
