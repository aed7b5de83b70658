import { readFileSync } from 'node:fs';
import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { readQuestionTable, writeQuestionTable } from './csv';
import { readBank } from './parse';

const head = 'id,kind,title,prompt 1,essential points,why,source';

describe('a table of questions', () => {
  const file = new URL('../../data/questions/vale-of-ostrey.questions.json', import.meta.url);
  const bank = readBank(readFileSync(file, 'utf8'));
  if (!bank.ok) throw new Error('broken bank');
  const shipped = bank.value.questions;

  it('comes back the same for every shipped question', () => {
    const { good, problems } = readQuestionTable(writeQuestionTable(shipped));
    expect(problems).toEqual([]);
    expect(good.map(({ question }) => question)).toEqual(shipped);
  });

  it('keeps bars and backslashes, apostrophes before a sign, and extra points in their place', () => {
    const [first] = shipped;
    if (!first) throw new Error('no question');
    const text = fc
      .array(fc.constantFrom('|', '\\', "'", '=', 'a', ': ', ', ', '"', '+'), { minLength: 1, maxLength: 9 })
      .map((parts) => parts.join('').trim())
      .filter((whole) => whole !== '');
    fc.assert(
      fc.property(
        fc.array(fc.tuple(text, fc.boolean()), { minLength: 1, maxLength: 6 }),
        fc.array(text, { maxLength: 4 }),
        (points, cautions) => {
          const question = {
            ...first,
            why: points[0]?.[0] ?? '',
            cautions,
            ordered: true,
            points: points.map(([of, essential], n) => ({
              id: `p-${n}`,
              text: of,
              essential: essential || n === 0,
            })),
          };
          const { good, problems } = readQuestionTable(writeQuestionTable([question]));
          expect(problems).toEqual([]);
          expect(good.map(({ question: read }) => read)).toEqual([question]);
        },
      ),
    );
  });

  it('tells of an order that names no point, and leaves points that it does not name behind', () => {
    const { good, problems } = readQuestionTable(
      [
        'id,kind,title,prompt 1,essential points,extra points,order of points,why,source',
        'one,explain,T,P,a: First | b: Second,x: Between,a | x,Why,practice',
        'two,explain,T,P,a: First,x: More,a | y,Why,practice',
      ].join('\n'),
    );
    expect(good.map(({ question }) => question.points.map(({ id }) => id))).toEqual([['a', 'x', 'b']]);
    expect(problems.map(({ path }) => path)).toEqual(['row 3, order of points']);
  });

  it('holds no formula, and gives the text back as it was', () => {
    const [first] = shipped;
    if (!first) throw new Error('no question');
    const question = { ...first, title: '=HYPERLINK("http://x")', why: '-2 C is ice' };
    const table = writeQuestionTable([question]);
    expect(table).toContain(`"'=HYPERLINK(""http://x"")"`);
    expect(table).not.toMatch(/(^|,)"?[=+@-]/m);
    expect(readQuestionTable(table).good.map(({ question: read }) => read)).toEqual([question]);
  });

  it('gives the good rows and tells what is wrong with each of the others', () => {
    const { good, problems } = readQuestionTable(
      [
        head,
        'horn,demonstrate,Horn,Sound it.,Sounds it | does: Keeps hold,Heard,practice',
        'Bad Id,riddle,,Why?,A,B,practice',
        '"quoted, comma",explain,T,P,A,B,practice',
        'horn,demonstrate,Horn again,Sound it.,Sounds it,Heard,practice',
        'empty,explain,Empty,P,,Why,practice',
      ].join('\r\n'),
    );
    expect(good.map(({ row, question }) => [row, question.id])).toEqual([[2, 'horn']]);
    expect(good[0]?.question.points).toEqual([
      { id: 'point-1', text: 'Sounds it', essential: true },
      { id: 'does', text: 'Keeps hold', essential: true },
    ]);
    const told = problems.map(({ path }) => path);
    expect(told).toEqual(
      expect.arrayContaining([
        'row 3, id',
        'row 3, kind',
        'row 3, title',
        'row 4, id',
        'row 5, id',
        'row 6, points',
      ]),
    );
    expect(told.filter((path) => path.startsWith('row 2'))).toEqual([]);
  });

  it('tells of columns that are missing or not known, and of rows with too many cells', () => {
    expect(readQuestionTable('id;kind\nhorn;explain').problems[0]?.message).toContain('lacks the columns');
    const { good, problems } = readQuestionTable(
      `${head},mood\nhorn,explain,Horn,P,A,Why,practice,merry,more`,
    );
    expect(good).toEqual([]);
    expect(problems.map(({ message }) => message).join(' ')).toMatch(/mood.*cannot be read/);
  });

  it('reads rows whose last cells were left out, such as those of an older table below a newer heading', () => {
    const [heading = ''] = writeQuestionTable([]).split('\r\n');
    const row = 'one,explain,T,P,,,A,,,Why,,practice';
    const { good, problems } = readQuestionTable([heading, row].join('\n'));
    expect(problems).toEqual([]);
    expect(good.map(({ question }) => question.id)).toEqual(['one']);
  });

  it('reads what spreadsheets write: a byte-order mark, empty lines, quotes in quotes', () => {
    const { good, problems } = readQuestionTable(
      `\uFEFF${head}\n\n,,,,,,\nhorn,explain,"The ""horn""",P,A,Why,practice\n`,
    );
    expect(problems).toEqual([]);
    expect(good[0]?.question.title).toBe('The "horn"');
  });
});
