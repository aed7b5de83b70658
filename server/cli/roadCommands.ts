import { Option, type Command } from 'commander';
import type { LearnerRules } from '../../core/network';
import type { Outcome } from './io';
import { gather, numberUpTo, title, wholeNumber } from './options';

/** Options that every command has whose routes learners drive. */
const forLearners = (command: Command): Command =>
  command
    .option('--motorways', 'learners may use motorways', false)
    .option(
      '--closed <road>',
      'name or number of a road that is closed to learners; may be given again',
      gather,
      [],
    );

/** Everything about road networks and routes. */
export function roadCommands(program: Command, report: (outcome: Outcome) => void): void {
  const network = program.command('network').description('road networks from OpenStreetMap extracts');

  network
    .command('import')
    .description('read an OpenStreetMap XML extract and write a network file; prints what it held')
    .argument('<file>', 'the extract (*.osm)')
    .requiredOption('--out <file>', 'the network file to write')
    .option('--title <text>', 'name of the area', title, 'Roads')
    .addOption(
      new Option('--side <side>', 'driving side: left or right').choices(['left', 'right']).default('left'),
    )
    .action(async (file: string, how: { out: string; title: string; side: 'left' | 'right' }) =>
      report(await (await import('./roads')).importNetwork(file, how)),
    );

  network
    .command('make')
    .description('write a made-up county as an OpenStreetMap extract')
    .requiredOption('--out <file>', 'the extract to write (*.osm)')
    .option('--seed <number>', 'another number, another county', wholeNumber, 1)
    .option('--towns <number>', 'number of towns along each side', numberUpTo(40, 1), 1)
    .action(async ({ out, seed, towns }: { out: string; seed: number; towns: number }) =>
      report((await import('./roads')).makeNetwork(out, { seed, towns })),
    );

  const route = program.command('route').description('routes: sheets, other formats, and composing');

  forLearners(
    route
      .command('sheet')
      .description('print the sheet of a route file, checked against a standard')
      .argument('<file>', 'a route of this program (JSON, GPX or GeoJSON)')
      .option('--standard <file>', 'a marking standard whose drive plan it should meet')
      .option('--text', 'write for people', false),
  ).action(
    async (file: string, { standard, text, ...rules }: { standard?: string; text: boolean } & LearnerRules) =>
      report((await import('./roads')).routeSheet(file, standard ?? null, { text, rules })),
  );

  route
    .command('convert')
    .description('print a route file in another format')
    .argument('<file>', 'a route of this program (JSON, GPX or GeoJSON)')
    .addOption(
      new Option('--to <format>', 'the format').choices(['gpx', 'geojson', 'json']).makeOptionMandatory(),
    )
    .action(async (file: string, { to }: { to: 'gpx' | 'geojson' | 'json' }) =>
      report((await import('./roads')).convertRoute(file, to)),
    );

  forLearners(
    route
      .command('draw')
      .description('draw a route through points on a network file; prints it as a route file')
      .requiredOption('--network <file>', 'a network file')
      .requiredOption('--via <lat,lon>', 'a point of the way; given again for each', gather, []),
  ).action(async ({ network: file, via, ...rules }: { network: string; via: string[] } & LearnerRules) =>
    report((await import('./roads')).drawRoute(file, via, rules)),
  );

  forLearners(
    route
      .command('compose')
      .description('look for loops on a network file; prints them, one JSON object a line, the best first')
      .requiredOption('--network <file>', 'a network file')
      .requiredOption('--start <lat,lon>', 'where they start and end')
      .option('--minutes <number>', 'how long they take', numberUpTo(240, 1), 38)
      .option('--want <kind>', 'what must lie along them; may be given again', gather, [])
      .option('--seed <number>', 'another number, other loops', wholeNumber, 1)
      .option('--proposals <number>', 'how many', numberUpTo(20, 1), 3)
      .option('--steps <number>', 'steps of the search', numberUpTo(1_000_000, 1), 16_000),
  ).action(
    async ({
      network: file,
      motorways,
      closed,
      ...asked
    }: LearnerRules & {
      network: string;
      start: string;
      minutes: number;
      want: string[];
      seed: number;
      proposals: number;
      steps: number;
    }) =>
      report(await (await import('./roads')).composeRoutes(file, { ...asked, rules: { motorways, closed } })),
  );
}
