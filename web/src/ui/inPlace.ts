import { type RefObject, useLayoutEffect } from 'react';

/** Keeps what is in sight where it is on the screen, where `isHeld`, while what stands above it comes and goes.
 *
 * The browser does so by itself only where what it holds the page by is still there.
 */
export function useInPlace(of: RefObject<HTMLElement | null>, isHeld: boolean): void {
  const topOf = () => (of.current ? of.current.getBoundingClientRect().top + window.scrollY : 0);
  // Both as they are before what is drawn changes: a page that gets shorter is scrolled by the browser itself.
  const stood = topOf();
  const scrolled = window.scrollY;
  useLayoutEffect(() => {
    const moved = topOf() - stood;
    const wasInSight = stood > 0 && stood - scrolled < window.innerHeight;
    if (isHeld && moved && wasInSight && scrolled > 0) window.scrollTo(0, scrolled + moved);
  });
}
