import { compileStandard, type Gravity, type Item, type Severity, type Standard } from '../standard';
import type { JudgedMark } from '../standard';

/**
 * The severity guide: a few yes/no questions, asked in this order; the first yes decides. It proposes and
 * says why; the instructor decides. (Common practice.)
 */
export const guideQuestions = [
  {
    id: 'acted',
    text: 'Did you have to act (voice, wheel, pedal), or was someone in actual danger?',
  },
  {
    id: 'affected',
    text: 'Did anyone have to brake, swerve or wait; was a rule broken outright (stop line, red light, limit, wrong side); or could it have turned dangerous had someone been there?',
  },
  { id: 'habit', text: 'Was it the third time or more today on the same skill?' },
  {
    id: 'harmless',
    text: 'Is it one of these: a wrong turn made safely, asking the way, gears left out, the handbrake without its button, mirrors tilted for reversing and put back while looking all round?',
  },
  { id: 'mended', text: 'Did they correct it at once and repeat the checks?' },
] as const;

export type GuideQuestion = (typeof guideQuestions)[number]['id'];
export type GuideAnswers = Readonly<Partial<Record<GuideQuestion, boolean>>>;

export interface GuideProposal {
  /** Null: no fault at all. */
  readonly gravity: Gravity | null;
  /** Lesser or other gravities that stay possible. */
  readonly alsoPossible: readonly (Gravity | null)[];
  readonly why: string;
}

export type GuideStep =
  { readonly ask: (typeof guideQuestions)[number] } | { readonly propose: GuideProposal };

const decided: Readonly<Record<GuideQuestion, GuideProposal>> = {
  acted: { gravity: 3, alsoPossible: [], why: 'You had to act, or someone was in actual danger.' },
  affected: {
    gravity: 2,
    alsoPossible: [],
    why: 'Others were affected, a rule was broken outright, or it could have turned dangerous.',
  },
  habit: {
    gravity: 2,
    alsoPossible: [1],
    why: 'The third time on one skill reads as a habit; minor stays possible.',
  },
  harmless: { gravity: null, alsoPossible: [], why: 'Done safely, this isn’t a fault.' },
  mended: {
    gravity: 1,
    alsoPossible: [null],
    why: 'It was corrected at once with the checks: minor at most.',
  },
};

/** The next question, or the proposal when the answers suffice. */
export function guideStep(answers: GuideAnswers): GuideStep {
  for (const question of guideQuestions) {
    const answer = answers[question.id];
    if (answer === undefined) return { ask: question };
    if (answer) return { propose: decided[question.id] };
  }
  return {
    propose: { gravity: 1, alsoPossible: [], why: 'A departure from good driving that affected nobody.' },
  };
}

/** So many minor marks on one skill read as a habit (common practice). */
export const HABIT = 3;

/** How many minor marks that count stand on a skill so far; the third one asks whether it is a habit. */
export function minorsOnSkill(standard: Standard, marks: readonly JudgedMark[], skill: string): number {
  const { itemOf, severities } = compileStandard(standard);
  return marks.filter(
    ({ item, severity, uncounted }) =>
      uncounted === null && itemOf(item).item.skill === skill && severities.get(severity)?.gravity === 1,
  ).length;
}

/** The severity of an item for a gravity: the same, else the next graver, else the gravest there is. */
export function severityForGravity(standard: Standard, item: Item, gravity: Gravity): Severity | null {
  const allowed = standard.severities
    .filter(({ id }) => item.severities.includes(id))
    .sort((a, b) => a.gravity - b.gravity);
  return allowed.find((severity) => severity.gravity >= gravity) ?? allowed.at(-1) ?? null;
}
