import { InvalidArgumentError, type Command } from 'commander';
import type { Outcome } from './io';

/** Options that every command about a course has. */
const aboutCourse = (command: Command): Command =>
  command
    .requiredOption('--course <id or file>', 'a shipped course, such as garage-bay, or a *.course.json file')
    .requiredOption('--vehicle <id or file>', 'a shipped vehicle, or a *.vehicle.json file')
    .option('--set <id=metres>', 'sets a parameter of the course; may be repeated', settingOption, {})
    .option('--text', 'write for people', false);

interface AboutCourse {
  readonly course: string;
  readonly vehicle: string;
  readonly set: Readonly<Record<string, number>>;
  readonly text: boolean;
}

/** `id=metres`, added to those given before. */
function settingOption(
  text: string,
  before: Readonly<Record<string, number>>,
): Readonly<Record<string, number>> {
  const [id, value, more] = text.split('=');
  const metres = Number(value);
  if (!id || value === undefined || value.trim() === '' || more !== undefined || !Number.isFinite(metres))
    throw new InvalidArgumentError('It must be a parameter and its value, such as gap=6.2.');
  return { ...before, [id]: metres };
}

/** `x,y`, added to those given before. */
function spotOption(
  text: string,
  before: readonly (readonly [number, number])[],
): readonly (readonly [number, number])[] {
  const parts = text.split(',');
  const [x, y] = parts.map(Number);
  if (
    parts.length !== 2 ||
    parts.some((part) => part.trim() === '') ||
    !Number.isFinite(x) ||
    !Number.isFinite(y)
  )
    throw new InvalidArgumentError('It must be two numbers, such as 0,11.5.');
  return [...before, [x ?? 0, y ?? 0]];
}

/** `x,y,heading` or `x,y,heading,hitch`. */
function poseOption(text: string): readonly [number, number, number, number | null] {
  const parts = text.split(',');
  const [x = NaN, y = NaN, heading = NaN, hitch = null] = parts.map(Number);
  const right =
    (parts.length === 3 || parts.length === 4) &&
    parts.every((part) => part.trim() !== '' && Number.isFinite(Number(part)));
  if (!right) throw new InvalidArgumentError('It must be three or four numbers, such as 5,30,1.57.');
  return [x, y, heading, hitch];
}

/** `x,y,z`. */
function eyeOption(text: string): readonly [number, number, number] {
  const parts = text.split(',');
  const [x = NaN, y = NaN, z = NaN] = parts.map(Number);
  const right =
    parts.length === 3 && parts.every((part) => part.trim() !== '' && Number.isFinite(Number(part)));
  if (!right || z <= 0)
    throw new InvalidArgumentError('It must be three numbers, the last more than 0, such as 1.15,-0.36,1.2.');
  return [x, y, z];
}

/** Option of commands about what a driver sees. */
const withEye = (command: Command): Command =>
  command.option(
    '--eye <x,y,z>',
    'another eye than the file’s: metres in front of the rear axle, to the left of the middle, above the ground',
    eyeOption,
  );

interface WithEye {
  readonly eye?: readonly [number, number, number];
}

const count =
  (least: number) =>
  (text: string): number => {
    const value = Number(text);
    if (!Number.isInteger(value) || value < least || text.trim() === '')
      throw new InvalidArgumentError(`It must be a whole number from ${least} on.`);
    return value;
  };

/** The commands about vehicles and courses as geometry. */
export function yardCommands(program: Command, root: string, report: (outcome: Outcome) => void): void {
  const yard = program.command('yard').description('vehicles and courses as geometry');

  yard
    .command('simulate')
    .description('drive a vehicle by a file of controls; prints its path as one JSON object')
    .requiredOption(
      '--vehicle <id or file>',
      'a shipped vehicle, such as small-hatchback, or a *.vehicle.json file',
    )
    .requiredOption('--controls <file>', 'JSON lines { "t", "v", "steer" }')
    .option('--text', 'write for people', false)
    .action(async (how: { vehicle: string; controls: string; text: boolean }) =>
      report((await import('./yard')).simulateYard(root, how)),
    );

  aboutCourse(yard.command('plan'))
    .description('find the way with the fewest movements; that there is none is an answer')
    .option('--movements <count>', 'at most so many movements', count(1))
    .option('--shunts <count>', 'at most so many movements against the gear of their stage', count(0))
    .option('--seed <number>', 'the same seed gives the same plan (1)', count(0))
    .action(async (how: AboutCourse & { movements?: number; shunts?: number; seed?: number }) =>
      report((await import('./yard')).planYard(root, how)),
    );

  aboutCourse(yard.command('setout'))
    .description('tape distances, diagonals, counts and area')
    .option('--from <x,y>', 'a base point; give two', spotOption, [])
    .action(async (how: AboutCourse & { from: (readonly [number, number])[] }) =>
      report((await import('./yard')).setOutYard(root, how)),
    );

  withEye(aboutCourse(yard.command('see')))
    .description('what the driver sees of the cones from a pose')
    .requiredOption(
      '--at <x,y,heading[,hitch]>',
      'the middle of the rear axle in metres, the heading and the trailer’s angle in radians',
      poseOption,
    )
    .action(async (how: AboutCourse & WithEye & { at: readonly [number, number, number, number | null] }) =>
      report((await import('./yard')).seeYard(root, how)),
    );

  withEye(aboutCourse(yard.command('marks')))
    .description('what lines up for the driver at each steering change and stop of a plan')
    .action(async (how: AboutCourse & WithEye) => report((await import('./yard')).marksYard(root, how)));

  aboutCourse(yard.command('mark'))
    .description('mark a path under a standard; prints the log')
    .requiredOption('--path <file>', 'what plan or simulate printed, or its samples one a line')
    .requiredOption('--standard <file>', 'a *.standard.json file')
    .action(async (how: AboutCourse & { path: string; standard: string }) =>
      report((await import('./yard')).markYard(root, how)),
    );
}
