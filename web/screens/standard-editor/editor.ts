import { createContext, useContext } from 'react';
import { pathText, type Problem } from '../../../core/problems';
import type { ExampleResult, Standard, StandardPart } from '../../../core/standard';
import type { Path } from '../../parts/form';
import type { Draft } from './useDraft';

export interface Editor {
  readonly draft: Draft;
  /** The version that the draft began from: ids of its things are not changed. */
  readonly base: Standard;
  /** Whether it becomes a standard of its own, whose id can be chosen. */
  readonly copying: boolean;
  readonly problems: readonly Problem[];
  /** What the worked examples come to; null while form or references are broken. */
  readonly results: readonly ExampleResult[] | null;
  readonly change: (about: Path, changed: (draft: Draft) => Draft) => void;
}

const EditorContext = createContext<Editor | null>(null);
export const EditorProvider = EditorContext.Provider;

export function useEditor(): Editor {
  const editor = useContext(EditorContext);
  if (!editor) throw new Error('outside of the editor');
  return editor;
}

const isAtOrBelow = (path: string, at: string): boolean =>
  path === at || path.startsWith(`${at}.`) || path.startsWith(`${at}[`);

/** The problems at a place of the draft and below it. */
export const problemsAt = (problems: readonly Problem[], path: Path): readonly Problem[] => {
  const at = pathText(path);
  return problems.filter((problem) => isAtOrBelow(problem.path, at));
};

const partOfKey: Readonly<Record<string, StandardPart>> = {
  limits: 'What passes',
  caps: 'What passes',
  conversions: 'What passes',
  severities: 'Severities',
  sections: 'Sections and items',
  manoeuvres: 'Manoeuvres',
  measures: 'Measures',
  questions: 'Questions',
  checks: 'Checks',
  drive: 'Drive plan',
  variants: 'Choices between schools',
  examples: 'Worked examples',
  basis: 'Sources',
};

/** The part of the editor where a problem is put right. */
export const partOf = ({ path }: Problem): StandardPart => partOfKey[/^\w+/.exec(path)?.[0] ?? ''] ?? 'About';

/** The index of the entry of a list that a problem is in, such as 2 for `limits[2].max` in `limits`. */
export function entryOf({ path }: Problem, list: Path): number | null {
  const at = pathText(list);
  const rest = path.startsWith(`${at}[`) ? /^\[(\d+)\]/.exec(path.slice(at.length)) : null;
  return rest ? Number(rest[1]) : null;
}
