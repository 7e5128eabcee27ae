import { Button, Select, TextInput } from '@mantine/core';
import { type FormEvent, useState } from 'react';
import { answered, api, type Desk, Refused } from '../../api/client';
import classes from './LateralsView.module.css';

const ZERO = [
  { value: 'access', label: 'at that access' },
  { value: 'main', label: 'at the main, counting back' },
  { value: 'not said', label: 'not known' },
];

export interface NewLateralProps {
  onCancel: () => void;
  onMade: (id: number) => void;
}

/** A few things, and the desk is open. */
export function NewLateral({ onCancel, onMade }: NewLateralProps) {
  const [name, setName] = useState('');
  const [access, setAccess] = useState('front cleanout');
  const [zero, setZero] = useState<string | null>('access');
  const [pipe, setPipe] = useState('');
  const [refused, setRefused] = useState('');
  const make = async (event: FormEvent) => {
    event.preventDefault();
    if (!name.trim()) return setRefused('Name: give the lateral a name, such as its street and number');
    const date = new Date().toISOString().slice(0, 10);
    try {
      const body = { name, access, zero_at: zero ?? 'access', date, pipe };
      onMade((await answered<Desk>(api.POST('/api/laterals', { body }))).id);
    } catch (e) {
      setRefused(
        e instanceof Refused ? [e.message, ...e.problems.map((p) => `${p.place}: ${p.mend}`)].join(' ') : String(e),
      );
    }
  };
  return (
    <form className={classes.asking} onSubmit={make} aria-label="New lateral">
      <TextInput
        label="Name"
        placeholder="street and number"
        data-autofocus
        autoFocus
        value={name}
        onChange={(e) => setName(e.currentTarget.value)}
      />
      <TextInput label="Where the camera went in" value={access} onChange={(e) => setAccess(e.currentTarget.value)} />
      <TextInput
        label="First pipe"
        placeholder="clay 4in, or leave it open"
        value={pipe}
        onChange={(e) => setPipe(e.currentTarget.value)}
      />
      <Select label="Where the counter was zeroed" data={ZERO} value={zero} onChange={setZero} allowDeselect={false} />
      <Button type="submit">Start the log</Button>
      <Button variant="default" onClick={onCancel}>
        Cancel
      </Button>
      <p className="quiet">Taken as pushed towards the main; change it in Set up.</p>
      {refused && <p role="alert">▲ {refused}</p>}
    </form>
  );
}
