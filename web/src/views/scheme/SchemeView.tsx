import { Button, NumberInput, Select, TextInput } from '@mantine/core';
import { useDocumentTitle } from '@mantine/hooks';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Link } from '@tanstack/react-router';
import { useState } from 'react';
import { Refused, type Scheme } from '../../api/client';
import { saveScheme, schemeOptions, schemesOptions } from '../../api/queries';
import { Rating } from '../../theme/Rating';
import { getChanged, getRungs, type Kind, WORD_UNITS, withRung, withWord } from './edit-scheme';
import classes from './SchemeView.module.css';

/** The coding scheme, seen and edited as a copy: the one that ships is never changed. */
export function SchemeView() {
  useDocumentTitle('Scheme · Bell Stone');
  const schemes = useQuery(schemesOptions);
  const [chosen, setChosen] = useState<string | null>(null);
  const label = chosen ?? schemes.data?.[0]?.label ?? '';
  const scheme = useQuery({ ...schemeOptions(label), enabled: label !== '' });
  return (
    <main className={classes.root} id="work">
      <header className={classes.top}>
        <Link to="/" className={classes.home}>
          Bell Stone
        </Link>
        <h1>Scheme</h1>
        <Select
          aria-label="Which scheme"
          size="xs"
          w={280}
          allowDeselect={false}
          data={(schemes.data ?? []).map((s) => ({
            value: s.label,
            label: s.shipped ? `${s.label}, as it ships` : `${s.label}, from ${s.based_on}`,
          }))}
          value={label || null}
          onChange={setChosen}
        />
        <span className="quiet">
          Working thresholds from common practice. A copy is a version of its own; each report names the one used.
        </span>
      </header>
      {(schemes.error ?? scheme.error) && <p className={classes.pad}>▲ {(schemes.error ?? scheme.error)?.message}</p>}
      {!scheme.data && !scheme.error && <p className={classes.pad}>Opening the scheme…</p>}
      {scheme.data && <Edited key={label} label={label} scheme={scheme.data} onSaved={setChosen} />}
    </main>
  );
}

interface EditedProps {
  label: string;
  scheme: Scheme;
  onSaved: (label: string) => void;
}

function Edited({ label, scheme, onSaved }: EditedProps) {
  const [draft, setDraft] = useState(scheme);
  const [name, setName] = useState(label.startsWith('Bell Stone') ? '' : scheme.name);
  const [refused, setRefused] = useState<Refused | null>(null);
  const client = useQueryClient();
  const changed = getChanged(scheme, draft);
  const save = async () => {
    try {
      const saved = await saveScheme(name, label, draft);
      await client.invalidateQueries({ queryKey: ['schemes'], exact: true });
      onSaved(`${saved.name} ${saved.version}`);
    } catch (error) {
      setRefused(error instanceof Refused ? error : new Refused(0, String(error), []));
    }
  };
  return (
    <>
      <div className={classes.bar}>
        <TextInput
          label="Save as your own"
          placeholder="the firm’s name for it"
          size="xs"
          value={name}
          onChange={(e) => setName(e.currentTarget.value)}
        />
        <Button size="xs" disabled={changed === 0 || name.trim().length < 2} onClick={save}>
          Save as a new version
        </Button>
        <span className="quiet" role="status">
          {changed === 0 ? 'Nothing changed yet: change a limit below.' : `${changed} changed`}
        </span>
        {refused && (
          <span role="alert">
            ▲ {refused.message} {refused.problems.map((p) => `${p.place}: ${p.mend}.`).join(' ')}
          </span>
        )}
      </div>
      <Words scheme={draft} onChange={setDraft} />
      <Kinds scheme={draft} onChange={setDraft} />
    </>
  );
}

interface PartProps {
  scheme: Scheme;
  onChange: (scheme: Scheme) => void;
}

function Words({ scheme, onChange }: PartProps) {
  return (
    <section className={classes.block} aria-label="Size words">
      <h2>What a size word means</h2>
      <div className={classes.groups}>
        {Object.entries(scheme.words).map(([group, words]) => (
          <table key={group} className={classes.table}>
            <caption>
              {group} <span className="quiet">{WORD_UNITS[group]}</span>
            </caption>
            <tbody>
              {Object.entries(words).map(([word, ends]) => (
                <tr key={word}>
                  <th scope="row">{word}</th>
                  {ends.map((end, i) => (
                    <td key={i}>
                      {typeof end === 'number' ? (
                        <NumberInput
                          aria-label={`${group} ${word} ${i ? 'to' : 'from'}`}
                          size="xs"
                          hideControls
                          min={0}
                          max={1000}
                          value={end}
                          onChange={(v) => onChange(withWord(scheme, group, word, i, Number(v)))}
                        />
                      ) : (
                        <TextInput
                          aria-label={`${group} ${word} ${i ? 'to' : 'from'}`}
                          size="xs"
                          value={end}
                          onChange={(e) => onChange(withWord(scheme, group, word, i, e.currentTarget.value))}
                        />
                      )}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        ))}
      </div>
    </section>
  );
}

function Kinds({ scheme, onChange }: PartProps) {
  const rated = Object.entries(scheme.kinds).filter(([, kind]) => kind.rating);
  return (
    <section className={classes.block} aria-label="Rating rows">
      <h2>What gives which rating; the worst that matches is the rating</h2>
      <table className={classes.table}>
        <tbody>
          {rated.map(([name, kind]) => (
            <KindRow key={name} name={name} kind={kind} scheme={scheme} onChange={onChange} />
          ))}
        </tbody>
      </table>
    </section>
  );
}

function KindRow({ name, kind, scheme, onChange }: PartProps & { name: string; kind: Kind }) {
  return (
    <tr>
      <th scope="row">
        {name.replaceAll('_', ' ')}
        <div className="quiet">{kind.aspect ?? 'not rated'}</div>
      </th>
      <td>
        {getRungs(kind).map(({ form, rungs }) => (
          <div key={form} className={classes.rungs}>
            {form && <span className="quiet">{form}</span>}
            {rungs.map(([rating, limit], i) => (
              <span key={rating} className={classes.rung}>
                <Rating value={rating} />
                <span className="quiet">up to</span>
                <TextInput
                  aria-label={`${name} ${form} rating ${rating} up to`}
                  size="xs"
                  w={72}
                  value={limit}
                  onChange={(e) => onChange(withRung(scheme, name, form, i, e.currentTarget.value))}
                />
              </span>
            ))}
          </div>
        ))}
        {kind.rating?.cases?.map((c) => (
          <div key={`${c.rating} ${c.why}`} className={classes.case}>
            <Rating value={c.rating} /> {c.why}
          </div>
        ))}
      </td>
    </tr>
  );
}
