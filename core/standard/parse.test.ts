import { describe, expect, it } from '@jest/globals';
import { limitInput, standardInput } from '../testing';
import { checkStandard, parseStandard, readStandard } from './parse';

const problemsOf = (changes: Record<string, unknown>): string[] => {
  const result = parseStandard(standardInput(changes));
  return result.ok ? [] : result.problems.map(({ path, message }) => `${path}: ${message}`);
};
const pathsOf = (changes: Record<string, unknown>) => problemsOf(changes).map((text) => text.split(': ')[0]);

describe('a standard file', () => {
  it('is read with its defaults', () => {
    const result = parseStandard(standardInput());
    expect(result).toMatchObject({ ok: true, value: { caps: [], examples: [], limits: [{ ends: false }] } });
  });

  it('lists every problem of form at once, each with its path', () => {
    const paths = pathsOf({
      version: 'one',
      drivingSide: 'middle',
      colour: 'red',
      limits: [limitInput({ max: -1, of: 'apples', why: 'x' })],
      severities: [{ id: 'minor', label: 'Minor', short: 'M', gravity: 4 }],
    });
    expect(paths).toEqual(
      expect.arrayContaining([
        'version',
        'drivingSide',
        'colour',
        'limits[0].max',
        'limits[0].of',
        'limits[0].why',
        'severities[0].gravity',
      ]),
    );
  });

  it('says what is allowed', () => {
    expect(problemsOf({ units: 'furlongs' })).toEqual(['units: is "furlongs"; allowed: imperial, metric']);
    expect(problemsOf({ title: undefined })).toEqual(['title: is missing; it must be a string']);
  });

  const references: [string, Record<string, unknown>, string][] = [
    [
      'an unknown severity in a limit',
      { limits: [limitInput({ where: { severities: ['huge'] } })] },
      'limits[0].where.severities[0]',
    ],
    [
      'an unknown section in a cap',
      { caps: [{ id: 'c', of: 'faults', where: { sections: ['x'] }, max: 1, because: 'c' }] },
      'caps[0].where.sections[0]',
    ],
    ['an unknown measure', { limits: [limitInput({ of: 'measure:noise' })] }, 'limits[0].of'],
    ['two limits of one id', { limits: [limitInput({}), limitInput({})] }, 'limits[1].id'],
    ['seconds per item', { limits: [limitInput({ of: 'seconds', per: 'item' })] }, 'limits[0].per'],
    [
      'seconds of a tag',
      { limits: [limitInput({ of: 'seconds', where: { tags: ['observation'] } })] },
      'limits[0].where.tags',
    ],
    [
      'a check on an unknown item',
      { checks: [{ id: 'e', title: 'E', item: 'eye', severity: 'minor' }] },
      'checks[0].item',
    ],
    [
      'a severity that the item does not allow',
      { checks: [{ id: 'e', title: 'E', item: 'answer', severity: 'grave' }] },
      'checks[0].severity',
    ],
    [
      'a plan that draws an unknown manoeuvre',
      { drive: { minutes: 40, manoeuvres: { draw: 1, from: ['loop'] } } },
      'drive.manoeuvres.from[0]',
    ],
    [
      'an example that names an unknown item',
      { examples: [{ title: 'E', marks: [{ item: 'x', severity: 'minor' }], verdict: 'pass' }] },
      'examples[0].marks[0].item',
    ],
    [
      'an example in a run that it does not have',
      { examples: [{ title: 'E', marks: [{ item: 'look', severity: 'minor', run: 'r' }], verdict: 'pass' }] },
      'examples[0].marks[0].run',
    ],
  ];
  it.each(references)('refuses %s at its path', (_title, changes, path) => {
    expect(pathsOf(changes)).toEqual([path]);
  });

  it('refuses two items of one id in different sections, and an unknown skill', () => {
    const item = (skill: string) => ({ id: 'look', label: 'Look', skill, severities: ['minor'] });
    const sections = [
      { id: 'a', title: 'A', items: [item('blind-spot')] },
      { id: 'b', title: 'B', items: [item('juggling')] },
    ];
    expect(pathsOf({ sections, questions: undefined }).sort()).toEqual([
      'sections[1].items[0].id',
      'sections[1].items[0].skill',
    ]);
  });

  it('refuses an example that contradicts the limits', () => {
    const example = {
      title: 'One grave',
      marks: [{ item: 'look', severity: 'grave' }],
      verdict: 'pass',
      counts: { grave: 2 },
    };
    expect(problemsOf({ examples: [example] })).toEqual([
      'examples[0].verdict: says pass, but the limits give fail (One grave)',
      'examples[0].breaches: says none, but the limits give grave (One grave)',
      'examples[0].counts: says 2 grave, but the limits give 1 grave (One grave)',
    ]);
  });

  it('refuses a newer format in words', () => {
    expect(problemsOf({ format: 'jasperwren-standard/2' })[0]).toMatch(
      /^format: is jasperwren-standard\/2, newer/,
    );
    expect(problemsOf({ format: 'other' })).toEqual(['format: must be jasperwren-standard/1']);
  });

  it.each([['[]'], ['null'], ['{'], ['"text"']])('refuses %s without falling over', (text) => {
    expect(readStandard(text).ok).toBe(false);
  });

  it('refuses a file that is too long before reading it', () => {
    const result = readStandard(' '.repeat(2_000_001));
    expect(result).toEqual({
      ok: false,
      problems: [
        {
          path: '',
          code: 'too-long',
          given: { most: 2_000_000 },
          message: 'is longer than 2000000 characters',
        },
      ],
    });
  });
});

describe('what can break a standard, each refused with its path', () => {
  const small = standardInput() as { sections: { items: unknown[] }[]; limits: object[] };
  const [looking, control] = small.sections;
  it.each([
    [
      'a limit on an unknown severity',
      { limits: [limitInput({ where: { severities: ['bad'] } })] },
      'limits[0].where.severities[0]',
    ],
    ['a section without items', { sections: [{ ...looking, items: [] }, control] }, 'sections[0].items'],
    ['no section at all', { sections: [] }, 'sections'],
    [
      'a section within a section',
      { sections: [{ ...looking, sections: [looking] }, control] },
      'sections[0].sections',
    ],
    ['a negative maximum', { limits: [limitInput({ max: -1 })] }, 'limits[0].max'],
    ['a negative cap', { caps: [{ id: 'c', of: 'faults', max: -1, because: 'c' }] }, 'caps[0].max'],
    [
      'two items of one id',
      { sections: [{ ...looking, items: [looking?.items[0], looking?.items[0]] }, control] },
      'sections[0].items[1].id',
    ],
    ['two limits of one id', { limits: [limitInput({}), limitInput({})] }, 'limits[1].id'],
    [
      'an example that contradicts the limits',
      { examples: [{ title: 'None', verdict: 'fail' }] },
      'examples[0].verdict',
    ],
    [
      'an example that would take long to judge',
      {
        examples: [
          {
            title: 'Much',
            verdict: 'pass',
            marks: [
              { item: 'look', severity: 'minor', times: 600 },
              { item: 'look', severity: 'minor', times: 401 },
            ],
          },
        ],
      },
      'examples[0]',
    ],
    [
      'many examples that together would',
      {
        examples: Array.from({ length: 11 }, (_, n) => ({
          title: `Much ${n}`,
          verdict: 'pass',
          marks: [{ item: 'look', severity: 'minor', times: 1000 }],
        })),
      },
      'examples',
    ],
    [
      'an example for a variant that is not there',
      { examples: [{ title: 'None', verdict: 'pass', when: { speed: 3 } }] },
      'examples[0].when.speed',
    ],
    [
      'a variant that leads nowhere',
      { variants: [{ id: 'v', title: 'V', at: 'limits.none.max', default: 1, other: 2, because: 'v' }] },
      'variants[0].at',
    ],
  ])('%s', (_what, changes, path) => {
    expect(pathsOf(changes)).toContain(path);
  });

  it('may still be shown while only its examples do not hold', () => {
    const { standard, problems } = checkStandard(
      standardInput({ examples: [{ title: 'None', verdict: 'fail' }] }),
    );
    expect(standard?.examples).toHaveLength(1);
    expect(problems.map((problem) => problem.path)).toContain('examples[0].verdict');
    expect(checkStandard(standardInput({ sections: [] })).standard).toBeNull();
  });
});
