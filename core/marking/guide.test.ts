import { describe, expect, it } from '@jest/globals';
import { judge } from './judge';
import { eventsOf, firstTest, standardWith } from '../testing';
import { guideQuestions, guideStep, minorsOnSkill, severityForGravity, type GuideQuestion } from './guide';

/** Answers no until the first of these, which is answered yes. */
function proposalFor(yes: GuideQuestion | null) {
  let answers: Partial<Record<GuideQuestion, boolean>> = {};
  for (let touches = 0; touches <= 5; touches += 1) {
    const step = guideStep(answers);
    if ('propose' in step) return { ...step.propose, touches };
    answers = { ...answers, [step.ask.id]: step.ask.id === yes };
  }
  throw new Error('more than five touches');
}

describe('the severity guide', () => {
  // Common practice: cases that instructors agree on, with the first question that is answered yes.
  it.each([
    ['stall at the kerb on a quiet road, restarted calmly', 'mended', 1],
    ['stall at a green light, queue behind, red again before moving', 'affected', 2],
    ['bay parking put right by pulling forward once, with all checks', 'mended', 1],
    ['pulling forward out of a bay in a hurry, unseen car has to stop', 'affected', 2],
    ['door mirrors tilted down for reversing, looking round all the time', 'harmless', null],
    ['the same, but staring at one mirror throughout', 'affected', 2],
    ['mirrors still tilted minutes later and needed for a lane change', 'affected', 2],
    ['mirrors put back at the next stop', 'harmless', null],
    ['handbrake pulled without pressing its button', 'harmless', null],
    ['gears changed straight from fifth to second', 'harmless', null],
    ['wrong turn in the independent drive, safely made', 'harmless', null],
    ['emergency stop with clutch well before brake', 'affected', 2],
    ['reversing on while a car passes close by', 'affected', 2],
    ['rolled very slowly through a stop sign, nobody there', null, 1],
    ['through a stop sign at speed', 'affected', 2],
    ['side road cut across its wrong half at a tight left turn', 'affected', 2],
    ['whole right turn in first gear, engine loud', null, 1],
    ['mirrors only, no look over the shoulder, moving off', null, 1],
    ['the same for the third time', 'habit', 2],
    ['indicator misleading before a roundabout, nobody misled', null, 1],
    ['passing a parked row too close', null, 1],
    ['the same closer than a door at speed', 'affected', 2],
    ['stopped a car length beyond the give-way line with traffic crossing', 'affected', 2],
    ['nothing said in the independent drive, learner asks which way', 'harmless', null],
    ['explain or demonstrate question answered wrong', null, 1],
    ['the instructor had to brake', 'acted', 3],
  ] as const)('%s', (_case, yes, gravity) => {
    expect(proposalFor(yes).gravity).toBe(gravity);
  });

  it('asks five questions at most, and says why', () => {
    for (const yes of [...guideQuestions.map(({ id }) => id), null]) {
      const { touches, why } = proposalFor(yes);
      expect(touches).toBeLessThanOrEqual(5);
      expect(why.length).toBeGreaterThan(20);
    }
  });

  it('leaves minor possible for a habit', () => {
    expect(proposalFor('habit').alsoPossible).toEqual([1]);
  });
});

it('counts the minors on one skill over all its items', () => {
  const standard = standardWith();
  const fault = (item: string, severity: string) => ({ kind: 'fault', item, severity }) as const;
  const { marks } = judge(
    standard,
    eventsOf([
      fault('look', 'minor'),
      fault('look', 'grave'),
      fault('look', 'minor'),
      fault('mirror', 'minor'),
    ]),
    firstTest,
  );
  expect(minorsOnSkill(standard, marks, 'blind-spot')).toBe(2);
});

it('takes the next graver severity where an item has none of the gravity', () => {
  const standard = standardWith();
  const item = (id: string) => standard.sections.flatMap(({ items }) => items).find((one) => one.id === id);
  const [look, answer] = [item('look'), item('answer')];
  if (!look || !answer) throw new Error('items');
  expect(severityForGravity(standard, look, 2)?.id).toBe('grave');
  expect(severityForGravity(standard, answer, 3)?.id).toBe('minor');
});
