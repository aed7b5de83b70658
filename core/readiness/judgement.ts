import { helpWords } from '../marking';
import type { Standard } from '../standard';
import { skillOf } from '../standard';
import { requiredParts, type Evidence } from './evidence';
import type { ReadinessSettings } from './settings';
import type { Forecast } from './simulate';

export type ReadinessWord = 'ready' | 'nearly' | 'not yet' | 'too little evidence';

/** One thing that "ready" asks for. */
export interface Condition {
  readonly id: string;
  readonly title: string;
  readonly met: boolean;
  /** How it stands now. */
  readonly now: string;
  /** What would meet it; empty when it is met. */
  readonly wanted: string;
}

export interface ReadinessJudgement {
  readonly word: ReadinessWord;
  readonly conditions: readonly Condition[];
}

/** A learner's paper, as the last mock's set-up or the learner's page has it. */
export interface Papers {
  readonly inOrder: boolean;
  readonly said: string;
}

const DAY = 86_400_000;
const percent = (share: number): string => `${Math.round(share * 100)}%`;
/** In per cent, and never as much as is wanted while it is less. */
const shortOf = (share: number, wanted: number): string =>
  share < wanted ? `${Math.min(Math.round(share * 100), Math.ceil(wanted * 100) - 1)}%` : percent(share);
const many = (count: number, one: string): string => `${count} ${one}${count === 1 ? '' : 's'}`;

/**
 * The four words. Too little evidence comes first: no chance is called good or bad that nobody can know.
 *
 * @param questionsRight chance that all safety questions of a test are right; null when the standard asks none
 * @param now ISO instant from which days are counted back
 */
export function judgeReadiness(
  standard: Standard,
  evidence: readonly Evidence[],
  { pass, low, high }: Pick<Forecast, 'pass' | 'low' | 'high'>,
  held: {
    readonly tests: number;
    readonly questionsRight: number | null;
    readonly papers: Papers;
    readonly settings: ReadinessSettings;
    readonly now: string;
  },
): ReadinessJudgement {
  const { settings, questionsRight, papers, now } = held;
  const counting = evidence.filter(
    ({ exposure, done }) => exposure > 0 || (!standard.drive && done.length > 0),
  );
  const latest = [...counting].sort((a, b) => b.at.localeCompare(a.at));
  const recent = latest.filter(({ at }) => Date.parse(now) - Date.parse(at) <= settings.mockDays * DAY);
  const routes = new Set(recent.map(({ route }) => route ?? 'none'));
  const clean = latest.slice(0, settings.cleanMocks);
  const grave = clean.filter(({ grave: times }) => times > 0).length;

  const conditions: Condition[] = [
    condition('pass', 'Chance of passing', pass >= settings.readyPass && low >= settings.readyLow, {
      now: `${percent(pass)}, between ${percent(low)} and ${percent(high)}`,
      wanted: `${percent(settings.readyPass)}, and at least ${percent(settings.readyLow)} at the low end`,
    }),
    condition('mocks', `Mocks in the last ${settings.mockDays} days`, recent.length >= settings.mocks, {
      now: many(recent.length, 'mock'),
      wanted: `${many(settings.mocks - recent.length, 'more mock')}`,
    }),
  ];
  if (standard.drive)
    conditions.push(
      condition('routes', 'On different routes', routes.size >= settings.routes, {
        now: many(routes.size, 'route'),
        wanted: routes.size === 0 ? 'mocks on routes' : 'a mock on another route',
      }),
    );
  if (settings.cleanMocks > 0)
    conditions.push(
      condition(
        'clean',
        `Last ${settings.cleanMocks} mocks without a serious fault`,
        clean.length >= settings.cleanMocks && grave === 0,
        {
          now:
            clean.length < settings.cleanMocks
              ? many(clean.length, 'mock')
              : grave === 0
                ? 'none'
                : `${grave} of ${clean.length} had one`,
          wanted: `${many(settings.cleanMocks, 'mock')} in a row without one`,
        },
      ),
    );
  const helped = latest.flatMap(({ help }) => help ?? []).slice(0, settings.helpMocks);
  if (helped.length > 0) {
    const voice = helped.reduce((sum, help) => sum + help.voice, 0);
    const hands = helped.reduce((sum, help) => sum + help.hands, 0);
    conditions.push(
      condition(
        'help',
        settings.helpMocks === 1 ? 'Help in the last mock' : `Help in the last ${settings.helpMocks} mocks`,
        voice <= settings.helpVoice && hands <= settings.helpHands,
        {
          now: helpWords({ voice, hands }),
          wanted: `at most ${many(settings.helpVoice, 'prompt')}, ${
            settings.helpHands === 0
              ? 'wheel and pedals untouched'
              : `and ${settings.helpHands} at wheel or pedals`
          }`,
        },
      ),
    );
  }
  const parts = requiredParts(standard);
  const seen = new Set(latest.flatMap(({ done }) => done));
  const stages = new Set(latest.flatMap(({ stages: reached }) => reached));
  const missing = [
    ...parts.kinds
      .filter((kind) => !seen.has(kind))
      .map((kind) => skillOf(kind)?.title ?? kind.replaceAll('-', ' ')),
    ...parts.stages.filter((stage) => !stages.has(stage)).map(() => 'Independent drive'),
  ];
  if (parts.kinds.length + parts.stages.length > 0)
    conditions.push(
      condition('parts', 'Every required part seen', missing.length === 0, {
        now: missing.length === 0 ? 'all' : `${missing.length} not yet`,
        wanted: missing.join(', '),
      }),
    );
  if (questionsRight !== null)
    conditions.push(
      condition('questions', 'Safety questions', questionsRight >= settings.questions, {
        now: `${shortOf(questionsRight, settings.questions)} that all are right`,
        wanted: `${percent(settings.questions)}: a few minutes of drill`,
      }),
    );
  conditions.push(
    condition('papers', 'Documents in order', papers.inOrder, {
      now: papers.said,
      wanted: 'documents seen and in order',
    }),
  );

  const tooLittle = held.tests < settings.leastTests || high - low > settings.widest;
  return { word: wordOf(), conditions };

  function wordOf(): ReadinessWord {
    if (tooLittle) return 'too little evidence';
    if (conditions.every(({ met }) => met)) return 'ready';
    return pass >= settings.nearlyPass ? 'nearly' : 'not yet';
  }
}

function condition(
  id: string,
  title: string,
  met: boolean,
  { now, wanted }: { now: string; wanted: string },
): Condition {
  return { id, title, met, now, wanted: met ? '' : wanted };
}
