// Before everything else: packages that read what classes are annotated with want it there.
import 'reflect-metadata';
import { fork } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, rmSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { createInterface } from 'node:readline/promises';
import { Command, CommanderError, InvalidArgumentError, Option } from 'commander';
import { read } from 'read';
import packageJson from '../../package.json' with { type: 'json' };
import { roles, type Role } from '../../contract';
import { nameKey, plainName } from '../../core/names';
import { isDay, isInstant } from '../../core/time';
import { clockFrom } from '../clock';
import type { Running, ServeOptions } from '../serve';
import { onThisMachine } from '../thisMachine';
import { stepBack } from '../work/stepBack';
import { wrong, type Outcome } from './io';
import type { Reached } from './reach';
import { gather } from './options';
import { figureCommands } from './figureCommands';
import { roadCommands } from './roadCommands';
import { yardCommands } from './yardCommands';

/** Folder of the checkout: this file runs as dist/server/main.js or as server/cli/main.ts. */
const root = resolve(import.meta.dirname, '..', '..');

const program = new Command('jasperwren')
  .description('Mock tests, marking and readiness for driving instructors')
  .version(packageJson.version)
  .exitOverride()
  .showHelpAfterError()
  // Whatever else is asked for may run beside a server that takes marks.
  .hook('preAction', (_, command) => {
    if (command.name() !== 'serve' && command.name() !== 'demo') stepBack();
  });

const portOption = () =>
  new Option('--port <number>', 'port to answer on').env('PORT').default(4820).argParser(portNumber);

/** For tests: the rest of the program asks its clock, never the machine's. */
const nowOption = () =>
  new Option('--now <instant>', 'start the clock at this instant')
    .argParser((text) => {
      if (!isInstant(text))
        throw new InvalidArgumentError('It must be an instant such as 2026-11-18T10:00:00Z.');
      return clockFrom(new Date(text));
    })
    .default(clockFrom(null), 'the present')
    .hideHelp();

const logOption = (level: string) =>
  new Option('--log-level <level>', 'how much is logged of each request')
    .choices(['debug', 'info', 'warn', 'error', 'silent'])
    .default(level);

program
  .command('judge')
  .description('print the verdict of each log under a standard, one JSON object a line')
  .requiredOption('--standard <file>', 'the marking standard (*.standard.json)')
  .requiredOption('--log <file>', 'a log (*.jwlog.jsonl); may be given again', gather, [])
  .option('--text', 'write for people', false)
  .action(async ({ standard, log, text }: { standard: string; log: string[]; text: boolean }) => {
    if (log.length === 0) return report(wrong('Give at least one --log.\n'));
    const { judgeFiles } = await import('./judge');
    return report(judgeFiles(standard, log, { text }));
  });

program
  .command('translate')
  .description('print the verdict of each log under another standard than it was marked under')
  .requiredOption('--standard <file>', 'the standard that the logs were marked under')
  .requiredOption('--to <file>', 'the standard to judge them under')
  .requiredOption('--log <file>', 'a log (*.jwlog.jsonl); may be given again', gather, [])
  .action(async ({ standard, to, log }: { standard: string; to: string; log: string[] }) => {
    if (log.length === 0) return report(wrong('Give at least one --log.\n'));
    const { translateFiles } = await import('./judge');
    return report(translateFiles(standard, to, log));
  });

program
  .command('readiness')
  .description('print how ready the learner of these logs is under their standard, as one JSON object')
  .requiredOption('--standard <file>', 'the standard that the logs were marked under')
  .requiredOption('--log <file>', 'a log (*.jwlog.jsonl); may be given again', gather, [])
  .option('--day <day>', 'day of the test, such as 2026-12-01; else that of the last log')
  .option('--prior <file>', 'database of the school whose rates it leans on; else the shipped rates')
  .option(
    '--today <day>',
    'lean on the mocks of that school before this day, as its screens do; else before the test',
  )
  .option('--route <name>', 'the route of each --log in their order, - for none', gather, [])
  .option('--documents <file>', 'documents as a JSON list of { title, seen, until }')
  .option('--questions <file>', 'the bank that safety questions are drawn from (*.questions.json)')
  .option('--answers <file>', 'answers of drills as a JSON list of { question, at, grade }')
  .action(
    async ({
      standard,
      log,
      day,
      prior,
      today,
      route,
      documents,
      questions,
      answers,
    }: {
      standard: string;
      log: string[];
      day?: string;
      prior?: string;
      today?: string;
      route: string[];
      documents?: string;
      questions?: string;
      answers?: string;
    }) => {
      if (log.length === 0) return report(wrong('Give at least one --log.\n'));
      if (day !== undefined && !isDay(day)) return report(wrong('--day must be a day such as 2026-12-01.\n'));
      if (today !== undefined && !isDay(today))
        return report(wrong('--today must be a day such as 2026-12-01.\n'));
      const { readinessOfFiles } = await import('./readiness');
      return report(
        await readinessOfFiles(standard, log, day ?? null, prior ?? null, {
          today: today ?? null,
          routes: route,
          documents: documents ?? null,
          questions: questions ?? null,
          answers: answers ?? null,
        }),
      );
    },
  );

program
  .command('check-standard')
  .description('check standard files and run their worked examples')
  .argument('<file...>', 'standard files (*.standard.json)')
  .action(async (files: string[]) => report((await import('./checkStandard')).checkStandards(files)));

roadCommands(program, report);
figureCommands(program, report);

yardCommands(program, root, report);

program
  .command('serve')
  .description('start the server on a database of your own')
  .addOption(portOption())
  .option('--host <address>', 'address to answer on; 0.0.0.0 for the whole network (127.0.0.1)')
  .option('--database <file>', 'database file', join(root, 'var', 'jasperwren.db'))
  .option('--lan', 'answer over https on the local network, for tablets and phones', false)
  .option('--tls-cert <file>', 'answer over https with this certificate (PEM); read again on SIGHUP')
  .option('--tls-key <file>', 'the key of the certificate (PEM)')
  .option('--public-origin <address>', 'how browsers reach it, such as https://school.example')
  .option(
    '--behind-proxy [addresses]',
    'a server in front speaks for browsers; its addresses, with commas between (127.0.0.1,::1)',
  )
  .addOption(logOption('info'))
  .addOption(nowOption())
  .action(async (given: Given & Reached) => {
    const [{ serve }, reach] = await Promise.all([import('../serve'), import('./reach')]);
    const running = await serve({ ...options(given), ...reach.reachOf(given) });
    // On a terminal it says that the window was closed, and the server ends with it as other programs do.
    const service = !process.stdout.isTTY;
    if (service)
      process.on('SIGHUP', () => {
        try {
          running.renew();
        } catch (error) {
          console.error(`The certificate was not read again; the one before goes on. ${String(error)}`);
        }
      });
    const first =
      running.welcome === null
        ? []
        : [
            `Nobody can sign in yet. Make the school in a browser, with this address that works once:\n${running.welcome}`,
          ];
    say(running, [...(await reach.othersText(running)), ...first].join('\n'));
  });

const DEMO = join(root, 'var', 'demo.db');
const LARGE_DEMO = join(root, 'var', 'large.db');

program
  .command('demo')
  .description('start the server with a made-up school')
  .addOption(portOption())
  .option('--database <file>', 'database file', DEMO)
  .option('--fresh', 'delete the demo data and make it again', false)
  .option(
    '--large',
    'a made-up school of 50 instructors, 3000 learners and 30000 mocks, in a database of its own; it takes minutes',
    false,
  )
  .addOption(logOption('warn'))
  .addOption(nowOption())
  .addOption(new Option('--only-make', 'end when the school is made').default(false).hideHelp())
  .action(async (asked: Given & Record<'fresh' | 'large' | 'onlyMake', boolean>) => {
    const given = asked.large && asked.database === DEMO ? { ...asked, database: LARGE_DEMO } : asked;
    if (given.fresh) {
      // Not under a server that runs.
      (await import('../store')).lockDatabase(given.database)();
      for (const ending of ['', '-wal', '-shm']) rmSync(given.database + ending, { force: true });
    }
    const making = !existsSync(given.database);
    // Nobody waits for the school any more when whoever wanted it has ended.
    if (given.onlyMake) process.on('disconnect', () => process.exit(1));
    else if (given.large && making) {
      const code = await madeApart(given.database, given.now());
      if (code !== 0) return void (process.exitCode = code);
    }
    const [
      { serve },
      { addDemoRoutes, seedDemo, seedLarge, largeSchool, LARGE },
      { listNetworks },
      { shippedYard },
      { work },
    ] = await Promise.all([
      import('../serve'),
      import('../demo'),
      import('../store'),
      import('../yard'),
      import('../work'),
    ]);
    const running = await serve({
      ...options(given),
      morePorts: 20,
      demo: true,
      onTaken: (port) => console.log(`Port ${port} is taken; trying ${port + 1}.`),
      prepare: async (db) => {
        if (given.large) {
          const made = await largeSchool(db);
          if (made === 'cut off')
            throw new (await import('../reach')).SetupProblem(
              'This school was cut off while it was made. Make it again: demo --large --fresh',
            );
          if (made === 'none')
            await seedLarge(
              db,
              given.now(),
              (mocks) => work('work out', given.database, { mocks }),
              (learners) => {
                if (learners % 300 === 0) console.log(`${learners} of ${LARGE.learners} learners are made.`);
              },
            );
          return;
        }
        const { people } = await db
          .selectFrom('instructors')
          .select((is) => is.fn.countAll<number>().as('people'))
          .executeTakeFirstOrThrow();
        if (people === 0) await seedDemo(db, given.now(), shippedYard(root));
        else if ((await listNetworks(db)).length === 0) await addDemoRoutes(db, given.now());
      },
    });
    if (given.onlyMake) return running.close().then(() => process.exit(0));
    say(running, making ? 'The demo school is new.' : 'The demo school is as you left it.');
  });

/** Has the large school made by a process of its own: the memory that this takes the server would keep. @returns its exit code */
async function madeApart(database: string, now: Date): Promise<number> {
  const [, file = ''] = process.argv;
  const given = ['--database', database, '--port', '0', '--now', now.toISOString()];
  const maker = fork(file, ['demo', '--large', '--only-make', ...given]);
  // It works for long without looking up, so it doesn't hear at once that whoever wanted the school has ended.
  const endBoth = () => {
    maker.kill('SIGKILL');
    process.exit(1);
  };
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, endBoth);
  const [code] = (await once(maker, 'exit')) as [number | null];
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.off(signal, endBoth);
  return code ?? 1;
}

program
  .command('add-instructor')
  .description('let an instructor sign in; the passphrase is read from standard input')
  .requiredOption('--name <name>', 'their name')
  .addOption(
    new Option('--role <role>', 'what they are; the first is an owner, others instructors').choices(roles),
  )
  .option('--database <file>', 'database file', join(root, 'var', 'jasperwren.db'))
  .action(async ({ name, database, role }: { name: string; database: string; role?: Role }) => {
    if (nameKey(name) === '' || plainName(name).length > 80 || name.length > 80)
      return report(wrong('--name must be a name that can be read, of at most 80 characters.\n'));
    const passphrase = await newPassphrase();
    if (passphrase === null) return report(wrong(PASSPHRASE));
    const { addInstructor, instructorNamed, isNobodyHere, openDatabase } = await import('../store');
    const db = await openDatabase(database);
    try {
      if (await instructorNamed(db, name)) return report(wrong(`${name} is there already.\n`));
      const first = await isNobodyHere(db);
      await addInstructor(db, {
        name,
        passphrase,
        demo: false,
        role: role ?? (first ? 'owner' : 'instructor'),
      });
      report({ code: 0, out: `${plainName(name)} can sign in now.\n`, err: '' });
    } finally {
      await db.destroy();
    }
  });

program
  .command('reset-passphrase')
  .description(
    'give an instructor a new passphrase, read from standard input; ends all that they are signed in to',
  )
  .requiredOption('--name <name>', 'their name')
  .requiredOption('--database <file>', 'the school')
  .option('--link', 'print a one-time address where they choose it themselves, good for a day', false)
  .action(async ({ name, database, link }: { name: string; database: string; link: boolean }) => {
    if (!existsSync(database)) return report(wrong(`${database} is not there.\n`));
    if (link) return report(await (await import('./safekeeping')).passphraseLink(database, name));
    const passphrase = await newPassphrase();
    if (passphrase === null) return report(wrong(PASSPHRASE));
    report(await (await import('./safekeeping')).resetPassphrase(database, name, passphrase));
  });

program
  .command('export')
  .description('write a school into a zip of plain files that other programs can read')
  .requiredOption('--database <file>', 'the school')
  .requiredOption('--to <file>', 'the zip to write, which must not be there yet')
  .action(async ({ database, to }: { database: string; to: string }) =>
    report(await (await import('./safekeeping')).exportTo(database, to)),
  );

program
  .command('import')
  .description('make a school from an export')
  .requiredOption('--from <file>', 'the zip')
  .requiredOption('--database <file>', 'the school to make: a file that is not there, or has nobody in it')
  .action(async ({ from, database }: { from: string; database: string }) =>
    report(await (await import('./safekeeping')).importFrom(from, database)),
  );

program
  .command('backup')
  .description('copy a school into a file of its own, also while a server runs on it')
  .requiredOption('--database <file>', 'the school')
  .requiredOption('--to <file>', 'the file to write, which must not be there yet')
  .action(async ({ database, to }: { database: string; to: string }) =>
    report(await (await import('./safekeeping')).backUpTo(database, to)),
  );

program
  .command('restore')
  .description('put a backup in the place of a school, which is kept beside it; stop the server first')
  .requiredOption('--from <file>', 'the backup')
  .requiredOption('--database <file>', 'the school')
  .action(async ({ from, database }: { from: string; database: string }) =>
    report(await (await import('./safekeeping')).restoreFrom(from, database)),
  );

program
  .command('check')
  .description('read a whole school, work out its results again from the logs, and compare')
  .requiredOption('--database <file>', 'the school')
  .action(async ({ database }: { database: string }) =>
    report(await (await import('./safekeeping')).check(database)),
  );

program
  .command('rebuild')
  .description(
    'work out again what is kept beside the logs (verdicts, counts, evidence), compare, and correct it',
  )
  .requiredOption('--database <file>', 'the school')
  .action(async ({ database }: { database: string }) =>
    report(await (await import('./safekeeping')).rebuild(database)),
  );

/** What is given on the command line to a server. */
type Given = Pick<ServeOptions, 'port' | 'database' | 'logLevel' | 'now'>;

function options({ port, database, logLevel, now }: Given): ServeOptions {
  return {
    ...onThisMachine,
    port,
    database,
    logLevel,
    now,
    demo: false,
    root,
    version: packageJson.version,
  };
}

function say(running: Running, more: string): void {
  // Before it is said that it can be stopped.
  for (const signal of ['SIGINT', 'SIGTERM'] as const)
    process.once(signal, () => {
      // What is still being worked out somewhere does not hold it back.
      void running.close().then(() => process.exit(0));
      process.once(signal, () => process.exit(1));
    });
  const lines = [`Jasperwren answers at ${running.address}`, more, 'Stop it with Ctrl+C.'];
  console.log(lines.filter((line) => line !== '').join('\n'));
}

const PASSPHRASE = 'The passphrase must have 10 to 200 characters.\n';

/** Null when it is too short, or longer than can be typed in to sign in. */
async function newPassphrase(): Promise<string | null> {
  const passphrase = await askPassphrase();
  return passphrase.length >= 10 && passphrase.length <= 200 ? passphrase : null;
}

/** On a terminal it is not shown while it is typed; from a pipe it is the first line. */
async function askPassphrase(): Promise<string> {
  if (process.stdin.isTTY)
    return (await read({ prompt: 'Passphrase: ', silent: true, output: process.stderr })).trim();
  const lines = createInterface({ input: process.stdin, terminal: false });
  for await (const line of lines) return line.trim();
  return '';
}

function portNumber(text: string): number {
  const port = Number(text);
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new InvalidArgumentError('a port is a whole number from 0 to 65535');
  return port;
}

function report({ code, out, err }: Outcome): void {
  process.stdout.write(out);
  process.stderr.write(err);
  process.exitCode = code;
}

try {
  await program.parseAsync();
} catch (error) {
  if (error instanceof CommanderError) process.exitCode = error.exitCode === 0 ? 0 : 2;
  else if (isForTheUser(error)) report(wrong(`${error.message}\n`));
  else if (isOfFiles(error)) report(wrong(`${error.message}. Nothing more was written.\n`));
  else {
    console.error(error);
    process.exitCode = 1;
  }
}

/** What the person who typed the command must know. By its name, so that commands without a database load none. */
function isForTheUser(error: unknown): error is Error {
  return error instanceof Error && ['DatabaseProblem', 'SetupProblem'].includes(error.name);
}

/** A file or folder that was given cannot be read or written. */
function isOfFiles(error: unknown): error is Error {
  const codes = [
    'EACCES',
    'EISDIR',
    'ENOENT',
    'ENOTDIR',
    'ENOSPC',
    'EROFS',
    'EPERM',
    'ENAMETOOLONG',
    'EEXIST',
  ];
  return (
    error instanceof Error && 'code' in error && 'syscall' in error && codes.includes(String(error.code))
  );
}
