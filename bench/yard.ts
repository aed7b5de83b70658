import { spawnSync } from 'node:child_process';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { simulate } from '../core/yard';
import { vehicleOf } from '../core/testing';
import { figureOf, type Figure } from './table';

const root = join(import.meta.dirname, '..');
const ids = (folder: string): readonly string[] =>
  readdirSync(join(root, 'data', folder)).map((file) => file.split('.')[0] ?? '');

/** Milliseconds of one command of the built program. */
function timed(...given: readonly string[]): { readonly took: number; readonly out: string } {
  const began = performance.now();
  const { stdout } = spawnSync(process.execPath, [join(root, 'dist/server/main.js'), 'yard', ...given], {
    encoding: 'utf8',
    maxBuffer: 200_000_000,
  });
  return { took: performance.now() - began, out: stdout };
}

/** Every shipped course planned for every vehicle by the built program, less what starting it takes. */
export function yard(): Figure[] {
  const start = Math.min(
    ...Array.from({ length: 3 }, () => timed('setout', '--course', 'garage-bay', '--vehicle', 'van').took),
  );
  const found = { cars: [] as number[], trailer: [] as number[], none: [] as number[] };
  for (const course of ids('courses'))
    for (const vehicle of ids('vehicles')) {
      const { took, out } = timed('plan', '--course', course, '--vehicle', vehicle);
      const feasible = out.startsWith('{"feasible":true');
      const list = !feasible ? found.none : vehicleOf(vehicle).trailer ? found.trailer : found.cars;
      list.push(took - start);
    }
  const car = vehicleOf('small-hatchback');
  const minute = Array.from({ length: 61 }, (_, t) => ({ t, v: 1.2, steer: 0.4 * Math.sin(t) }));
  const drive = () => {
    const began = performance.now();
    simulate(car, { start: { x: 0, y: 0, heading: 0, hitch: null }, controls: minute });
    return performance.now() - began;
  };
  for (let n = 0; n < 20; n += 1) drive();
  return [
    figureOf(`plan a shipped course, cars (${found.cars.length})`, found.cars, 'under 2 s'),
    figureOf(`plan a shipped course, with a trailer (${found.trailer.length})`, found.trailer, 'under 10 s'),
    figureOf(`say what is missing (${found.none.length})`, found.none, 'none'),
    figureOf('simulate 60 s of driving', Array.from({ length: 100 }, drive), 'under 5 ms'),
  ];
}
