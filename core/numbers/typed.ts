/** How many digits after a separator make it one between thousands. */
const GROUP = 3;

/**
 * What a field wants. Where whole numbers are usual, as on an odometer, `31.250` and `31,250` are thousands;
 * elsewhere the point is a decimal one, as in English, and only the comma before three digits is not.
 */
export type Typed = 'whole' | 'any';

/**
 * A number as people type it: with a decimal point or comma, with thousands apart by comma, point, space or
 * apostrophe, with a long minus sign, or in the wide digits of other keyboards.
 *
 * @returns null when nothing was typed; NaN for what is no number, such as `3,1,2` or `12 or 13`
 */
export function typedNumber(text: string, wanted: Typed = 'any'): number | null {
  const plain = text.normalize('NFKC').trim().replace(/[−–]/g, '-');
  if (plain === '') return null;
  const [, sign = '', digits = ''] = /^([+-]?)\s*([\d.,'’\s]+)$/.exec(plain) ?? [];
  if (!/\d/.test(digits)) return NaN;
  const decimal = decimalOf(digits, wanted);
  const [whole = '', fraction = ''] = decimal === null ? [digits] : splitAtLast(digits, decimal);
  if (!isGrouped(whole, decimal) || !/^\d*$/.test(fraction)) return NaN;
  const value = Number(`${whole.replace(/\D/g, '') || '0'}.${fraction || '0'}`);
  return sign === '-' ? -value : value;
}

/** The sign between whole and fraction; null when there is no fraction. */
function decimalOf(digits: string, wanted: Typed): '.' | ',' | null {
  const [points, commas] = [digits.split('.').length - 1, digits.split(',').length - 1];
  if (points > 0 && commas > 0) return digits.lastIndexOf('.') > digits.lastIndexOf(',') ? '.' : ',';
  const only = points > 0 ? '.' : commas > 0 ? ',' : null;
  if (only === null || points + commas > 1) return null;
  const [before = '', after = ''] = digits.split(only);
  const thousands = after.length === GROUP && /^[1-9]\d{0,2}$/.test(before);
  return thousands && (only === ',' || wanted === 'whole') ? null : only;
}

const splitAtLast = (text: string, sign: string): [string, string] => {
  const at = text.lastIndexOf(sign);
  return [text.slice(0, at), text.slice(at + 1)];
};

/** Whether the whole part is digits alone, or in groups of three with the same sign between all of them. */
function isGrouped(whole: string, decimal: '.' | ',' | null): boolean {
  if (/^\d*$/.test(whole)) return true;
  const [first = '', ...groups] = whole.split(/[^\d]/);
  const signs = new Set(whole.replace(/\d/g, '').replace(/\s/g, ' '));
  return (
    /^\d{1,3}$/.test(first) &&
    groups.every((group) => group.length === GROUP) &&
    signs.size === 1 &&
    !(decimal && signs.has(decimal))
  );
}

/** A number for reading, thousands apart by a comma. */
export const numberText = (value: number, most = 3): string =>
  value.toLocaleString('en-GB', { maximumFractionDigits: most });

/** How a typed number was understood, where that could have been something else; null where it is plain. */
export function readAs(text: string, wanted: Typed = 'any'): string | null {
  const value = typedNumber(text, wanted);
  return value === null || Number.isNaN(value) || /^\s*-?\d*(\.\d+)?\s*$/.test(text)
    ? null
    : numberText(value);
}
