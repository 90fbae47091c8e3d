import { type ReactNode, useDeferredValue } from 'react';
import { Loading } from './states';

/** What is large when a page opens: drawn in slices behind its bones, so that a touch meanwhile is not kept waiting. */
export function DeferredContent({ children }: { children: ReactNode }) {
  const isReady = useDeferredValue(true, false);
  return isReady ? children : <Loading />;
}

/** Whether what waited for an answer may be drawn, in slices once that comes; at once where it was there before. */
export const useReadyToDraw = (isThere: boolean): boolean => useDeferredValue(isThere);
