import { useEffect, useState } from 'react';

/** So long after the last touch, in milliseconds, something may change its place. */
const REST = 900;

/** A value that waits while fingers are on the screen: nothing that depends on it moves under them. */
export function useSteady<T>(value: T): T {
  const [steady, setSteady] = useState(value);
  useEffect(() => {
    if (steady === value) return;
    let timer = setTimeout(() => setSteady(value), REST);
    const touched = () => {
      clearTimeout(timer);
      timer = setTimeout(() => setSteady(value), REST);
    };
    window.addEventListener('pointerdown', touched);
    window.addEventListener('pointerup', touched);
    return () => {
      clearTimeout(timer);
      window.removeEventListener('pointerdown', touched);
      window.removeEventListener('pointerup', touched);
    };
  }, [value, steady]);
  return steady;
}
