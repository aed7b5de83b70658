import { describe, expect, it } from '@jest/globals';
import { parseQuestion, readBank } from './parse';

const question = {
  id: 'horn',
  kind: 'demonstrate',
  title: 'Horn',
  prompts: ['Sound the horn.'],
  points: [{ id: 'does', text: 'Sounds it', essential: true }],
  why: 'To be heard.',
  source: { kind: 'practice' },
};
const bank = (...questions: unknown[]) =>
  JSON.stringify({ format: 'jasperwren-questions/1', title: 'Test', questions });
const problems = (text: string) => {
  const result = readBank(text);
  return result.ok ? [] : result.problems.map(({ path, message }) => `${path}: ${message}`);
};

describe('a bank file', () => {
  it('is read with what it leaves out filled in', () => {
    const result = parseQuestion(question);
    expect(result.ok && result.value).toMatchObject({
      ordered: false,
      cautions: [],
      controls: [],
      bonnet: false,
    });
  });

  it('tells every problem at once, each at its place', () => {
    const told = problems(
      bank(
        question,
        { ...question, kind: 'riddle', colour: 'red' },
        { ...question, id: 'Horn 2', points: [] },
      ),
    );
    expect(told).toEqual([
      'questions[1].kind: is "riddle"; allowed: explain, demonstrate, hand-signal, rules, drill',
      'questions[1].colour: is not a property of this format',
      'questions[2].id: must be small letters, digits and dashes, such as rear-fog',
      'questions[2].points: is too small; at least 1 entries',
    ]);
  });

  it('refuses an id used twice, and a question that nothing could make wrong', () => {
    const extra = { ...question, id: 'soft', points: [{ id: 'a', text: 'A', essential: false }] };
    expect(problems(bank(question, question, extra))).toEqual([
      'questions[1].id: is used twice: horn',
      'questions[2].points: has no essential point: no answer could be wrong',
    ]);
  });

  it('refuses other formats, broken text, and what is far too long', () => {
    expect(problems('{"format":"jasperwren-questions/2"}')).toEqual([
      'format: must be jasperwren-questions/1',
    ]);
    expect(problems('[]')).toEqual(['format: must be jasperwren-questions/1']);
    expect(problems('{')[0]).toContain('is not JSON');
    expect(problems('x'.repeat(4_000_001))[0]).toContain('is longer than');
  });
});
