import { useCallback, useEffect, useMemo, useState } from 'react';
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
  /** All of it, for the address of another question. */
  readonly search: string;
}

/** How a changed constant stands in the address. */
const CONSTANT = 'c.';

/** Milliseconds after the last change before the address follows: keys and thumbs are quicker than it. */
const REST = 250;

export function useFigure(): Asked {
  const [params, setParams] = useSearchParams();
  /** What was changed since the page was opened; an empty text stands for the usual value. */
  const [changed, setChanged] = useState<Readonly<Record<string, string>>>({});
  useEffect(() => {
    if (Object.keys(changed).length === 0) return;
    const timer = setTimeout(() => setParams((before) => withAll(before, changed), { replace: true }), REST);
    return () => clearTimeout(timer);
  }, [changed, setParams]);
  const now = useMemo(() => withAll(params, changed), [params, changed]);
  const set = useCallback(
    (key: string, value: number | string) =>
      setChanged((before) => ({
        ...before,
        [key]: typeof value === 'number' ? String(roundedTo(value)) : value,
      })),
    [],
  );
  const values = useMemo((): Values => {
    const own = constantIds.flatMap((id): [ConstantId, number][] => {
      const value = typedNumber(now.get(CONSTANT + id) ?? '');
      const { least, most } = constants[id];
      return value !== null && value >= least && value <= most ? [[id, value]] : [];
    });
    return { ...usual, ...Object.fromEntries(own) };
  }, [now]);
  return {
    number: (key, start, least, most) => {
      const value = typedNumber(now.get(key) ?? '');
      return value === null || Number.isNaN(value) ? start : Math.min(most, Math.max(least, value));
    },
    choice: (key, allowed) => allowed.find((one) => one === now.get(key)) ?? allowed[0],
    set,
    values,
    search: now.toString(),
    setConstant: (id, value) => set(CONSTANT + id, value === usual[id] ? '' : value),
    resetConstants: () =>
      setChanged((before) => ({
        ...before,
        ...Object.fromEntries(constantIds.map((id) => [CONSTANT + id, ''])),
      })),
  };
}

const withAll = (params: URLSearchParams, changes: Readonly<Record<string, string>>): URLSearchParams =>
  Object.entries(changes).reduce((all, [key, value]) => withParam(all, key, value), params);

const roundedTo = (value: number): number => Math.round(value * 1000) / 1000;
