import { existsSync, rmSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { createInterface } from 'node:readline/promises';
import { Command, CommanderError, InvalidArgumentError, Option } from 'commander';
import packageJson from '../../package.json' with { type: 'json' };
import { addDemoRoutes, seedDemo } from '../demo';
import { serve, type Running, type ServeOptions } from '../serve';
import { addInstructor, DatabaseProblem, instructorNamed, listNetworks, openDatabase } from '../store';
import { checkStandards } from './checkStandard';
import type { Outcome } from './io';
import { judgeFiles, translateFiles } from './judge';
import { readinessOfFiles } from './readiness';
import { composeRoutes, convertRoute, importNetwork, makeNetwork, routeSheet } from './roads';

/** Folder of the checkout: this file runs as dist/server/main.js or as server/cli/main.ts. */
const root = resolve(import.meta.dirname, '..', '..');

const program = new Command('jasperwren')
  .description('Mock tests, marking and readiness for driving instructors')
  .version(packageJson.version)
  .exitOverride()
  .showHelpAfterError();

const portOption = () =>
  new Option('--port <number>', 'port to answer on').env('PORT').default(4820).argParser(portNumber);

program
  .command('judge')
  .description('print the verdict of each log under a standard, one JSON object a line')
  .requiredOption('--standard <file>', 'the marking standard (*.standard.json)')
  .requiredOption('--log <file>', 'a log (*.jwlog.jsonl); may be given again', gather, [])
  .option('--text', 'write for people', false)
  .action(({ standard, log, text }: { standard: string; log: string[]; text: boolean }) =>
    report(log.length > 0 ? judgeFiles(standard, log, { text }) : wrong('At least one --log is wanted.\n')),
  );

program
  .command('translate')
  .description('print the verdict of each log under another standard than it was marked under')
  .requiredOption('--standard <file>', 'the standard that the logs were marked under')
  .requiredOption('--to <file>', 'the standard to judge them under')
  .requiredOption('--log <file>', 'a log (*.jwlog.jsonl); may be given again', gather, [])
  .action(({ standard, to, log }: { standard: string; to: string; log: string[] }) =>
    report(log.length > 0 ? translateFiles(standard, to, log) : wrong('At least one --log is wanted.\n')),
  );

program
  .command('readiness')
  .description('print how ready the learner of these logs is under their standard, as one JSON object')
  .requiredOption('--standard <file>', 'the standard that the logs were marked under')
  .requiredOption('--log <file>', 'a log (*.jwlog.jsonl); may be given again', gather, [])
  .option('--day <day>', 'day of the test, such as 2026-12-01; else that of the last log')
  .action(({ standard, log, day }: { standard: string; log: string[]; day?: string }) => {
    if (log.length === 0) return report(wrong('At least one --log is wanted.\n'));
    if (day !== undefined && Number.isNaN(Date.parse(`${day}T12:00:00.000Z`)))
      return report(wrong('--day must be a day such as 2026-12-01.\n'));
    return report(readinessOfFiles(standard, log, day ?? null));
  });

program
  .command('check-standard')
  .description('check standard files and run their worked examples')
  .argument('<file...>', 'standard files (*.standard.json)')
  .action((files: string[]) => report(checkStandards(files)));

const network = program.command('network').description('road networks from OpenStreetMap extracts');

network
  .command('import')
  .description('read an OpenStreetMap XML extract and write a network file; prints what it held')
  .argument('<file>', 'the extract (*.osm)')
  .requiredOption('--out <file>', 'the network file to write')
  .option('--title <text>', 'name of the area', 'Roads')
  .addOption(
    new Option('--side <side>', 'side on which one drives').choices(['left', 'right']).default('left'),
  )
  .action(async (file: string, how: { out: string; title: string; side: 'left' | 'right' }) =>
    report(await importNetwork(file, how)),
  );

network
  .command('make')
  .description('write a made-up county as an OpenStreetMap extract')
  .requiredOption('--out <file>', 'the extract to write (*.osm)')
  .option('--seed <number>', 'another number, another county', wholeNumber, 1)
  .option('--towns <number>', 'so many by so many towns', wholeNumber, 1)
  .action(({ out, seed, towns }: { out: string; seed: number; towns: number }) =>
    report(makeNetwork(out, { seed, towns })),
  );

const route = program.command('route').description('routes: sheets, other formats, and composing');

route
  .command('sheet')
  .description('print the sheet of a route file, held against a standard')
  .argument('<file>', 'a route of this program (JSON, GPX or GeoJSON)')
  .option('--standard <file>', 'a marking standard whose drive plan is wanted')
  .option('--text', 'write for people', false)
  .action((file: string, { standard, text }: { standard?: string; text: boolean }) =>
    report(routeSheet(file, standard ?? null, { text })),
  );

route
  .command('convert')
  .description('print a route file in another format')
  .argument('<file>', 'a route of this program (JSON, GPX or GeoJSON)')
  .addOption(
    new Option('--to <format>', 'the format').choices(['gpx', 'geojson', 'json']).makeOptionMandatory(),
  )
  .action((file: string, { to }: { to: 'gpx' | 'geojson' | 'json' }) => report(convertRoute(file, to)));

route
  .command('compose')
  .description('look for loops on a network file; prints them, one JSON object a line, the best first')
  .requiredOption('--network <file>', 'a network file')
  .requiredOption('--start <lat,lon>', 'where they start and end')
  .option('--minutes <number>', 'how long they take', wholeNumber, 38)
  .option('--want <kind>', 'what must lie along them; may be given again', gather, [])
  .option('--seed <number>', 'another number, other loops', wholeNumber, 1)
  .option('--proposals <number>', 'how many', wholeNumber, 3)
  .option('--steps <number>', 'steps of the search', wholeNumber, 16_000)
  .action(
    async ({
      network: file,
      ...asked
    }: {
      network: string;
      start: string;
      minutes: number;
      want: string[];
      seed: number;
      proposals: number;
      steps: number;
    }) => report(await composeRoutes(file, asked)),
  );

program
  .command('serve')
  .description('start the server on a database of your own')
  .addOption(portOption())
  .option('--host <address>', 'address to bind to', '127.0.0.1')
  .option('--database <file>', 'database file', join(root, 'var', 'jasperwren.db'))
  .option('--log-level <level>', 'info, warn, error or silent', 'info')
  .action(async ({ port, host, database, logLevel }: Record<string, string> & { port: number }) => {
    const running = await serve(
      options({ port, host: host ?? '127.0.0.1', database: database ?? '', logLevel: logLevel ?? 'info' }),
    );
    say(running, 'Sign in with an instructor made by: jasperwren add-instructor --name "…"');
  });

program
  .command('demo')
  .description('start the server with a made-up school')
  .addOption(portOption())
  .option('--database <file>', 'database file', join(root, 'var', 'demo.db'))
  .option('--fresh', 'throw the demo data away and make it anew', false)
  .option('--log-level <level>', 'info, warn, error or silent', 'warn')
  .action(async (given: { port: number; database: string; fresh: boolean; logLevel: string }) => {
    if (given.fresh)
      for (const ending of ['', '-wal', '-shm']) rmSync(given.database + ending, { force: true });
    const making = !existsSync(given.database);
    const running = await serve({
      ...options({ ...given, host: '127.0.0.1' }),
      morePorts: 20,
      demo: true,
      onTaken: (port) => console.log(`Port ${port} is taken; trying ${port + 1}.`),
      prepare: async (db) => {
        const { people } = await db
          .selectFrom('instructors')
          .select((is) => is.fn.countAll<number>().as('people'))
          .executeTakeFirstOrThrow();
        if (people === 0) await seedDemo(db, new Date());
        else if ((await listNetworks(db)).length === 0) await addDemoRoutes(db, new Date());
      },
    });
    say(running, making ? 'The demo school was made anew.' : 'The demo school is as you left it.');
  });

program
  .command('add-instructor')
  .description('let an instructor sign in; the passphrase is read from standard input')
  .requiredOption('--name <name>', 'their name')
  .option('--database <file>', 'database file', join(root, 'var', 'jasperwren.db'))
  .action(async ({ name, database }: { name: string; database: string }) => {
    const passphrase = await askPassphrase();
    if (passphrase.length < 10) return report(wrong('The passphrase must have at least 10 characters.\n'));
    const db = await openDatabase(database);
    try {
      if (await instructorNamed(db, name)) return report(wrong(`${name} is there already.\n`));
      await addInstructor(db, { name, passphrase, demo: false });
      report({ code: 0, out: `${name} can sign in now.\n`, err: '' });
    } finally {
      await db.destroy();
    }
  });

function options(given: Pick<ServeOptions, 'port' | 'host' | 'database' | 'logLevel'>): ServeOptions {
  return { ...given, morePorts: 0, demo: false, root, version: packageJson.version };
}

function say(running: Running, more: string): void {
  console.log(`Jasperwren answers at ${running.address}\n${more}\nStop it with Ctrl+C.`);
  for (const signal of ['SIGINT', 'SIGTERM'] as const)
    process.once(signal, () => void running.close().then(() => process.exit(0)));
}

async function askPassphrase(): Promise<string> {
  const lines = createInterface({ input: process.stdin, output: process.stderr, terminal: false });
  process.stderr.write('Passphrase: ');
  for await (const line of lines) return line.trim();
  return '';
}

function gather(file: string, earlier: readonly string[]): string[] {
  return [...earlier, file];
}

function wholeNumber(text: string): number {
  const number = Number(text);
  if (!Number.isInteger(number) || number < 0) throw new InvalidArgumentError('a whole number is wanted');
  return number;
}

function portNumber(text: string): number {
  const port = Number(text);
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new InvalidArgumentError('a port is a whole number from 0 to 65535');
  return port;
}

const wrong = (err: string): Outcome => ({ code: 2, out: '', err });

function report({ code, out, err }: Outcome): void {
  process.stdout.write(out);
  process.stderr.write(err);
  process.exitCode = code;
}

try {
  await program.parseAsync();
} catch (error) {
  if (error instanceof CommanderError) process.exitCode = error.exitCode === 0 ? 0 : 2;
  else if (error instanceof DatabaseProblem || isAddressError(error)) report(wrong(`${error.message}\n`));
  else {
    console.error(error);
    process.exitCode = 1;
  }
}

function isAddressError(error: unknown): error is Error {
  return (
    error instanceof Error &&
    'code' in error &&
    ['EADDRINUSE', 'EACCES', 'EADDRNOTAVAIL'].includes(String(error.code))
  );
}
