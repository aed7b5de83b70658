import { useState } from 'react';

/** The hand that marks: what it touches most lies on its side. */
export type Hand = 'left' | 'right';

const KEPT = 'jasperwren-hand';

export function useHand(): readonly [Hand, (hand: Hand) => void] {
  const [hand, setHand] = useState<Hand>(() => (localStorage.getItem(KEPT) === 'right' ? 'right' : 'left'));
  return [
    hand,
    (next) => {
      localStorage.setItem(KEPT, next);
      setHand(next);
    },
  ];
}
