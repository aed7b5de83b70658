import Papa from 'papaparse';
import { nameKey, plainName } from '../names';
import type { Told } from '../problems';
import { isDay } from '../time';

/** What a column of a list of learners can hold. */
export const rosterFields = [
  'name',
  'first name',
  'last name',
  'phone',
  'email',
  'licence class',
  'transmission',
  'test day',
  'notes',
] as const;
export type RosterField = (typeof rosterFields)[number];

/** Which field each column holds, in the order of the columns; null for one that is left out. */
export type Columns = readonly (RosterField | null)[];

/** Whether 3/4/2027 is the third of April or the fourth of March. */
export type DateOrder = 'day first' | 'month first';

export interface RosterTable {
  readonly heads: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

/** A learner as a row tells them. */
export interface RosterRow {
  /** Of the file, from 1 for the headings. */
  readonly line: number;
  readonly name: string;
  readonly phone: string;
  readonly email: string;
  readonly licenceClass: string;
  readonly transmission: '' | 'manual' | 'automatic';
  /** Such as 2027-04-03; null when none stands there. */
  readonly testDate: string | null;
  readonly notes: string;
}

/** So many learners are imported at once. */
export const MOST_LEARNERS = 1_000;
const MOST_COLUMNS = 60;

/** What people head such columns with, besides the names of the fields. */
const KNOWN: Readonly<Record<RosterField, RegExp>> = {
  name: /^(full ?name|name|learner|pupil|student|customer)$/,
  'first name': /^(first ?name|given ?name|forename)$/,
  'last name': /^(last ?name|surname|family ?name)$/,
  phone: /phone|mobile|^tel/,
  email: /e-?mail/,
  'licence class': /^(licen[cs]e|class|category|licen[cs]e (class|category))$/,
  transmission: /transmission|gearbox|^gears?$/,
  'test day': /test.*(date|day)|(date|day).*test|^test$/,
  notes: /note|remark|comment/,
};

/** Reads a list of learners: CSV with a first line of headings, by comma, semicolon or tab. */
export function readRoster(text: string): RosterTable | Told {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, '').trim(), { skipEmptyLines: 'greedy' });
  const [heads = [], ...rows] = data;
  if (rows.length === 0) return { path: '', message: 'has no line of headings with learners below it' };
  if (rows.length > MOST_LEARNERS)
    return { path: '', message: `has ${rows.length} rows; at most ${MOST_LEARNERS} can be imported at once` };
  if (heads.length > MOST_COLUMNS)
    return { path: 'line 1', message: `has more than ${MOST_COLUMNS} columns` };
  return { heads: heads.map((head) => head.trim()), rows };
}

/** What each column seems to hold, by its heading; each field once. */
export function guessColumns(heads: readonly string[]): Columns {
  const taken = new Set<RosterField>();
  return heads.map((head) => {
    const plain = head
      .toLowerCase()
      .replace(/[_\s]+/g, ' ')
      .trim();
    const field = rosterFields.find((one) => !taken.has(one) && (one === plain || KNOWN[one].test(plain)));
    if (field) taken.add(field);
    return field ?? null;
  });
}

/** The learners of a list, and what is wrong with each row that is none. */
export function readRows(
  { rows }: RosterTable,
  columns: Columns,
  dates: DateOrder,
): { readonly good: readonly RosterRow[]; readonly problems: readonly Told[] } {
  const good: RosterRow[] = [];
  const problems: Told[] = [];
  rows.forEach((row, n) => {
    const line = n + 2;
    const cell = (field: RosterField): string => {
      const at = columns.indexOf(field);
      return at < 0 ? '' : (row[at] ?? '').trim();
    };
    const wrong: string[] = [];
    const bounded = (field: RosterField, most: number): string => {
      const text = cell(field);
      if (text.length > most) wrong.push(`${field} has more than ${most} characters`);
      return text;
    };
    const name = plainName(cell('name') || `${cell('first name')} ${cell('last name')}`);
    if (nameKey(name) === '') wrong.push('no name');
    else if (name.length > 80) wrong.push('name has more than 80 characters');
    const email = bounded('email', 120);
    if (email !== '' && !/^[^\s@]+@[^\s@]+$/.test(email)) wrong.push(`“${email}” is no email address`);
    const transmission = transmissionOf(cell('transmission'));
    if (transmission === null) wrong.push(`“${cell('transmission')}” is neither manual nor automatic`);
    const day = cell('test day');
    const testDate = day === '' ? null : dayOf(day, dates);
    if (day !== '' && testDate === null) wrong.push(`“${day}” is no day`);
    const rest = {
      phone: bounded('phone', 40),
      licenceClass: bounded('licence class', 80),
      notes: bounded('notes', 2_000),
    };
    if (wrong.length > 0) problems.push({ path: `line ${line}`, message: wrong.join('; ') });
    else good.push({ line, name, email, transmission: transmission ?? '', testDate, ...rest });
  });
  return { good, problems };
}

/** The order that fits more days of a list: of 3/12/2026 and 25/12/2026 the second tells. @param usual where both fit as well */
export function guessDates(table: RosterTable, columns: Columns, usual: DateOrder): DateOrder {
  const other = usual === 'day first' ? 'month first' : 'day first';
  const fit = (dates: DateOrder): number => readRows(table, columns, dates).good.length;
  return fit(other) > fit(usual) ? other : usual;
}

function transmissionOf(text: string): RosterRow['transmission'] | null {
  if (text === '') return '';
  if (/^(m|man|manual|stick|b)$/i.test(text)) return 'manual';
  return /^(a|auto|automatic)$/i.test(text) ? 'automatic' : null;
}

/** A day as people write it: 2027-04-03, 3.4.2027, 3/4/27. Null for what is no day. */
function dayOf(text: string, dates: DateOrder): string | null {
  const iso = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})$/.exec(text);
  const other = /^(\d{1,2})[-/. ]+(\d{1,2})[-/. ]+(\d{2}|\d{4})$/.exec(text);
  const [year, month, day] = iso
    ? [iso[1], iso[2], iso[3]]
    : other
      ? dates === 'day first'
        ? [other[3], other[2], other[1]]
        : [other[3], other[1], other[2]]
      : [];
  if (!year || !month || !day) return null;
  const whole = `${year.length === 2 ? `20${year}` : year}-${month.padStart(2, '0')}-${day.padStart(2, '0')}`;
  return isDay(whole) ? whole : null;
}
