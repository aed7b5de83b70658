import { addsUpMarks, countedSteps, isElapsed } from './quantities';
import type { Problem } from '../problems';
import { allLimits, compileStandard } from './compile';
import type { Limit, Standard, Where } from './schema';
import { manoeuvreKinds, skillAreas, skillOf } from './skills';
import { variantProblems } from './variants';
import { problem } from './problems';

/** Every id that is named but not there, given twice, or used where it can mean nothing. */
export function referenceProblems(standard: Standard): readonly Problem[] {
  return [
    ...doubles(standard),
    ...itemProblems(standard),
    ...limitProblems(standard),
    ...conversionProblems(standard),
    ...ruleProblems(standard),
    ...burdenProblems(standard),
    ...exampleProblems(standard),
    ...variantProblems(standard),
  ];
}

interface Known {
  readonly what: string;
  readonly ids: ReadonlySet<string>;
}

const known = (what: string, ids: Iterable<string>): Known => ({ what, ids: new Set(ids) });

const idsOf = (entries: readonly { readonly id: string }[]): string[] => entries.map(({ id }) => id);

const severitiesOf = (standard: Standard): Known => known('severity', idsOf(standard.severities));

const itemsOf = (standard: Standard): Known =>
  known(
    'item',
    standard.sections.flatMap(({ items }) => idsOf(items)),
  );

const manoeuvresOf = (standard: Standard): Known => known('manoeuvre', idsOf(standard.manoeuvres));

function unknown(path: string, id: string, { what, ids }: Known): Problem[] {
  if (ids.has(id)) return [];
  return [problem(path, 'unknown', { id, what, known: [...ids] })];
}

function doublesIn(path: (index: number) => string, ids: readonly string[]): Problem[] {
  const seen = new Set<string>();
  return ids.flatMap((id, index) => {
    const twice = seen.has(id);
    seen.add(id);
    return twice ? [problem(path(index), 'given-twice', { id })] : [];
  });
}

function doubles(standard: Standard): Problem[] {
  const plain = ['severities', 'sections', 'variants', 'caps', 'checks', 'measures', 'manoeuvres'] as const;
  const items = standard.sections.flatMap(({ items: of }, s) =>
    of.map(({ id }, i) => ({ id, path: `sections[${s}].items[${i}].id` })),
  );
  const limits = limitPaths(standard).map(({ limit: { id }, path }) => ({ id, path: `${path}.id` }));
  return [
    ...plain.flatMap((part) => doublesIn((index) => `${part}[${index}].id`, idsOf(standard[part]))),
    ...[items, limits].flatMap((entries) => doublesIn((index) => entries[index]?.path ?? '', idsOf(entries))),
  ];
}

function itemProblems(standard: Standard): Problem[] {
  const severities = severitiesOf(standard);
  return standard.sections.flatMap(({ items }, s) =>
    items.flatMap((item, i) => {
      const path = `sections[${s}].items[${i}]`;
      return [
        ...(skillOf(item.skill) ? [] : [problem(`${path}.skill`, 'no-skill', { skill: item.skill })]),
        ...item.severities.flatMap((id, n) => unknown(`${path}.severities[${n}]`, id, severities)),
        ...Object.keys(item.points ?? {}).flatMap((id) =>
          unknown(`${path}.points.${id}`, id, known('severity of this item in', item.severities)),
        ),
      ];
    }),
  );
}

function whereProblems(standard: Standard, where: Where | undefined, path: string): Problem[] {
  if (!where) return [];
  // A skill or tag that no item has is no problem: it never matches.
  const skills = skillAreas.flatMap((area) => idsOf(area.skills));
  const manoeuvres = standard.manoeuvres.flatMap(({ id, kind }) => [id, kind]);
  const vocabulary: Readonly<Record<Exclude<keyof Where, 'tags'>, Known>> = {
    severities: severitiesOf(standard),
    sections: known('section', idsOf(standard.sections)),
    items: itemsOf(standard),
    skills: known('skill', skills),
    manoeuvres: known('manoeuvre', manoeuvres),
  };
  return (Object.keys(vocabulary) as (keyof typeof vocabulary)[]).flatMap((key) =>
    (where[key] ?? []).flatMap((id, n) => unknown(`${path}.${key}[${n}]`, id, vocabulary[key])),
  );
}

/** What a run or a reading can be filtered and kept apart by: its manoeuvre, nothing of an item. */
function quantityProblems(limit: Limit, path: string): Problem[] {
  if (addsUpMarks(limit.of)) return [];
  const elapsed = isElapsed(limit.of);
  const ofItems = Object.keys(limit.where ?? {}).filter((key) => elapsed || key !== 'manoeuvres');
  return [
    ...(limit.per === 'section' || limit.per === 'item' || (elapsed && limit.per !== 'test')
      ? [problem(`${path}.per`, 'not-per', { of: limit.of, per: limit.per })]
      : []),
    ...ofItems.map((key) => problem(`${path}.where.${key}`, 'no-mark', { of: limit.of })),
  ];
}

function limitProblems(standard: Standard): Problem[] {
  const measures = known('measure', idsOf(standard.measures));
  return [
    ...limitPaths(standard).flatMap(({ limit, path }) => {
      return [
        ...whereProblems(standard, limit.where, `${path}.where`),
        ...quantityProblems(limit, path),
        ...(limit.of.startsWith('measure:')
          ? unknown(`${path}.of`, limit.of.slice('measure:'.length), measures)
          : []),
      ];
    }),
    ...standard.caps.flatMap((cap, n) => whereProblems(standard, cap.where, `caps[${n}].where`)),
  ];
}

function conversionProblems(standard: Standard): Problem[] {
  const measures = known('measure', idsOf(standard.measures));
  const counted = known('count', idsOf(countedSteps));
  const manoeuvres = known(
    'manoeuvre',
    standard.manoeuvres.flatMap(({ id, kind }) => [id, kind]),
  );
  return standard.conversions.flatMap((one, n) => {
    const path = `conversions[${n}]`;
    return [
      ...(one.of.startsWith('measure:')
        ? unknown(`${path}.of`, one.of.slice('measure:'.length), measures)
        : unknown(`${path}.of`, one.of, counted)),
      ...(one.manoeuvres ?? []).flatMap((id, m) => unknown(`${path}.manoeuvres[${m}]`, id, manoeuvres)),
      ...markProblems(standard, one, `${path}.item`, `${path}.severity`),
      ...(one.below !== undefined && one.below <= (one.from ?? 0)
        ? [problem(`${path}.below`, 'empty-range', { from: one.from ?? 0 })]
        : []),
    ];
  });
}

function ruleProblems(standard: Standard): Problem[] {
  const { questions, drive } = standard;
  const manoeuvres = known('manoeuvre', [
    ...standard.manoeuvres.flatMap(({ id, kind }) => [id, kind]),
    ...manoeuvreKinds,
  ]);
  const from = drive?.manoeuvres?.from ?? [];
  return [
    ...(questions
      ? (['explain', 'demonstrate'] as const).flatMap((part) =>
          markProblems(
            standard,
            { item: questions.item[part], severity: questions.severity },
            `questions.item.${part}`,
            'questions.severity',
          ),
        )
      : []),
    ...standard.checks.flatMap((check, n) =>
      markProblems(standard, check, `checks[${n}].item`, `checks[${n}].severity`),
    ),
    ...from.flatMap((id, n) => unknown(`drive.manoeuvres.from[${n}]`, id, manoeuvres)),
  ];
}

/** Whether this item can be marked with this severity. */
export function markProblems(
  standard: Standard,
  mark: { readonly item: string; readonly severity: string },
  itemPath: string,
  severityPath: string,
): Problem[] {
  const { hasItem, itemOf } = compileStandard(standard);
  if (!hasItem(mark.item))
    return [
      ...unknown(itemPath, mark.item, itemsOf(standard)),
      ...unknown(severityPath, mark.severity, severitiesOf(standard)),
    ];
  const { item } = itemOf(mark.item);
  if (item.severities.includes(mark.severity)) return [];
  const missing = unknown(severityPath, mark.severity, severitiesOf(standard));
  if (missing.length > 0) return missing;
  return [
    problem(severityPath, 'not-for-item', {
      severity: mark.severity,
      item: mark.item,
      allowed: item.severities,
    }),
  ];
}

/** So many marks, readings and steps of runs one example may have, and all together: each is judged when it is read. */
const MOST_HAPPENINGS = 1_000;
const MOST_IN_ALL = 10_000;

const happeningsIn = ({ marks, measures, runs, questionsWrong }: Standard['examples'][number]): number =>
  marks.reduce((sum, { times }) => sum + times, measures.length + questionsWrong) +
  runs.reduce((sum, run) => countedSteps.reduce((all, { id }) => all + (run[id] ?? 0), sum + 2), 0);

/** Examples that would take long to judge are refused before they are. */
function burdenProblems({ examples }: Standard): Problem[] {
  const burdens = examples.map(happeningsIn);
  const inAll = burdens.reduce((sum, one) => sum + one, 0);
  return [
    ...burdens.flatMap((burden, n) =>
      burden > MOST_HAPPENINGS
        ? [problem(`examples[${n}]`, 'example-too-long', { found: burden, most: MOST_HAPPENINGS })]
        : [],
    ),
    ...(inAll > MOST_IN_ALL
      ? [problem('examples', 'examples-too-long', { found: inAll, most: MOST_IN_ALL })]
      : []),
  ];
}

function exampleProblems(standard: Standard): Problem[] {
  const measures = known('measure', idsOf(standard.measures));
  const limits = known('limit', idsOf(allLimits(standard).map(({ limit }) => limit)));
  const severities = severitiesOf(standard);
  const variants = known('variant', idsOf(standard.variants));
  return standard.examples.flatMap((example, n) => {
    const path = `examples[${n}]`;
    const runs = known(
      'run in this example',
      example.runs.map(({ run, manoeuvre }) => run ?? manoeuvre),
    );
    const runOf = (run: string | undefined, at: string) =>
      run === undefined ? [] : unknown(`${at}.run`, run, runs);
    return [
      ...example.marks.flatMap((mark, m) => [
        ...markProblems(standard, mark, `${path}.marks[${m}].item`, `${path}.marks[${m}].severity`),
        ...runOf(mark.run, `${path}.marks[${m}]`),
      ]),
      ...example.measures.flatMap((reading, m) => [
        ...unknown(`${path}.measures[${m}].measure`, reading.measure, measures),
        ...runOf(reading.run, `${path}.measures[${m}]`),
      ]),
      ...example.runs.flatMap(({ manoeuvre }, r) =>
        unknown(`${path}.runs[${r}].manoeuvre`, manoeuvre, manoeuvresOf(standard)),
      ),
      ...Object.keys(example.when ?? {}).flatMap((id) => unknown(`${path}.when.${id}`, id, variants)),
      ...(example.questionsWrong > 0 && !standard.questions
        ? [problem(`${path}.questionsWrong`, 'no-questions')]
        : []),
      ...example.breaches.flatMap((id, b) => unknown(`${path}.breaches[${b}]`, id, limits)),
      ...Object.keys(example.counts ?? {}).flatMap((id) => unknown(`${path}.counts.${id}`, id, severities)),
    ];
  });
}

/** Limits and caps that can never match, for they name skills or tags that no item has. */
export function neverMatching(standard: Standard): readonly Problem[] {
  const items = standard.sections.flatMap((section) => section.items);
  const own = {
    tags: new Set(items.flatMap(({ tags }) => tags)),
    skills: new Set(items.map(({ skill }) => skill)),
  };
  const among = (where: Where | undefined, path: string): readonly Problem[] =>
    (['tags', 'skills'] as const).flatMap((key) => {
      const named = where?.[key] ?? [];
      return named.length > 0 && !named.some((id) => own[key].has(id))
        ? [problem(`${path}.where.${key}`, 'never-matches', { ids: named, what: key })]
        : [];
    });
  return [
    ...limitPaths(standard).flatMap(({ limit, path }) => among(limit.where, path)),
    ...standard.caps.flatMap(({ where }, n) => among(where, `caps[${n}]`)),
  ];
}

/** Each limit with its path. */
const limitPaths = (standard: Standard): readonly { readonly limit: Limit; readonly path: string }[] => [
  ...standard.limits.map((limit, l) => ({ limit, path: `limits[${l}]` })),
  ...standard.manoeuvres.flatMap(({ limits }, m) =>
    limits.map((limit, l) => ({ limit, path: `manoeuvres[${m}].limits[${l}]` })),
  ),
];
