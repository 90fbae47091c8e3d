import { type RefObject, useLayoutEffect, useRef, useState } from 'react';

/** The width of an element in CSS pixels, so that a drawing is laid out at its real size and stays crisp. */
export function useWidth<T extends Element>(first: number): [RefObject<T | null>, number] {
  const ref = useRef<T>(null);
  const [width, setWidth] = useState(first);
  // Before anything is painted: a drawing too wide for one frame would make a phone zoom out under the finger.
  useLayoutEffect(() => {
    const at = ref.current;
    if (!at) return;
    setWidth(Math.round(at.getBoundingClientRect().width) || first);
    const observer = new ResizeObserver(([entry]) => {
      // What is not shown has no width: it is laid out for the last it had.
      if (entry?.contentRect.width) setWidth(Math.round(entry.contentRect.width));
    });
    observer.observe(at);
    return () => observer.disconnect();
  }, [first]);
  return [ref, width];
}
