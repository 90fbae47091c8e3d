import { useEffect, useState } from 'react';

const SETTLED_MS = 180;

/** A text once it has stood still for a moment: what is asked of the server is not every keystroke. */
export function useDebounced(text: string): string {
  const [settled, setSettled] = useState(text);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(text), SETTLED_MS);
    return () => clearTimeout(timer);
  }, [text]);
  return settled;
}
