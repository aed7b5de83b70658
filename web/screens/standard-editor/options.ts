import {
  addsUpMarks,
  countedSteps,
  isElapsed,
  quantities,
  manoeuvreKinds,
  skillAreas,
  skillOf,
  unitText,
  type Limit,
  type Severity,
} from '../../../core/standard';
import type { Draft } from './useDraft';
import type { Option } from './fields';

/** What can be chosen in the forms, from the draft itself and from the shared lists. */

const sorted = (ids: Iterable<string>): string[] => [...new Set(ids)].sort();

export const severityOptions = ({ severities }: Draft): readonly Option[] =>
  severities.map(({ id, label }) => ({ value: id, label: label || id }));

export const sectionOptions = ({ sections }: Draft): readonly Option[] =>
  sections.map(({ id, title }) => ({ value: id, label: title || id }));

export const itemOptions = ({ sections }: Draft): readonly Option[] =>
  sections.flatMap((section) =>
    section.items.map(({ id, label }) => ({ value: id, label: label || id, group: section.title })),
  );

export const tagOptions = ({ sections }: Draft): readonly Option[] =>
  sorted(sections.flatMap(({ items }) => items.flatMap(({ tags }) => tags))).map((tag) => ({
    value: tag,
    label: tag,
  }));

export const skillOptions: readonly Option[] = skillAreas.flatMap(({ title, skills }) =>
  skills.map((skill) => ({ value: skill.id, label: skill.title, group: title })),
);

export const usedSkillOptions = ({ sections }: Draft): readonly Option[] =>
  sorted(sections.flatMap(({ items }) => items.map(({ skill }) => skill))).map((id) => ({
    value: id,
    label: skillOf(id)?.title ?? id,
  }));

export const manoeuvreOptions = ({ manoeuvres }: Draft): readonly Option[] =>
  manoeuvres.map(({ id, title }) => ({ value: id, label: title || id }));

export const kindOptions = ({ manoeuvres }: Draft): readonly Option[] =>
  sorted([...manoeuvreKinds, ...manoeuvres.map(({ kind }) => kind)]).map((id) => ({
    value: id,
    label: skillOf(id)?.title ?? id.replaceAll('-', ' '),
  }));

/** Manoeuvres by their id or by their kind, as limits and drive plans may name them. */
export const manoeuvreOrKindOptions = (draft: Draft): readonly Option[] => {
  const own = manoeuvreOptions(draft);
  const kinds = kindOptions(draft).filter(({ value }) => !own.some((option) => option.value === value));
  return [...own, ...kinds];
};

export const triggerOptions = ({ manoeuvres }: Draft): readonly Option[] =>
  sorted([
    'moving-off',
    'reverse-gear',
    'right-indicator',
    'left-indicator',
    ...manoeuvres.flatMap(({ clock }) => (clock ? [clock.starts] : [])),
  ]).map((id) => ({ value: id, label: id.replaceAll('-', ' ') }));

export const measureOptions = ({ measures }: Draft): readonly Option[] =>
  measures.map(({ id, label, unit }) => ({
    value: id,
    label: unit ? `${label} (${unitText(unit)})` : label,
  }));

/** @param ofManoeuvre the time of the whole test is no limit of a manoeuvre */
export const quantityOptions = (draft: Draft, ofManoeuvre: boolean): readonly Option[] => [
  ...Object.entries(quantities)
    .filter(([value]) => !ofManoeuvre || !isElapsed(value))
    .map(([value, { label }]) => ({ value, label })),
  ...measureOptions(draft).map(({ value, label }) => ({ value: `measure:${value}`, label })),
];

/** What can become a mark: steps that are counted, and readings. */
export const countOptions = (draft: Draft): readonly Option[] => [
  ...countedSteps.map(({ id, label }) => ({ value: id, label })),
  ...measureOptions(draft).map(({ value, label }) => ({ value: `measure:${value}`, label })),
];

const scopes: readonly Option[] = [
  { value: 'test', label: 'the whole test' },
  { value: 'section', label: 'each section' },
  { value: 'item', label: 'each item' },
  { value: 'manoeuvre', label: 'each manoeuvre' },
  { value: 'attempt', label: 'each attempt' },
];

/** Only faults and points can be totalled by what was marked. */
export const scopeOptions = (of: Limit['of']): readonly Option[] =>
  addsUpMarks(of)
    ? scopes
    : scopes.filter(
        ({ value }) => value === 'test' || (!isElapsed(of) && value !== 'section' && value !== 'item'),
      );

export const limitOptions = (
  { limits, manoeuvres }: Draft,
  titleOf: (limit: Limit) => string,
): readonly Option[] => [
  ...limits.map((limit) => ({ value: limit.id, label: titleOf(limit) })),
  ...manoeuvres.flatMap((manoeuvre) =>
    manoeuvre.limits.map((limit) => ({ value: limit.id, label: `${manoeuvre.title}: ${titleOf(limit)}` })),
  ),
];

export const gravityOptions: readonly (Option & { readonly gravity: Severity['gravity'] })[] = [
  { value: '0', label: 'Noted: never counts unless a limit names it', gravity: 0 },
  { value: '1', label: 'Minor', gravity: 1 },
  { value: '2', label: 'Serious', gravity: 2 },
  { value: '3', label: 'Dangerous', gravity: 3 },
];
