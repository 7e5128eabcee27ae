import classes from './LogView.module.css';

/** A line as said, underlined where it could not be read. */
export function Underlined({ text, spans }: { text: string; spans: { start: number; end: number }[] }) {
  const span = spans[0];
  if (!span) return <>{text}</>;
  return (
    <span className={classes.said}>
      {text.slice(0, span.start)}
      <u>{text.slice(span.start, span.end)}</u>
      {text.slice(span.end)}
    </span>
  );
}
