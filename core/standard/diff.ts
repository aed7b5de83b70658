import { conversionSentence } from './sentences';
import { limitTitle } from './words';
import type { Cap, Example, Item, Limit, Manoeuvre, Standard, Where } from './schema';
import { skillOf } from './skills';

/** The parts of a standard, in the order in which they are read and edited. */
export const standardParts = [
  'About',
  'What passes',
  'Severities',
  'Sections and items',
  'Manoeuvres',
  'Measures',
  'Questions',
  'Checks',
  'Drive plan',
  'Choices between schools',
  'Worked examples',
  'Sources',
] as const;
export type StandardPart = (typeof standardParts)[number];

/** One thing that is other in one version than in another. */
export interface Change {
  readonly part: StandardPart;
  readonly how: 'added' | 'removed' | 'changed' | 'moved';
  /** What it is about, such as "Driving faults"; empty for the part as a whole. */
  readonly subject: string;
  /** Each fact that is other, in words; for what was added or removed, all facts of it. */
  readonly facts: readonly { readonly name: string; readonly before: string; readonly after: string }[];
}

/** Facts of a thing by their name, in words; what is not given is left out. */
type Facts = Readonly<Record<string, string | number | boolean | undefined | null>>;

interface Thing {
  readonly key: string;
  readonly title: string;
  readonly facts: Facts;
}

/** Everything that is other in `after` than in `before`, by part, in words. Nothing for equal contents. */
export function diffStandards(before: Standard, after: Standard): readonly Change[] {
  const whole = (part: StandardPart, facts: (standard: Standard) => Facts): Change[] =>
    changed(part, '', facts(before), facts(after));
  const list = (part: StandardPart, things: (standard: Standard) => readonly Thing[]): Change[] =>
    listChanges(part, things(before), things(after));
  return [
    ...whole('About', aboutFacts),
    ...list('What passes', (standard) => standard.limits.map((limit) => limitThing(standard, limit))),
    ...list('What passes', capThings),
    ...list('What passes', (standard) =>
      keyed(
        standard.conversions.map((one) => {
          const title = conversionSentence(standard, one);
          return { key: `${one.of} ${one.item} ${one.severity}`, title, facts: { meaning: title } };
        }),
      ),
    ),
    ...list('Severities', severityThings),
    ...list('Sections and items', (standard) =>
      standard.sections.map(({ id, title }) => ({ key: id, title, facts: { title } })),
    ),
    ...list('Sections and items', itemThings),
    ...list('Manoeuvres', (standard) => standard.manoeuvres.map(manoeuvreThing)),
    ...list('Manoeuvres', (standard) =>
      standard.manoeuvres.flatMap((manoeuvre) =>
        manoeuvre.limits.map((limit) => {
          const thing = limitThing(standard, limit);
          const title = `${manoeuvre.title}: ${thing.title}`;
          return { ...thing, title, facts: { manoeuvre: manoeuvre.title, ...thing.facts } };
        }),
      ),
    ),
    ...list('Measures', ({ measures }) =>
      measures.map(({ id, label, unit, combine }) => ({
        key: id,
        title: label,
        facts: { label, unit, 'several readings': combine === 'max' ? 'the greatest counts' : 'added up' },
      })),
    ),
    ...whole('Questions', questionFacts),
    ...list('Checks', (standard) =>
      standard.checks.map(({ id, title, at, item, severity }) => ({
        key: id,
        title,
        facts: {
          title,
          'distance in metres': at?.metres,
          'marks the item': itemLabel(standard, item),
          'with the severity': severityLabel(standard, severity),
        },
      })),
    ),
    ...whole('Drive plan', driveFacts),
    ...list('Choices between schools', ({ variants }) =>
      variants.map(({ id, title, at, default: value, other, because }) => ({
        key: id,
        title,
        facts: { title, place: at, 'default value': value, 'other value': other, reason: because },
      })),
    ),
    ...list('Worked examples', (standard) =>
      keyed(standard.examples.map((one) => exampleThing(standard, one))),
    ),
    ...list('Sources', ({ basis }) =>
      keyed(basis.map(({ of, kind, note }) => ({ key: of, title: of, facts: { kind, note } }))),
    ),
  ];
}

/** A sentence for each fact that changed, such as "Driving faults: maximum was 15, now 12." */
export function changeSentences({ how, subject, facts }: Change): readonly string[] {
  const about = subject === '' ? '' : `${subject}: `;
  switch (how) {
    case 'added':
      return [`“${subject}” is new.`];
    case 'removed':
      return [`“${subject}” is no longer there.`];
    case 'moved':
      return facts.map(({ before, after }) => `The order was ${before}, now ${after}.`);
    case 'changed':
      return facts.map(
        ({ name, before, after }) => `${about}${name} was ${quoted(before)}, now ${quoted(after)}.`,
      );
  }
}

/** Numbers and single words stand bare; a phrase stands in quotation marks. */
const quoted = (value: string): string => (value.includes(' ') && value !== NONE ? `“${value}”` : value);

function listChanges(part: StandardPart, before: readonly Thing[], after: readonly Thing[]): Change[] {
  const [old, now] = [before, after].map((things) => new Map(things.map((thing) => [thing.key, thing])));
  const changes = after.flatMap((thing) => {
    const was = old?.get(thing.key);
    return was ? changed(part, thing.title, was.facts, thing.facts) : [addedOrRemoved(part, 'added', thing)];
  });
  const gone = before.filter(({ key }) => !now?.has(key));
  return [
    ...changes,
    ...gone.map((thing) => addedOrRemoved(part, 'removed', thing)),
    ...moved(
      part,
      before.filter(({ key }) => now?.has(key)),
      after.filter(({ key }) => old?.has(key)),
    ),
  ];
}

function addedOrRemoved(part: StandardPart, how: 'added' | 'removed', thing: Thing): Change {
  const facts = Object.entries(thing.facts)
    .map(([name, value]) => ({ name, value: wordOf(value) }))
    .filter(({ value }) => value !== NONE);
  return {
    part,
    how,
    subject: thing.title,
    facts: facts.map(({ name, value }) =>
      how === 'added' ? { name, before: NONE, after: value } : { name, before: value, after: NONE },
    ),
  };
}

function changed(part: StandardPart, subject: string, before: Facts, after: Facts): Change[] {
  const names = [...new Set([...Object.keys(before), ...Object.keys(after)])];
  const facts = names
    .map((name) => ({ name, before: wordOf(before[name]), after: wordOf(after[name]) }))
    .filter((fact) => fact.before !== fact.after);
  return facts.length === 0 ? [] : [{ part, how: 'changed', subject, facts }];
}

/** The things that both have stand in another order: told by the stretch that is other. */
function moved(part: StandardPart, before: readonly Thing[], after: readonly Thing[]): Change[] {
  const differs = (thing: Thing, n: number) => thing.key !== before[n]?.key;
  const first = after.findIndex(differs);
  if (first < 0) return [];
  const last = after.findLastIndex(differs);
  const order = (things: readonly Thing[]) =>
    things
      .slice(first, last + 1)
      .map(({ title }) => title)
      .join(', ');
  const fact = { name: 'order', before: order(before), after: order(after) };
  return [{ part, how: 'moved', subject: '', facts: [fact] }];
}

const NONE = 'not given';

function wordOf(value: Facts[string]): string {
  if (value === undefined || value === null || value === '') return NONE;
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  return String(value);
}

/** Things whose key need not be unique get the number of their turn. */
function keyed(things: readonly Thing[]): Thing[] {
  const seen = new Map<string, number>();
  return things.map((thing) => {
    const turn = (seen.get(thing.key) ?? 0) + 1;
    seen.set(thing.key, turn);
    return { ...thing, key: `${thing.key} ${turn}` };
  });
}

const aboutFacts = ({ id, title, summary, licenceClass, drivingSide, units }: Standard): Facts => ({
  id,
  title,
  summary,
  'licence class': licenceClass,
  'driving side': drivingSide,
  units,
});

function limitThing(standard: Standard, limit: Limit): Thing {
  return {
    key: limit.id,
    title: limitTitle(standard, limit),
    facts: {
      counts: quantityWord(standard, limit.of),
      ...whereFacts(standard, limit.where),
      'in each': limit.per,
      maximum: limit.max,
      'ends the test': limit.ends,
      reason: limit.because,
    },
  };
}

function quantityWord(standard: Standard, of: Limit['of']): string {
  if (!of.startsWith('measure:')) return of;
  const id = of.slice('measure:'.length);
  return standard.measures.find((measure) => measure.id === id)?.label ?? id;
}

function whereFacts(standard: Standard, where: Where | undefined): Facts {
  const titles: Readonly<Record<keyof Where, (id: string) => string>> = {
    severities: (id) => severityLabel(standard, id),
    sections: (id) => standard.sections.find((section) => section.id === id)?.title ?? id,
    items: (id) => itemLabel(standard, id),
    tags: (id) => id,
    skills: (id) => skillOf(id)?.title ?? id,
    manoeuvres: (id) => manoeuvreTitle(standard, id),
  };
  return Object.fromEntries(
    (Object.keys(titles) as (keyof Where)[]).map((key) => {
      const ids = where?.[key];
      // An empty list matches nothing, which is other than no list.
      return [`only ${key}`, ids?.length === 0 ? 'none' : ids?.map(titles[key]).join(', ')];
    }),
  );
}

const capThings = (standard: Standard): readonly Thing[] =>
  standard.caps.map((cap: Cap) => ({
    key: cap.id,
    title: `Cap on ${limitTitle(standard, { ...cap, per: 'test', ends: false }).toLowerCase()}`,
    facts: {
      ...whereFacts(standard, cap.where),
      'count at most': cap.max,
      reason: cap.because,
    },
  }));

const severityThings = ({ severities }: Standard): readonly Thing[] =>
  severities.map(({ id, label, short, gravity, points }) => ({
    key: id,
    title: label,
    facts: { label, 'short form': short, gravity: gravityWords[gravity], points },
  }));

const gravityWords = ['noted', 'minor', 'serious', 'dangerous'] as const;

const itemThings = (standard: Standard): readonly Thing[] =>
  standard.sections.flatMap((section) =>
    section.items.map((item: Item) => ({
      key: item.id,
      title: item.label,
      facts: {
        label: item.label,
        section: section.title,
        skill: skillOf(item.skill)?.title ?? item.skill,
        tags: item.tags.join(', '),
        severities: item.severities.map((id) => severityLabel(standard, id)).join(', '),
        points: Object.entries(item.points ?? {})
          .map(([id, points]) => `${severityLabel(standard, id)} ${points}`)
          .join(', '),
      },
    })),
  );

const manoeuvreThing = ({ id, title, kind, sides, clock }: Manoeuvre): Thing => ({
  key: id,
  title,
  facts: {
    title,
    kind: skillOf(kind)?.title ?? kind,
    sides: sides?.join(' and '),
    'clock starts by': clock?.starts,
    seconds: clock?.seconds,
    'seconds more on a re-test': clock?.retestExtraSeconds,
  },
});

const questionFacts = (standard: Standard): Facts => {
  const { questions } = standard;
  return {
    'explained before moving off': questions?.explain,
    'shown on the move': questions?.demonstrate,
    'tries after a wrong answer': questions?.retries,
    'a wrong explanation marks': questions && itemLabel(standard, questions.item.explain),
    'a wrong demonstration marks': questions && itemLabel(standard, questions.item.demonstrate),
    'with the severity': questions && severityLabel(standard, questions.severity),
  };
};

const driveFacts = (standard: Standard): Facts => {
  const { drive } = standard;
  return {
    minutes: drive?.minutes,
    'independent minutes': drive?.independentMinutes,
    'share of tests with a device': drive?.deviceShare,
    'manoeuvres drawn': drive?.manoeuvres?.draw,
    'drawn from': drive?.manoeuvres?.from.map((id) => manoeuvreTitle(standard, id)).join(', '),
    'share of tests with an emergency stop': drive?.emergencyStopShare,
    'pull-ups': drive?.pullUps,
    'least share of the plan for a verdict': drive?.leastShare,
  };
};

function exampleThing(standard: Standard, example: Example): Thing {
  const { title, when, retest, marks, measures, runs, elapsed, questionsWrong, verdict, breaches, counts } =
    example;
  return {
    key: title,
    title,
    facts: {
      'only when': Object.entries(when ?? {})
        .map(([id, value]) => `${variantTitle(standard, id)} is ${value}`)
        .join(', '),
      're-test': retest || undefined,
      'seconds of the whole test': elapsed,
      marks: marks
        .map(
          ({ item, severity, times, run }) =>
            `${times} × ${itemLabel(standard, item)}, ${severityLabel(standard, severity)}${run ? ` in ${run}` : ''}`,
        )
        .join('; '),
      readings: measures
        .map(({ measure, value, run }) => `${measure} ${value}${run ? ` in ${run}` : ''}`)
        .join('; '),
      runs: runs
        .map(({ run, manoeuvre, ...own }) =>
          [
            manoeuvreTitle(standard, manoeuvre),
            ...(run ? [`as ${run}`] : []),
            ...Object.entries(own).map(([name, value]) => `${name} ${value}`),
          ].join(' '),
        )
        .join('; '),
      'questions wrong': questionsWrong || undefined,
      verdict,
      breaches: breaches.join(', '),
      counts: Object.entries(counts ?? {})
        .map(([id, count]) => `${severityLabel(standard, id)} ${count}`)
        .join(', '),
    },
  };
}

const severityLabel = (standard: Standard, id: string): string =>
  standard.severities.find((severity) => severity.id === id)?.label ?? id;

const itemLabel = (standard: Standard, id: string): string =>
  standard.sections.flatMap(({ items }) => items).find((item) => item.id === id)?.label ?? id;

const manoeuvreTitle = (standard: Standard, id: string): string =>
  standard.manoeuvres.find((manoeuvre) => manoeuvre.id === id)?.title ?? skillOf(id)?.title ?? id;

const variantTitle = (standard: Standard, id: string): string =>
  standard.variants.find((variant) => variant.id === id)?.title ?? id;
