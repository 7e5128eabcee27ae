import { useEffect, useRef, useState } from 'react';
import type { HowFar } from '../../api/client';
import { works } from '../../api/queries';

const POLL_MS = 300;

/** A long addition: how far it is while it runs, and calling it off. */
export function useAdding() {
  const [far, setFar] = useState<HowFar | null>(null);
  const [name, setName] = useState('');
  const running = useRef(false);

  useEffect(() => {
    if (!name) return;
    // asked only after a while: what is quick shows no bar
    const timer = window.setInterval(() => works.howFar(name).then(setFar, () => setFar(null)), POLL_MS);
    return () => window.clearInterval(timer);
  }, [name]);

  const run = async (work: (name: string) => Promise<boolean>) => {
    if (running.current) return false;
    running.current = true;
    const named = crypto.randomUUID();
    setName(named);
    try {
      return await work(named);
    } finally {
      running.current = false;
      setName('');
      setFar(null);
    }
  };
  const callOff = () => name && works.callOff(name).then(setFar, () => setFar(null));
  return { busy: name !== '', far, run, callOff };
}
