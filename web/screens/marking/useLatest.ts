import { useCallback, useLayoutEffect, useRef } from 'react';

/** A function that stays the same while what it does is always the latest: what is given it need not be drawn again. */
export function useLatest<A extends readonly unknown[]>(act: (...args: A) => void): (...args: A) => void {
  const latest = useRef(act);
  useLayoutEffect(() => {
    latest.current = act;
  });
  return useCallback((...args: A) => latest.current(...args), []);
}
