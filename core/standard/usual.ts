import { compileStandard, type PlacedItem } from './compile';
import type { Manoeuvre, Standard } from './schema';

const reversing = [
  'reversing-check',
  'blind-spot',
  'mirrors-routine',
  'passing-vehicles-while-reversing',
  'dry-steering',
  'steering',
  'clutch',
  'moving-off-check',
  'parking-brake',
] as const;

/** Skills that go wrong in a manoeuvre besides its own aspects, the usual ones first (common practice). */
const usualSkills: Readonly<Record<string, readonly string[]>> = {
  'parallel-park': reversing,
  'bay-park': reversing,
  'angle-park': reversing,
  'kerb-reverse-right': reversing,
  'corner-reverse': reversing,
  'straight-reverse': reversing,
  'yard-reverse': reversing,
  'turn-in-road': ['moving-off-check', 'blind-spot', 'reversing-check', 'dry-steering', 'steering', 'clutch'],
  'hill-start': ['hill-control', 'parking-brake', 'stalling', 'clutch', 'moving-off-check'],
  'hill-park': ['parking-brake', 'steering', 'signal-given'],
  'emergency-stop': ['footbrake', 'clutch', 'moving-off-check', 'parking-brake'],
  inspection: ['cockpit-drill', 'vehicle-safety', 'secondary-controls'],
  turn: ['signal-given', 'steering', 'moving-off-check'],
  stop: ['stop-line', 'footbrake', 'signal-given'],
};

const MOST = 8;

/**
 * The items that are usually marked in a manoeuvre, for one-touch marks while it runs: those of its own kind,
 * then those of its worked examples, then those of the skills that usually go wrong in it.
 */
export function usualItems(standard: Standard, manoeuvre: Manoeuvre): readonly PlacedItem[] {
  const { placed: all } = compileStandard(standard);
  const { kind } = manoeuvre;
  const own = all.filter(({ item }) => item.skill === kind || item.skill.startsWith(`${kind}.`));
  const shown = new Set(
    standard.examples.flatMap(({ marks, runs }) => {
      const ofIt = runs
        .filter((run) => run.manoeuvre === manoeuvre.id)
        .map((run) => run.run ?? run.manoeuvre);
      return marks.filter(({ run }) => run !== undefined && ofIt.includes(run)).map(({ item }) => item);
    }),
  );
  const byExample = all.filter(({ item }) => shown.has(item.id));
  const byPractice = (usualSkills[kind] ?? []).flatMap((skill) =>
    all.filter(({ item }) => item.skill === skill),
  );
  const once = new Map([...own, ...byExample, ...byPractice].map((placed) => [placed.item.id, placed]));
  return [...once.values()].slice(0, MOST);
}
