import classes from './kit.module.css';

export interface WordsTableProps {
  /** What the table is, said to who cannot see it. */
  label: string;
  heads: readonly string[];
  rows: readonly (readonly (string | number)[])[];
}

/** A table of words that is drawn once and never edited. */
export function WordsTable({ label, heads, rows }: WordsTableProps) {
  const keyed = <T,>(items: readonly T[]) => items.map((item, index) => ({ item, key: `${index}` }));
  return (
    <table className={classes.ruled} aria-label={label}>
      <thead>
        <tr>
          {keyed(heads).map(({ item, key }) => (
            <th key={key}>{item}</th>
          ))}
        </tr>
      </thead>
      <tbody>
        {keyed(rows).map(({ item, key }) => (
          <tr key={key}>
            {keyed(item).map((cell) => (
              <td key={cell.key}>{cell.item}</td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
