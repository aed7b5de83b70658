import { useEffect } from 'react';

/** Keeps the screen awake while the marking screen is open; where the browser cannot, it sleeps as the device has it. */
export function useWakeLock(): void {
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    let open = true;
    const ask = async () => {
      // It is given up whenever the page is hidden, and must be asked for again.
      if (document.visibilityState !== 'visible' || !('wakeLock' in navigator)) return;
      try {
        const given = await navigator.wakeLock.request('screen');
        if (open) lock = given;
        else await given.release();
      } catch {
        // Refused, as with a battery that is nearly empty.
      }
    };
    const onVisible = () => void ask();
    void ask();
    document.addEventListener('visibilitychange', onVisible);
    return () => {
      open = false;
      document.removeEventListener('visibilitychange', onVisible);
      void lock?.release();
    };
  }, []);
}
