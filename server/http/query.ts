import type { Context } from 'koa';
import { badInput } from './problem';

const LONGEST = 200;

/** One text of the query; null when it is not given. */
export function textOf(ctx: Context, key: string): string | null {
  const value = ctx.query[key];
  if (value === undefined) return null;
  if (typeof value !== 'string' || value.length > LONGEST)
    throw badInput(`${key} must be given once, with at most ${LONGEST} characters.`, [
      { path: key, message: `must be one text of at most ${LONGEST} characters` },
    ]);
  return value;
}

/** One of a few values; the first when none is given. */
export function oneOf<T extends string>(ctx: Context, key: string, values: readonly [T, ...T[]]): T {
  const text = textOf(ctx, key);
  if (text === null) return values[0];
  const found = values.find((value) => value === text);
  if (found === undefined)
    throw badInput(`${key} must be one of ${values.join(', ')}.`, [
      { path: key, message: `allowed: ${values.join(', ')}` },
    ]);
  return found;
}
