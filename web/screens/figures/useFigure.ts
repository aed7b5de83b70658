import { useCallback, useMemo } from 'react';
import { useSearchParams } from 'react-router';
import { typedNumber } from '../../../core/numbers';
import { constantIds, constants, usual, type ConstantId, type Values } from '../../../core/roadcraft';
import { withParam } from '../../parts/ui';

/** What a figure is asked for: it lives in the address, so that a page can be sent and found again. */
export interface Asked {
  /** A number of the address within its bounds; what is missing or makes no sense is the usual one. */
  readonly number: (key: string, usual: number, least: number, most: number) => number;
  readonly choice: <T extends string>(key: string, allowed: readonly [T, ...T[]]) => T;
  readonly set: (key: string, value: number | string) => void;
  /** The constants, with those that somebody changed. */
  readonly values: Values;
  readonly setConstant: (id: ConstantId, value: number) => void;
  readonly resetConstants: () => void;
}

/** How a changed constant stands in the address. */
const CONSTANT = 'c.';

export function useFigure(): Asked {
  const [params, setParams] = useSearchParams();
  const set = useCallback(
    (key: string, value: number | string) =>
      setParams(
        (before) => withParam(before, key, typeof value === 'number' ? String(roundedTo(value)) : value),
        { replace: true },
      ),
    [setParams],
  );
  const values = useMemo((): Values => {
    const changed = constantIds.flatMap((id): [ConstantId, number][] => {
      const value = typedNumber(params.get(CONSTANT + id) ?? '');
      const { least, most } = constants[id];
      return value !== null && value >= least && value <= most ? [[id, value]] : [];
    });
    return { ...usual, ...Object.fromEntries(changed) };
  }, [params]);
  return {
    number: (key, start, least, most) => {
      const value = typedNumber(params.get(key) ?? '');
      return value === null || Number.isNaN(value) ? start : Math.min(most, Math.max(least, value));
    },
    choice: (key, allowed) => allowed.find((one) => one === params.get(key)) ?? allowed[0],
    set,
    values,
    setConstant: (id, value) => set(CONSTANT + id, value === usual[id] ? '' : value),
    resetConstants: () =>
      setParams(
        (before) => {
          const next = new URLSearchParams(before);
          for (const id of constantIds) next.delete(CONSTANT + id);
          return next;
        },
        { replace: true },
      ),
  };
}

const roundedTo = (value: number): number => Math.round(value * 1000) / 1000;
