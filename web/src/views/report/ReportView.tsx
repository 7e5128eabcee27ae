import type { Desk } from '../../api/client';
import { HandOver } from './HandOver';
import { Digs, Findings, Heading, Scope, WaterAtRest, Why } from './PageParts';
import { PageStrip } from './PageStrip';
import classes from './ReportView.module.css';
import { SignOff } from './SignOff';
import { Told } from './Told';
import { usePrint } from './use-print';

/** One page to hand over: verdict, findings in order of concern, the strip, scope and limits, cautions, house rules. */
export default function ReportView({ desk }: { desk: Desk }) {
  const { assessment: a } = desk;
  usePrint(`${a.name} · ${a.visit}`);
  const crossing = a.cautions.find((c) => c.startsWith('STOP'));
  return (
    <div className={classes.desk}>
      <div className={classes.bar}>
        <HandOver desk={desk} />
      </div>
      <article className={classes.page} data-page>
        {crossing && <p className={classes.stop}>▲ {crossing}</p>}
        <Heading desk={desk} />
        <Why assessment={a} />
        <h2>The line, house to main, {a.axis_words}</h2>
        <PageStrip assessment={a} />
        <Findings assessment={a} />
        <WaterAtRest assessment={a} />
        <Digs assessment={a} />
        <Told desk={desk} />
        {a.plan?.marks.some((m) => m.beside) && (
          <>
            <h2>Others' marks beside ours</h2>
            <ul>{a.plan.marks.map((m) => m.beside && <li key={m.label}>{m.beside}</li>)}</ul>
          </>
        )}
        {a.next_look && (
          <>
            <h2>Next look</h2>
            <p>{a.next_look.words}</p>
          </>
        )}
        <Scope assessment={a} />
        <footer>
          {a.scheme}; {a.house_rules.join('; ')}. Thresholds are working values from common practice.
        </footer>
      </article>
      <SignOff desk={desk} />
    </div>
  );
}
