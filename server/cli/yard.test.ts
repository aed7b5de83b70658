import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from '@jest/globals';
import type { Sample } from '../../core/yard';
import { scratchFolder } from '../testing';
import { simulateYard } from './yard';

const root = join(import.meta.dirname, '..', '..');
const folder = scratchFolder();
afterAll(() => folder.remove());
const file = (name: string, text: string): string => {
  writeFileSync(folder.path(name), text);
  return folder.path(name);
};
const quarter = file(
  'quarter.jsonl',
  '{"start":{"x":1,"y":2,"heading":0}}\n{"t":0,"v":1,"steer":0.4}\n{"t":10,"v":1,"steer":0.4}\n',
);

describe('yard simulate', () => {
  it('prints the path of a shipped vehicle as one JSON object, every tenth of a second at least', () => {
    const { code, out } = simulateYard(root, { vehicle: 'small-hatchback', controls: quarter, text: false });
    expect(code).toBe(0);
    const { path } = JSON.parse(out) as { path: Sample[] };
    expect(path).toHaveLength(101);
    expect(path[0]).toEqual({ t: 0, v: 1, steer: 0.4, x: 1, y: 2, heading: 0, hitch: null });
    // Ten metres on a circle of radius L/tan d (geometry).
    expect(path.at(-1)?.heading).toBeCloseTo((10 * Math.tan(0.4)) / 2.5, 6);
  });

  it('writes for people, with the angle of a trailer', () => {
    const { out } = simulateYard(root, { vehicle: 'hatchback-trailer', controls: quarter, text: true });
    expect(out.split('\n')[0]).toBe('0.0 s: 1.00 m, 2.00 m, heading 0.0°, trailer 0.0°');
  });

  it('refuses what it can’t read, with the file and the place, and prints nothing', () => {
    const broken = file('broken.jsonl', '{"t":0,"v":1,"steer":0}\n{"t":0,"v":1,"steer":0}\n');
    const late = simulateYard(root, { vehicle: 'saloon', controls: broken, text: false });
    expect([late.code, late.out]).toEqual([2, '']);
    expect(late.err).toContain('broken.jsonl: line 2: is not later than the line before (0 s)');
    const none = simulateYard(root, { vehicle: 'hovercraft', controls: quarter, text: false });
    expect([none.code, none.err]).toEqual([2, expect.stringContaining('hovercraft: cannot be read')]);
    const own = file('own.vehicle.json', '{"format":"jasperwren-vehicle/1"}');
    expect(simulateYard(root, { vehicle: own, controls: quarter, text: false }).err).toContain('wheelbase');
  });
});
