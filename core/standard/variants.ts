import type { Problem } from '../problems';
import type { Standard, Variant } from './schema';
import { problem } from './problems';

type Json = unknown;

/** The keys and indexes that a path by ids stands for; null when it leads nowhere. */
function locate(value: Json, path: string): readonly (string | number)[] | null {
  if (path === '') return [];
  if (Array.isArray(value)) {
    const entries = value as readonly { readonly id?: unknown }[];
    // Ids may hold dots: the longest one that begins the path is meant.
    const matches = entries
      .map(({ id }, index) => ({ id: String(id), index }))
      .filter(({ id }) => path === id || path.startsWith(`${id}.`))
      .sort((a, b) => b.id.length - a.id.length);
    const [found] = matches;
    // What has no id is found by its place, from 0.
    const [place = ''] = path.split('.');
    const index =
      found?.index ?? (/^\d+$/.test(place) && Number(place) < entries.length ? Number(place) : null);
    if (index === null) return null;
    const rest = locate(entries[index], path.slice((found?.id ?? place).length + 1));
    return rest && [index, ...rest];
  }
  if (typeof value !== 'object' || value === null) return null;
  const [key = '', ...others] = path.split('.');
  const rest = key in value ? locate(value[key as keyof typeof value], others.join('.')) : null;
  return rest && [key, ...rest];
}

const read = (value: Json, keys: readonly (string | number)[]): Json =>
  keys.reduce<Json>((at, key) => (at as Record<string | number, Json>)[key], value);

function replace(value: Json, keys: readonly (string | number)[], by: Json): Json {
  const [key, ...rest] = keys;
  if (key === undefined) return by;
  if (Array.isArray(value))
    return value.map((entry: Json, index) => (index === key ? replace(entry, rest, by) : entry));
  const from = value as Record<string, Json>;
  return { ...from, [key]: replace(from[key], rest, by) };
}

/** Variants that lead nowhere, or whose default is not what the standard holds there. */
export function variantProblems(standard: Standard): readonly Problem[] {
  return standard.variants.flatMap((variant, n) => {
    const keys = locate(standard, variant.at);
    if (!keys) return [problem(`variants[${n}].at`, 'leads-nowhere', { at: variant.at })];
    const held = read(standard, keys);
    if (held === variant.default || held === variant.other) return [];
    return [
      problem(`variants[${n}].default`, 'other-default', { is: variant.default, at: variant.at, held }),
    ];
  });
}

/** Which of its two values a standard holds. */
export function heldValue(standard: Standard, variant: Variant): number {
  const keys = locate(standard, variant.at);
  return Number(keys ? read(standard, keys) : variant.default);
}

/** The one of its two values that a standard does not hold. */
export const otherValue = (standard: Standard, variant: Variant): number =>
  heldValue(standard, variant) === variant.default ? variant.other : variant.default;

/**
 * The standard with one of a variant's two values in its place. Worked examples that the change overturns
 * are left as they are: they show what must be looked at before the next version is saved.
 */
export function withVariant(standard: Standard, variant: Variant, value: number): Standard {
  const keys = locate(standard, variant.at);
  return keys ? (replace(standard, keys, value) as Standard) : standard;
}
