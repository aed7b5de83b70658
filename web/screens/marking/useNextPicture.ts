import { useEffect, useState } from 'react';

/**
 * A value one picture late: what changed is drawn with it only after everything else has been painted. For what
 * may wait so that a touch is seen sooner.
 */
export function useNextPicture<T>(value: T): T {
  const [late, setLate] = useState(value);
  useEffect(() => {
    if (value === late) return;
    let timer: ReturnType<typeof setTimeout>;
    // Called before the next painting; what waits no time from there comes after it.
    const frame = requestAnimationFrame(() => {
      timer = setTimeout(() => setLate(value));
    });
    return () => {
      cancelAnimationFrame(frame);
      clearTimeout(timer);
    };
  }, [value, late]);
  return late;
}
