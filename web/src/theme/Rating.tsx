import classes from './Rating.module.css';

const WORDS = ['', 'leave', 'note', 'watch', 'repair', 'failed'];

export interface RatingProps {
  /** 1 to 5, or null where not rated. */
  value: number | null | undefined;
  low?: number;
  high?: number;
  /** Show the word beside the number. @default false */
  word?: boolean;
}

/** A rating's number on its fill; the ends of its range beside it where words gave it. */
export function Rating({ value, low, high, word = false }: RatingProps) {
  if (!value) return <span className="quiet">–</span>;
  return (
    <span className={classes.root}>
      <b className={classes.cell} data-rating={value}>
        {value}
      </b>
      {low !== undefined && high !== undefined && low !== high && (
        <span className="quiet">
          ({low}–{high})
        </span>
      )}
      {word && <span>{WORDS[value]}</span>}
    </span>
  );
}
