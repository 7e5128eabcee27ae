import { Modal, TextInput } from '@mantine/core';
import { useNavigate } from '@tanstack/react-router';
import { type KeyboardEvent, useEffect, useState } from 'react';
import { useLaterals } from '../../api/shelves';
import classes from './Commands.module.css';

export interface Command {
  name: string;
  /** The key that does it without this list. */
  key?: string;
  run: () => void;
}

const MOST_SHOWN = 12;

/** Those whose name holds every word typed, in their own order. */
export const getMatching = (commands: Command[], typed: string) => {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  return commands.filter((c) => words.every((w) => c.name.toLowerCase().includes(w))).slice(0, MOST_SHOWN);
};

/** Everything that can be done here, every finding, and every lateral by what is in it. */
export function Commands({ commands, onClose }: { commands: Command[]; onClose: () => void }) {
  const [typed, setTyped] = useState('');
  const [at, setAt] = useState(0);
  const [entered, setEntered] = useState(false);
  const navigate = useNavigate();
  const { data, isPlaceholderData } = useLaterals({ search: typed.slice(0, 120), limit: MOST_SHOWN });
  const laterals: Command[] = (data?.rows ?? []).map((row) => ({
    name: `Open ${row.name}`,
    run: () => navigate({ to: '/lateral/$id/$step', params: { id: row.id, step: 'log' } }),
  }));
  const named = getMatching(commands, typed);
  const shown = [...named, ...laterals].slice(0, MOST_SHOWN);
  const on = Math.min(at, Math.max(shown.length - 1, 0));
  const run = (command: Command | undefined) => {
    if (!command) return;
    onClose();
    command.run();
  };
  // The laterals shown while a search is under way answer the words before: Enter waits for its own.
  const enter = () => (on >= named.length && isPlaceholderData ? setEntered(true) : run(shown[on]));
  useEffect(() => {
    if (!entered || isPlaceholderData) return;
    setEntered(false);
    run(shown[on]);
  });
  const onKey = (event: KeyboardEvent) => {
    const acts: Record<string, () => void> = {
      ArrowDown: () => setAt(Math.min(on + 1, shown.length - 1)),
      ArrowUp: () => setAt(Math.max(on - 1, 0)),
      Enter: enter,
    };
    const act = acts[event.key];
    if (!act) return;
    event.preventDefault();
    act();
  };
  return (
    <Modal opened onClose={onClose} title="Find or do" size="md" transitionProps={{ duration: 0 }} data-autofocus>
      <TextInput
        data-autofocus
        // At once, not when the dialog gets round to it: what is typed right after Ctrl K is typed here.
        autoFocus
        aria-label="What to find or do"
        placeholder="a step, a finding, an export, another lateral…"
        role="combobox"
        aria-expanded
        aria-controls="commands"
        aria-activedescendant={shown[on] ? `command-${on}` : undefined}
        value={typed}
        onChange={(e) => {
          setTyped(e.currentTarget.value);
          setAt(0);
          setEntered(false);
        }}
        onKeyDown={onKey}
      />
      <div id="commands" role="listbox" aria-label="Found" className={classes.list}>
        {shown.map((c, i) => (
          <button
            key={`${c.name} ${i}`}
            id={`command-${i}`}
            type="button"
            role="option"
            tabIndex={-1}
            aria-selected={i === on}
            data-on={i === on || undefined}
            onClick={() => run(c)}
          >
            {c.name} <span className="quiet">{c.key}</span>
          </button>
        ))}
      </div>
      {shown.length === 0 && <p className="quiet">Nothing is called that.</p>}
    </Modal>
  );
}
