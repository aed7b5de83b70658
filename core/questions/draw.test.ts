import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { randomFrom } from '../random';
import { askableIn, drawSet, questionSets, questionsOf, setKey, setsWithout, wrongChances } from './draw';
import { questionSchema } from './schema';

const bank = (explain: number, demonstrate: number) => [
  ...Array.from({ length: explain }, (_, n) => ({ id: `e${n}`, kind: 'explain' as const })),
  ...Array.from({ length: demonstrate }, (_, n) => ({ id: `d${n}`, kind: 'demonstrate' as const })),
];
const pair = { explain: 1, demonstrate: 1 };

describe('sets of questions', () => {
  it('are every pair once: fourteen by seven make ninety-eight', () => {
    const sets = questionSets(bank(14, 7), pair);
    expect(sets).toHaveLength(98);
    expect(new Set(sets.map(({ key }) => key)).size).toBe(98);
  });

  it('hold no question twice where a standard asks several of a kind', () => {
    const sets = questionSets(bank(5, 3), { explain: 3, demonstrate: 0 });
    expect(sets).toHaveLength(10);
    for (const set of sets) expect(new Set(questionsOf(set)).size).toBe(3);
  });

  it('are none where the bank is too small', () => {
    expect(questionSets(bank(0, 3), pair)).toEqual([]);
    expect(drawSet([], [], () => 1, randomFrom(1))).toBeNull();
  });

  it('are refused by the hundred thousand', () => {
    expect(() => questionSets(bank(200, 200), { explain: 2, demonstrate: 2 })).toThrow(RangeError);
  });

  it('that come next hold no question that was passed over, as long as there are others', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 2, max: 6 }),
        fc.integer({ min: 1, max: 6 }),
        fc.nat(),
        (told, shown, seed) => {
          const sets = questionSets(bank(told, shown), pair);
          const random = randomFrom(seed);
          const first = drawSet(sets, [], () => 1, random);
          const passed = first?.explain[0] ?? '';
          const next = drawSet(setsWithout(sets, new Set([passed])), [first?.key ?? ''], () => 1, random);
          expect(next?.explain[0]).not.toBe(passed);
        },
      ),
    );
    const one = questionSets(bank(1, 1), pair);
    expect(setsWithout(one, new Set(['e0']))).toEqual(one);
  });

  it('leave out what a car has not', () => {
    const question = (id: string, ...controls: string[]) =>
      questionSchema.parse({
        id,
        kind: 'demonstrate',
        title: id,
        prompts: ['?'],
        points: [{ id: 'does', text: 'Does', essential: true }],
        why: 'Why',
        source: { kind: 'practice' },
        controls,
      });
    const all = [
      question('rear', 'rear-wash-wipe'),
      question('horn', 'horn'),
      question('air', 'front-demist', 'air-conditioning'),
    ];
    const ids = askableIn(all, new Set(['rear-wash-wipe', 'air-conditioning'])).map(({ id }) => id);
    expect(ids).toEqual(['horn', 'air']);
  });
});

describe('the draw', () => {
  const sets = questionSets(bank(4, 3), pair);

  it('repeats none before all were seen, round after round, whatever the weights', () => {
    fc.assert(
      fc.property(
        fc.integer(),
        fc.array(fc.double({ min: 0.01, max: 9, noNaN: true }), { minLength: 7, maxLength: 7 }),
        (seed, weights) => {
          const random = randomFrom(seed);
          const weakness = (id: string) => weights[Number(id.slice(1)) + (id.startsWith('d') ? 4 : 0)] ?? 1;
          const seen: string[] = [];
          for (let n = 0; n < 36; n += 1) seen.push(drawSet(sets, seen, weakness, random)?.key ?? '');
          for (let round = 0; round < 3; round += 1)
            expect(new Set(seen.slice(round * 12, round * 12 + 12)).size).toBe(12);
        },
      ),
    );
  });

  it('is the same for the same seed', () => {
    const draw = (seed: number) => drawSet(sets, [setKey(['e0', 'd0'])], () => 1, randomFrom(seed));
    expect(draw(5)).toEqual(draw(5));
  });

  it('brings weak questions sooner', () => {
    const random = randomFrom(11);
    const firsts = Array.from({ length: 2_000 }, () =>
      drawSet(sets, [], (id) => (id === 'e2' ? 5 : 1), random),
    );
    const share = firsts.filter((set) => set?.explain[0] === 'e2').length / 2_000;
    // Three sets of weight 6 beside nine of weight 2.
    expect(share).toBeCloseTo(18 / 36, 1);
  });
});

describe('the chance of so many wrong', () => {
  it('is that of every set and every outcome gone through by hand', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 5, maxLength: 5 }),
        fc.constantFrom(pair, { explain: 2, demonstrate: 0 }, { explain: 2, demonstrate: 1 }),
        (chances, rule) => {
          const questions = bank(3, 2);
          const right = (id: string) => chances[questions.findIndex((question) => question.id === id)] ?? 0;
          const sets = questionSets(questions, rule);
          const brute: number[] = new Array<number>(rule.explain + rule.demonstrate + 1).fill(0);
          for (const set of sets) {
            const ids = questionsOf(set);
            for (let outcome = 0; outcome < 2 ** ids.length; outcome += 1) {
              const wrong = ids.filter((_, n) => (outcome >> n) & 1);
              const chance = ids.reduce((p, id) => p * (wrong.includes(id) ? 1 - right(id) : right(id)), 1);
              brute[wrong.length] = (brute[wrong.length] ?? 0) + chance / sets.length;
            }
          }
          const exact = wrongChances(sets, right);
          expect(exact).toHaveLength(brute.length);
          brute.forEach((chance, n) => expect(exact[n]).toBeCloseTo(chance, 10));
        },
      ),
    );
  });

  it('of a pair all right is the product of the two means', () => {
    const right = (id: string) => (id.startsWith('e') ? 0.9 - 0.1 * Number(id.slice(1)) : 0.5);
    expect(wrongChances(questionSets(bank(3, 7), pair), right)[0]).toBeCloseTo(0.8 * 0.5, 12);
  });
});
