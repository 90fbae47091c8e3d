import { type RefObject, useEffect, useRef, useState } from 'react';

/** The width of an element in CSS pixels, so that a drawing is laid out at its real size and stays crisp. */
export function useWidth<T extends Element>(first: number): [RefObject<T | null>, number] {
  const ref = useRef<T>(null);
  const [width, setWidth] = useState(first);
  useEffect(() => {
    const at = ref.current;
    if (!at) return;
    const observer = new ResizeObserver(([entry]) => entry && setWidth(Math.round(entry.contentRect.width)));
    observer.observe(at);
    return () => observer.disconnect();
  }, []);
  return [ref, width];
}
