import { useEffect, useState } from 'react';

/** Keep the screen awake while this is shown; says whether it does, for not every browser lets a page. */
export function useAwake(): boolean {
  const [awake, setAwake] = useState(false);
  useEffect(() => {
    let lock: WakeLockSentinel | undefined;
    let gone = false;
    const hold = async () => {
      if (document.visibilityState !== 'visible' || !('wakeLock' in navigator)) return;
      try {
        lock = await navigator.wakeLock.request('screen');
      } catch {
        return; // a nearly empty battery: the browser refuses, and the count is saved all the same
      }
      if (gone) await lock.release();
      else setAwake(true);
    };
    hold();
    // The lock is lost whenever the page is out of sight.
    document.addEventListener('visibilitychange', hold);
    return () => {
      gone = true;
      document.removeEventListener('visibilitychange', hold);
      lock?.release();
    };
  }, []);
  return awake;
}
