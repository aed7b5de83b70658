import Papa from 'papaparse';
import { nameKey } from '../names';
import { typedNumber } from '../numbers';
import type { Told } from '../problems';
import { manoeuvresDue } from '../marking';
import type { Standard } from '../standard';
import { placeOf } from './course';
import { MOST_STROKES, type Tally } from './sheetParts';

/** What a table of marks came to: the good rows, and what is wrong with the others, by their line. */
export interface SheetTable {
  /** Each with the manoeuvre of the course that it was marked in, as `placeOf` has it; null for none. */
  readonly tallies: readonly (Tally & { readonly place: string | null })[];
  readonly problems: readonly Told[];
}

/** More rows are no sheet. */
const MOST_ROWS = 2_000;

/** What a column may be headed with, in any case: as people write it, and as this program's own tables do. */
const HEADS = {
  item: ['itemid', 'item', 'fault', 'what', 'label'],
  severity: ['severity', 'grade', 'gravity'],
  manoeuvre: ['manoeuvre', 'exercise', 'station'],
  times: ['times', 'count', 'number', 'strokes', 'tally'],
} as const;

/**
 * Reads a table of marks (CSV with a first line of headings): item and severity by id or by their words, and how often;
 * once where no number stands; of a fixed course also the manoeuvre, with its side where it has sides. Rows of the same item and severity are added up.
 */
export function readSheetTable(standard: Standard, text: string): SheetTable {
  const { data } = Papa.parse<readonly string[]>(text.replace(/^\uFEFF/, '').trim(), {
    skipEmptyLines: 'greedy',
  });
  const [heads = [], ...rows] = data;
  const columns = heads.map((head) => head.trim().toLowerCase());
  const find = (names: readonly string[]) =>
    names.map((name) => columns.indexOf(name)).find((n) => n >= 0) ?? -1;
  const [itemAt, severityAt, timesAt] = [find(HEADS.item), find(HEADS.severity), find(HEADS.times)];
  const manoeuvreAt = find(HEADS.manoeuvre);
  const places = new Map(
    manoeuvresDue(standard, []).flatMap((due) => {
      const side = due.side ?? '';
      return [due.manoeuvre.id, due.manoeuvre.title].flatMap((name) => [
        [nameKey(`${name} ${side}`), placeOf(due)] as const,
        [nameKey(`${name}, ${side}`), placeOf(due)] as const,
      ]);
    }),
  );
  const wrong = (path: string, message: string): SheetTable => ({
    tallies: [],
    problems: [{ path, message }],
  });
  if (itemAt < 0 || severityAt < 0)
    return wrong(
      'line 1',
      'must be headings, with “item” and “severity” among them, and “times” if you like',
    );
  if (rows.length > MOST_ROWS) return wrong('', `has ${rows.length} rows; a sheet has at most ${MOST_ROWS}`);
  const items = standard.sections.flatMap((section) => section.items);
  const problems: Told[] = [];
  const sums = new Map<string, SheetTable['tallies'][number]>();
  rows.forEach((row, n) => {
    const path = `line ${n + 2}`;
    const [itemText, severityText] = [row[itemAt]?.trim() ?? '', row[severityAt]?.trim() ?? ''];
    const item = items.find(({ id, label }) => id === itemText || nameKey(label) === nameKey(itemText));
    const severity = standard.severities.find(
      ({ id, label, short }) =>
        id === severityText || nameKey(label) === nameKey(severityText) || short === severityText,
    );
    const timesText = timesAt < 0 ? '' : (row[timesAt]?.trim() ?? '');
    const times = timesText === '' ? 1 : typedNumber(timesText, 'whole');
    const told = (message: string) => problems.push({ path, message });
    if (!item) told(`“${itemText}” is no item of ${standard.title}`);
    if (!severity) told(`“${severityText}” is no severity of ${standard.title}`);
    const possible = times !== null && Number.isInteger(times) && times >= 1 && times <= MOST_STROKES;
    if (!possible) told(`“${timesText}” must be a whole number from 1 to ${MOST_STROKES}`);
    const placeText = manoeuvreAt < 0 ? '' : (row[manoeuvreAt]?.trim() ?? '');
    const place = placeText === '' ? null : places.get(nameKey(placeText));
    if (place === undefined) told(`“${placeText}” is no manoeuvre of ${standard.title}`);
    if (!item || !severity || !possible || place === undefined) return;
    if (!item.severities.includes(severity.id)) {
      told(`“${item.label}” can’t be marked as ${severity.label.toLowerCase()}`);
      return;
    }
    const key = `${place ?? ''} | ${item.id} ${severity.id}`;
    const sum = Math.min(MOST_STROKES, (sums.get(key)?.times ?? 0) + times);
    sums.set(key, { item: item.id, severity: severity.id, times: sum, place });
  });
  return { tallies: [...sums.values()], problems };
}
