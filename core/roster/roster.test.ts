import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { guessColumns, guessDates, readRoster, readRows, type DateOrder, type RosterTable } from './index';

const table = (text: string): RosterTable => {
  const read = readRoster(text);
  if ('message' in read) throw new Error(read.message);
  return read;
};
const rowsOf = (text: string, dates: DateOrder = 'day first') => {
  const read = table(text);
  return readRows(read, guessColumns(read.heads), dates);
};

describe('a list of learners', () => {
  it('is read by its headings, whatever they are called and however the columns are parted', () => {
    const { good, problems } = rowsOf(
      '\uFEFFSurname;Given name;Mobile;E-Mail;Gearbox;Test date;Comments;Balance\r\n' +
        'O’Neill;Zoë;07700 900123;zoe@example.org;Auto;03.04.2027;"Needs; breaks";12\r\n',
    );
    expect(problems).toEqual([]);
    expect(good).toEqual([
      {
        line: 2,
        name: 'Zoë O’Neill',
        phone: '07700 900123',
        email: 'zoe@example.org',
        licenceClass: '',
        transmission: 'automatic',
        testDate: '2027-04-03',
        notes: 'Needs; breaks',
      },
    ]);
  });

  it.each([
    ['3/4/2027', 'day first', '2027-04-03'],
    ['3/4/2027', 'month first', '2027-03-04'],
    ['2027-04-03', 'month first', '2027-04-03'],
    ['3-4-27', 'day first', '2027-04-03'],
    ['31/2/2027', 'day first', null],
    ['25/12/2026', 'month first', null],
    ['next week', 'day first', null],
  ] as const)('takes %s, %s, as %s', (text, dates, day) => {
    const { good, problems } = rowsOf(`name,test date\nAnna,${text}\n`, dates);
    expect(good[0]?.testDate ?? null).toBe(day);
    expect(problems.length).toBe(day === null ? 1 : 0);
  });

  it('offers its good rows and names all that is wrong with each other one', () => {
    const { good, problems } = rowsOf(
      `name,email,transmission,phone\nAnna,,,\n,anna@example.org,,\nBen,at home,both,${'1'.repeat(41)}\n${'x'.repeat(81)},,,\n`,
    );
    expect(good.map(({ line, name }) => [line, name])).toEqual([[2, 'Anna']]);
    expect(problems).toEqual([
      { path: 'line 3', message: 'no name' },
      {
        path: 'line 4',
        message:
          '“at home” is no email address; “both” is neither manual nor automatic; phone has more than 40 characters',
      },
      { path: 'line 5', message: 'name has more than 80 characters' },
    ]);
  });

  it('that is empty, headless or far too long is told so', () => {
    expect(readRoster('')).toMatchObject({
      message: expect.stringContaining('no line of headings') as unknown,
    });
    expect(readRoster('name')).toHaveProperty('message');
    expect(readRoster(`name\n${'Anna\n'.repeat(1_001)}`)).toHaveProperty('message');
    expect(readRoster(`${','.repeat(80)}\n1\n`)).toHaveProperty('message');
  });

  it('gives a row or a problem for every line, whatever stands there', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.string(), fc.string()), { minLength: 1, maxLength: 5 }), (cells) => {
        const lines = cells.map((row) => row.map((cell) => `"${cell.replaceAll('"', '""')}x"`).join(','));
        const read = table(`name,email\n${lines.join('\n')}`);
        const { good, problems } = readRows(read, ['name', 'email'], 'day first');
        expect(good.length + problems.length).toBe(read.rows.length);
      }),
    );
  });
});

it('the order of days and months is the one that fits more of them, and else the usual one', () => {
  const table = (...days: string[]) => {
    const read = readRoster(['name,test day', ...days.map((day, n) => `Person ${n},${day}`)].join('\n'));
    if ('message' in read) throw new Error(read.message);
    return read;
  };
  const columns = guessColumns(['name', 'test day']);
  expect(guessDates(table('3/12/2026', '25/12/2026'), columns, 'month first')).toBe('day first');
  expect(guessDates(table('3/12/2026', '12/25/2026'), columns, 'day first')).toBe('month first');
  for (const usual of ['day first', 'month first'] as const)
    for (const list of [table('3/12/2026'), table('31/31/2026', 'soon'), table('2026-12-25')])
      expect(guessDates(list, columns, usual)).toBe(usual);
});
