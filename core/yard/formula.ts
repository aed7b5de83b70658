import { numberText, typedNumber } from '../numbers';
import { failed, parsed, type Parsed } from '../problems';
import type { Length } from './length';
import { problem } from './problems';

/** What stands for the width and the length of the whole combination. */
const OF_VEHICLE = { width: 'vehicle width', length: 'vehicle length' } as const;

type Term = Exclude<Length, number | readonly unknown[]>;
type Counted = { readonly name: string; readonly times: number };

/** A length as people write it: `1.5 × vehicle width + bay + 0.3`. */
export function lengthText(given: Length): string {
  const { plus, counted } = gathered(given);
  const parts = [
    ...counted.map(({ name, times }): [number, string] => [
      times,
      Math.abs(times) === 1 ? name : `${shown(Math.abs(times))} × ${name}`,
    ]),
    ...(plus !== 0 || counted.length === 0 ? [[plus, shown(Math.abs(plus))] as [number, string]] : []),
  ];
  return parts
    .map(([sign, text], n) => (n === 0 ? (sign < 0 ? `-${text}` : text) : `${sign < 0 ? '-' : '+'} ${text}`))
    .join(' ');
}

const shown = (value: number): string => numberText(value, 4).replaceAll(',', '');

/** A length as one sum: each thing once, and what is added. */
function gathered(given: Length): { readonly plus: number; readonly counted: readonly Counted[] } {
  const terms = (Array.isArray(given) ? given : [given]) as readonly (number | Term)[];
  const sums = new Map<string, number>();
  let sum = 0;
  const count = (name: string, times: number): unknown => sums.set(name, (sums.get(name) ?? 0) + times);
  for (const term of terms) {
    if (typeof term === 'number') {
      sum += term;
      continue;
    }
    const { plus = 0, width = 0, length = 0, parameter, times = 1 } = term;
    sum += plus;
    if (width !== 0) count(OF_VEHICLE.width, width);
    if (length !== 0) count(OF_VEHICLE.length, length);
    if (parameter !== undefined) count(parameter, times);
  }
  return {
    plus: rounded(sum),
    counted: [...sums].flatMap(([name, times]) =>
      rounded(times) === 0 ? [] : [{ name, times: rounded(times) }],
    ),
  };
}

const rounded = (value: number): number => Number(value.toFixed(4));

/**
 * A length as it was typed: numbers, the vehicle's width and length, and the course's own sizes, added up.
 *
 * @param parameters ids that it may ask for
 */
export function readLength(text: string, parameters: readonly string[]): Parsed<Length> {
  const names = [...Object.values(OF_VEHICLE), ...parameters];
  const wrong = (part: string) => failed([problem('', 'not-a-length', { part, names })]);
  // A name may have a dash in it, so names give way to their numbers before the sum is taken apart.
  const known = names.toSorted((a, b) => b.length - a.length);
  const plain = known.reduce(
    (rest, name, n) => rest.replace(new RegExp(`(?<![a-z#])${name}(?![\\w-])`, 'gi'), `#${n}#`),
    text.normalize('NFKC').replace(/[−–]/g, '-').replaceAll('#', '?').trim(),
  );
  const signed = /^[+-]/.test(plain) ? plain : `+${plain}`;
  let plus = 0;
  const counted: Counted[] = [];
  for (const piece of signed.match(/[+-][^+-]*/g) ?? []) {
    const [, sign, number = '', name] =
      /^([+-])\s*([\d.,'’ ]*?)\s*(?:(?:[×*·x]|times)?\s*#(\d+)#)?\s*$/i.exec(piece) ?? [];
    const times = number === '' && name !== undefined ? 1 : typedNumber(number);
    if (sign === undefined || times === null || !Number.isFinite(times))
      return wrong(
        piece
          .slice(1)
          .trim()
          .replace(/#(\d+)#/g, (_, n: string) => known[Number(n)] ?? ''),
      );
    const own = (sign === '-' ? -1 : 1) * times;
    if (name === undefined) plus += own;
    else counted.push({ name: known[Number(name)] ?? '', times: own });
  }
  return parsed(lengthOf(plus, counted));
}

/** As few terms as there are; a bare number where nothing else counts. */
function lengthOf(plus: number, counted: readonly Counted[]): Length {
  const by = (name: string): number =>
    rounded(counted.filter((one) => one.name === name).reduce((sum, { times }) => sum + times, 0));
  const [width, length] = [by(OF_VEHICLE.width), by(OF_VEHICLE.length)];
  const vehicle: Term = { ...(width === 0 ? {} : { width }), ...(length === 0 ? {} : { length }) };
  const own = [...new Set(counted.map(({ name }) => name))]
    .filter((name) => name !== OF_VEHICLE.width && name !== OF_VEHICLE.length)
    .map((parameter): Term => {
      const times = by(parameter);
      return times === 1 ? { parameter } : { parameter, times };
    })
    .filter(({ times }) => times !== 0);
  const sum: readonly (number | Term)[] = [
    ...(Object.keys(vehicle).length > 0 ? [vehicle] : []),
    ...own,
    ...(plus === 0 ? [] : [rounded(plus)]),
  ];
  const [only = 0] = sum;
  return sum.length > 1 ? sum : only;
}

/** The same length and so many metres more. */
export function lengthPlus(given: Length, metres: number): Length {
  const { plus, counted } = gathered(given);
  return lengthOf(rounded(plus + metres), counted);
}
