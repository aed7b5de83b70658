import Papa from 'papaparse';
import type { Problem } from '../problems';
import { parseQuestion } from './parse';
import type { Question } from './schema';
import { problem } from './problems';

/**
 * Columns of a table of questions. Several points or cautions in one cell stand apart by a bar: |. A bar that belongs
 * to a text is written \|, and a backslash before a bar or a backslash is written twice. `order of points` is filled
 * only where an extra point stands before an essential one: the ids of all points, in their order.
 */
const columns = [
  'id',
  'kind',
  'title',
  'prompt 1',
  'prompt 2',
  'prompt 3',
  'essential points',
  'extra points',
  'ordered',
  'why',
  'cautions',
  'source',
  'note',
  'controls',
  'bonnet',
  'sign',
  'order of points',
] as const;
type Column = (typeof columns)[number];

export interface QuestionTable {
  /** The rows that are whole, with their number in the file, from two. */
  readonly good: readonly { readonly row: number; readonly question: Question }[];
  /** What is wrong with the others, by row. */
  readonly problems: readonly Problem[];
}

/** Reads a table of questions: good rows and the problems of the others side by side, nothing guessed. */
export function readQuestionTable(text: string): QuestionTable {
  const { data, meta, errors } = Papa.parse<Partial<Record<string, string>>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (header) => header.trim().toLowerCase(),
  });
  const fields = meta.fields ?? [];
  const missing = (['id', 'kind', 'title', 'prompt 1', 'essential points', 'why', 'source'] as const).filter(
    (column) => !fields.includes(column),
  );
  if (missing.length > 0)
    return {
      good: [],
      problems: [problem('row 1', 'lacks-columns', { columns: missing })],
    };
  const unknown = fields.filter((field) => !columns.includes(field as Column));
  const problems: Problem[] = unknown.map((column) => problem('row 1', 'unread-column', { column }));
  // Empty cells at the end of a row may be left out.
  const broken = new Map(
    errors.flatMap(({ row = 0, code, message }) => (code === 'TooFewFields' ? [] : [[row, message]])),
  );
  const good: { row: number; question: Question }[] = [];
  data.forEach((cells, n) => {
    const row = n + 2;
    const path = `row ${row}`;
    const torn = broken.get(n);
    if (torn) {
      problems.push(problem(path, 'torn', { why: torn }));
      return;
    }
    const cell = (column: Column) => withoutGuard((cells[column] ?? '').trim());
    const result = parseQuestion(questionOf(cell));
    const named = new Set(result.ok ? result.value.points.map(({ id }) => id) : []);
    const nowhere = split(cell('order of points')).filter((id) => !named.has(id));
    if (result.ok && nowhere.length > 0)
      problems.push(problem(`${path}, order of points`, 'no-such-point', { id: nowhere[0] ?? '' }));
    else if (!result.ok)
      problems.push(
        ...result.problems.map((one) => ({
          ...one,
          path: one.path === '' ? path : `${path}, ${one.path}`,
        })),
      );
    else if (good.some(({ question }) => question.id === result.value.id))
      problems.push(problem(`${path}, id`, 'used-twice', { id: result.value.id }));
    else good.push({ row, question: result.value });
  });
  return { good, problems };
}

/** A spreadsheet must not take a text for a formula: such a one begins with one apostrophe more in the file. */
const withGuard = (text: string): string => (/^'*[=+\-@]/.test(text) ? `'${text}` : text);

/** The text itself, of a cell that was guarded from being taken for a formula. */
const withoutGuard = (cell: string): string => cell.replace(/^'(?='*[=+\-@])/, '');

/** Writes questions as the table that `readQuestionTable` reads. */
export function writeQuestionTable(questions: readonly Question[]): string {
  const points = ({ points: all }: Question, wanted: boolean) =>
    join(all.filter(({ essential }) => essential === wanted).map(({ id, text }) => `${id}: ${text}`));
  const rows = questions.map((question): Readonly<Record<Column, string>> => ({
    id: question.id,
    kind: question.kind,
    title: question.title,
    'prompt 1': question.prompts[0] ?? '',
    'prompt 2': question.prompts[1] ?? '',
    'prompt 3': question.prompts[2] ?? '',
    'essential points': points(question, true),
    'extra points': points(question, false),
    ordered: question.ordered ? 'yes' : '',
    why: question.why,
    cautions: join(question.cautions),
    source: question.source.kind,
    note: question.source.note ?? '',
    controls: join(question.controls),
    bonnet: question.bonnet ? 'yes' : '',
    sign: question.sign ?? '',
    'order of points': join(movedPoints(question)),
  }));
  return Papa.unparse({
    fields: [...columns],
    data: rows.map((row) => columns.map((column) => withGuard(row[column]))),
  });
}

/** Ids of all points in their order, where that is not the essential ones and then the others; else none. */
function movedPoints({ points }: Question): readonly string[] {
  const plain = [...points].sort((a, b) => Number(b.essential) - Number(a.essential));
  return plain.some((point, n) => point !== points[n]) ? points.map(({ id }) => id) : [];
}

function questionOf(cell: (column: Column) => string): unknown {
  const points = (column: Column, essential: boolean) =>
    split(cell(column)).map((text, n) => {
      const named = /^([a-z0-9][a-z0-9-]*): (.+)$/.exec(text);
      return {
        id: named?.[1] ?? `${essential ? 'point' : 'extra'}-${n + 1}`,
        text: named?.[2] ?? text,
        essential,
      };
    });
  const note = cell('note');
  const sign = cell('sign');
  return {
    id: cell('id'),
    kind: cell('kind'),
    title: cell('title'),
    prompts: (['prompt 1', 'prompt 2', 'prompt 3'] as const).map(cell).filter((prompt) => prompt !== ''),
    points: inOrder(
      [...points('essential points', true), ...points('extra points', false)],
      split(cell('order of points')),
    ),
    ordered: isYes(cell('ordered')),
    why: cell('why'),
    cautions: split(cell('cautions')),
    source: { kind: cell('source'), ...(note === '' ? {} : { note }) },
    controls: split(cell('controls')),
    bonnet: isYes(cell('bonnet')),
    ...(sign === '' ? {} : { sign }),
  };
}

/** Points that the order does not name stay behind those that it names. */
function inOrder<T extends { readonly id: string }>(
  points: readonly T[],
  order: readonly string[],
): readonly T[] {
  const place = (id: string) => (order.includes(id) ? order.indexOf(id) : Infinity);
  return order.length === 0
    ? points
    : points
        .map((point, n) => ({ point, at: Math.min(place(point.id), order.length + n) }))
        .sort((a, b) => a.at - b.at)
        .map(({ point }) => point);
}

const isYes = (text: string): boolean => /^(yes|true|1|x)$/i.test(text);
const join = (parts: readonly string[]): string =>
  parts.map((part) => part.replaceAll(/\\(?=[\\|]|$)|\|/g, '\\$&')).join(' | ');
const split = (text: string): readonly string[] =>
  [...`${text}|`.matchAll(/((?:\\[\\|]|[^|])*)\|/g)]
    .map(([, part = '']) => part.replaceAll(/\\([\\|])/g, '$1').trim())
    .filter((part) => part !== '');
