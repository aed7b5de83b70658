import Papa from 'papaparse';
import type { Problem } from '../problems';
import { parseQuestion } from './parse';
import type { Question } from './schema';
import { problem } from './problems';

/** Columns of a table of questions. Several points or cautions in one cell stand apart by a bar: |. */
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
  const broken = new Map(errors.map(({ row = 0, message }) => [row, message]));
  const good: { row: number; question: Question }[] = [];
  data.forEach((cells, n) => {
    const row = n + 2;
    const path = `row ${row}`;
    const torn = broken.get(n);
    if (torn) {
      problems.push(problem(path, 'torn', { why: torn }));
      return;
    }
    const result = parseQuestion(questionOf((column) => withoutGuard((cells[column] ?? '').trim())));
    if (!result.ok)
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

/** The text itself, of a cell that was guarded from being taken for a formula. */
const withoutGuard = (cell: string): string => cell.replace(/^'(?=[=+\-@])/, '');

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
  }));
  // A spreadsheet must not take a text for a formula: such a one begins with an apostrophe in the file.
  return Papa.unparse(
    { fields: [...columns], data: rows.map((row) => columns.map((column) => row[column])) },
    { escapeFormulae: true },
  );
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
    points: [...points('essential points', true), ...points('extra points', false)],
    ordered: isYes(cell('ordered')),
    why: cell('why'),
    cautions: split(cell('cautions')),
    source: { kind: cell('source'), ...(note === '' ? {} : { note }) },
    controls: split(cell('controls')),
    bonnet: isYes(cell('bonnet')),
    ...(sign === '' ? {} : { sign }),
  };
}

const isYes = (text: string): boolean => /^(yes|true|1|x)$/i.test(text);
const join = (parts: readonly string[]): string => parts.map((part) => part.replaceAll('|', '/')).join(' | ');
const split = (text: string): readonly string[] =>
  text
    .split('|')
    .map((part) => part.trim())
    .filter((part) => part !== '');
