import { useWindowShape } from '../desk/use-window';

/**
 * How many columns of the table are shown, and how many of them the words of a row without a finding take.
 * A cell that spans more than are shown makes empty columns, which take their width from the rest.
 */
export function useColumns(): { all: number; words: number } {
  const { small, phone } = useWindowShape();
  if (phone) return { all: 5, words: 2 };
  return small ? { all: 7, words: 4 } : { all: 12, words: 7 };
}
