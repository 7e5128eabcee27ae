import classes from './LogView.module.css';

/** What can be typed, for as long as little is: a footage first, a sentence, an end. */
const EXAMPLES = [
  '41.5 roots curtain 70% joint',
  "there's a hairline crack up top around 27 feet",
  '30-36 standing 1in rest',
  'main at 88',
];

/** Gone once so many things were said. */
export const FIRST_LINES = 3;

export function FirstLines({ onType }: { onType: (line: string) => void }) {
  return (
    <span className={classes.first} data-first-lines>
      <span className="quiet">Such as</span>
      {EXAMPLES.map((line) => (
        <button
          key={line}
          type="button"
          className={classes.firstLine}
          title="Puts it in the line"
          onClick={() => onType(line)}
        >
          {line}
        </button>
      ))}
    </span>
  );
}
