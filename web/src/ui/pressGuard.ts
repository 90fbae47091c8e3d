import { useEffect, useRef } from 'react';

const REST_MS = 300;
/** Whether what is asked has stood long enough to be read: a press right after it came up was meant for what stood there before. */
export function usePressGuard(asked: string): () => boolean {
  const since = useRef(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is what is asked that begins a new rest.
  useEffect(() => {
    since.current = performance.now();
  }, [asked]);
  return () => performance.now() - since.current > REST_MS;
}
