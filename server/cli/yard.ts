import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { MAX_VEHICLE_LENGTH, readControls, readYardVehicle, simulate, type Sample } from '../../core/yard';
import { done, readWith, refused, type Outcome } from './io';

/** Characters that a file of controls may have. */
const MOST_CONTROLS_TEXT = 20_000_000;

/** The file of a vehicle that ships under this id, or the file itself. */
export function vehicleFile(root: string, given: string): string {
  const shipped = join(root, 'data', 'vehicles', `${given}.vehicle.json`);
  return /^[a-z0-9-]+$/.test(given) && existsSync(shipped) ? shipped : given;
}

/** Drives a vehicle by a file of controls and prints where it went. */
export function simulateYard(
  root: string,
  {
    vehicle: given,
    controls: file,
    text,
  }: { readonly vehicle: string; readonly controls: string; readonly text: boolean },
): Outcome {
  const vehicle = readWith(vehicleFile(root, given), MAX_VEHICLE_LENGTH, readYardVehicle);
  if (!vehicle.ok) return refused(vehicle.problems.map((problem) => ({ file: given, problem })));
  const controls = readWith(file, MOST_CONTROLS_TEXT, (read) => readControls(vehicle.value, read));
  if (!controls.ok) return refused(controls.problems.map((problem) => ({ file, problem })));
  const path = simulate(vehicle.value, controls.value);
  return done(text ? path.map(sampleText).join('') : `${JSON.stringify({ path })}\n`);
}

const degrees = (radians: number): string => `${((radians * 180) / Math.PI).toFixed(1)}°`;

const sampleText = ({ t, x, y, heading, hitch }: Sample): string =>
  `${t.toFixed(1)} s: ${x.toFixed(2)} m, ${y.toFixed(2)} m, heading ${degrees(heading)}${hitch === null ? '' : `, trailer ${degrees(hitch)}`}\n`;
