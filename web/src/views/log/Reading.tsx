import type { Preview } from '../../api/client';
import classes from './LogView.module.css';
import { Underlined } from './Underlined';

export interface ReadingProps {
  text: string;
  read: Preview;
  /** Enter was pressed on what is there already. */
  asked?: boolean;
  onChoose: (line: string) => void;
}

/** What the line would add, or what it asks; of plain words, what each of them was used for. */
export function Reading({ text, read, asked = false, onChoose }: ReadingProps) {
  return (
    <>
      {read.questions[0] ? (
        <Asked question={read.questions[0]} onChoose={onChoose} />
      ) : (
        <Pieces text={text} read={read} />
      )}
      {read.again && <span className={asked ? classes.ask : 'quiet'}> ▲ {read.again}</span>}
      {read.words.length > 0 && <Account text={text} words={read.words} line={read.completed} />}
    </>
  );
}

function Asked({ question, onChoose }: { question: Preview['questions'][number]; onChoose: (line: string) => void }) {
  return (
    <span className={classes.ask}>
      ▲ {question.text}
      {question.text.endsWith('?') ? '' : ':'}
      {question.choices.map((c, n) => (
        <button
          key={c.line}
          type="button"
          className={classes.choice}
          title={`Alt ${n + 1} enters it`}
          onClick={() => onChoose(c.line)}
        >
          <kbd>{n + 1}</kbd> {c.label}
        </button>
      ))}
      {question.choices.length > 0 && <span className={`quiet ${classes.hint}`}> Alt and its number enters it</span>}
    </span>
  );
}

/** The words as said: what was used is quiet, what nothing took is underlined; beside it the line they make. */
function Account({ text, words, line }: { text: string; words: Preview['words']; line: string }) {
  const said = text.trim();
  return (
    <div className={classes.account} data-account>
      {line && (
        <span className={classes.canonical}>
          = {line} <span className="quiet">Enter adds it</span>
        </span>
      )}
      <span className={classes.words}>
        {words.map((w) => (
          <span key={w.start} data-use={w.use} title={USES[w.use] ?? w.use}>
            {said.slice(w.start, w.end)}{' '}
          </span>
        ))}
      </span>
    </div>
  );
}

const USES: Record<string, string> = {
  none: 'nothing took this word',
  filler: 'says nothing of the pipe',
  remark: 'said beside it',
  kind: 'what was seen',
  word: 'how it is',
  size: 'how large',
  place: 'where',
  clock: 'where around the pipe',
  negative: 'that it is not there',
  hedge: 'that it is not sure',
  correction: 'taken back',
  context: 'in what pipe',
};

function Pieces({ text, read }: { text: string; read: Preview }) {
  return (
    <span>
      {read.pieces.map((p, i) => (
        <span key={`${p.where}${p.what}`}>
          {i > 0 && <span className="quiet"> ; </span>}
          {p.where && <span className="quiet">{p.where} · </span>}
          {p.what}
          {p.rating && (
            <>
              {' · '}
              <b>rating {p.rating}</b>
            </>
          )}
          {p.why && (
            <span className="quiet">
              {' '}
              {p.rating ? 'because' : '·'} {p.why}
            </span>
          )}
        </span>
      ))}
      {read.unread.length > 0 && (
        <span>
          {' '}
          ▲ <Underlined text={text.trim()} spans={read.unread} /> <span className="quiet">{read.unread[0]?.why}</span>
        </span>
      )}
      {!read.can_be_added && read.unread.length === 0 && <span>▲ {read.why_not}</span>}
    </span>
  );
}
