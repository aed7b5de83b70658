import { existsSync, rmSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { createInterface } from 'node:readline/promises';
import { Command, CommanderError, InvalidArgumentError, Option } from 'commander';
import packageJson from '../../package.json' with { type: 'json' };
import { seedDemo } from '../demo';
import { serve, type Running, type ServeOptions } from '../serve';
import { addInstructor, DatabaseProblem, instructorNamed, openDatabase } from '../store';
import { checkStandards } from './checkStandard';
import type { Outcome } from './io';
import { judgeFiles, translateFiles } from './judge';

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
  .command('check-standard')
  .description('check standard files and run their worked examples')
  .argument('<file...>', 'standard files (*.standard.json)')
  .action((files: string[]) => report(checkStandards(files)));

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
