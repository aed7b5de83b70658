import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { YardView } from '../contract';
import { problemText, type Parsed } from '../core/problems';
import { readCourse, readYardVehicle } from '../core/yard';

/** The courses and vehicles that ship, by title. @throws Error where one of them can't be read: a fault of ours */
export const shippedYard = (root: string): Omit<YardView, 'own'> => ({
  courses: read(join(root, 'data', 'courses'), readCourse),
  vehicles: read(join(root, 'data', 'vehicles'), readYardVehicle),
});

function read<T extends { readonly title: string }>(
  folder: string,
  parse: (text: string) => Parsed<T>,
): readonly T[] {
  return readdirSync(folder)
    .map((file) => {
      const parsed = parse(readFileSync(join(folder, file), 'utf8'));
      if (!parsed.ok) throw new Error(`${file}: ${parsed.problems.map(problemText).join('; ')}`);
      return parsed.value;
    })
    .toSorted((a, b) => a.title.localeCompare(b.title, 'en'));
}
