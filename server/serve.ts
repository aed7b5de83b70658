import { once } from 'node:events';
import { readdirSync, readFileSync } from 'node:fs';
import { createServer, type RequestListener, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { pino } from 'pino';
import { readBank } from '../core/questions';
import { readStandard } from '../core/standard';
import { createApp } from './app';
import { isLoopbackHost } from './http';
import { addStandard, keepShippedQuestions, lockDatabase, openDatabase, type Database } from './store';

export interface ServeOptions {
  readonly database: string;
  readonly host: string;
  readonly port: number;
  /** When the port is taken, try this many next ones. */
  readonly morePorts: number;
  /** Opens the demo's one-button way in; only ever on this machine. */
  readonly demo: boolean;
  readonly logLevel: string;
  /** The checkout or installation: where data/ and dist/web are. */
  readonly root: string;
  readonly version: string;
  readonly now: () => Date;
  /** Told of each port that was taken. */
  readonly onTaken?: (port: number) => void;
  /** Fills the database before the server answers. */
  readonly prepare?: (db: Database) => Promise<void>;
}

export interface Running {
  readonly address: string;
  readonly close: () => Promise<void>;
}

/** Opens the database, brings the shipped standards and questions into it, and answers. */
export async function serve(options: ServeOptions): Promise<Running> {
  const release = lockDatabase(options.database);
  let db: Database | null = null;
  try {
    db = await openDatabase(options.database);
    const shipped = join(options.root, 'data', 'standards');
    const now = options.now();
    await keepShippedStandards(db, join(shipped, 'earlier'), now);
    await keepShippedStandards(db, shipped, now);
    await keepShippedBanks(db, join(options.root, 'data', 'questions'));
    await options.prepare?.(db);
    const loopbackOnly = isLoopbackHost(options.host);
    const logger = pino({ level: options.logLevel });
    const app = createApp({
      db,
      databaseFile: options.database,
      now: options.now,
      demo: options.demo && loopbackOnly,
      version: options.version,
      logger,
      loopbackOnly,
      webRoot: join(options.root, 'dist', 'web'),
    });
    const opened = db;
    const handle = app.callback();
    let closing = false;
    const server = await listen(options, (request, response) => {
      // A browser that keeps its connection would keep the server from ending.
      if (closing) response.setHeader('Connection', 'close');
      void handle(request, response);
    });
    const { port } = server.address() as AddressInfo;
    const host = options.host.includes(':') ? `[${options.host}]` : options.host;
    return {
      address: `http://${host}:${port}`,
      close: async () => {
        closing = true;
        server.close();
        server.closeIdleConnections();
        const force = setTimeout(() => server.closeAllConnections(), PATIENCE);
        await once(server, 'close');
        clearTimeout(force);
        await opened.destroy();
        release();
      },
    };
  } catch (error) {
    await db?.destroy();
    release();
    throw error;
  }
}

/** So long, in milliseconds, whatever is being answered may take once the server is told to end. */
const PATIENCE = 5_000;

async function listen(options: ServeOptions, handle: RequestListener): Promise<Server> {
  for (let port = options.port; ; port += 1) {
    const server = createServer(handle);
    server.keepAliveTimeout = 5_000;
    try {
      return await listening(server, options.host, port);
    } catch (error) {
      const taken = error instanceof Error && 'code' in error && error.code === 'EADDRINUSE';
      if (!taken || port >= options.port + options.morePorts) throw error;
      options.onTaken?.(port);
    }
  }
}

function listening(server: Server, host: string, port: number): Promise<Server> {
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, host, () => {
      server.off('error', reject);
      resolve(server);
    });
  });
}

/** Each version that ships or shipped is kept once; a version that was kept before is never changed. */
async function keepShippedStandards(db: Database, folder: string, now: Date): Promise<void> {
  for (const file of readdirSync(folder).filter((name) => name.endsWith('.standard.json'))) {
    const result = readStandard(readFileSync(join(folder, file), 'utf8'));
    if (!result.ok) throw new Error(`the shipped ${file} is broken: ${JSON.stringify(result.problems)}`);
    if ((await addStandard(db, result.value, now)) === 'differs')
      throw new Error(`the shipped ${file} was changed without a new version`);
  }
}

/** Questions that ship are brought up to date, except those that the school has changed. */
async function keepShippedBanks(db: Database, folder: string): Promise<void> {
  for (const file of readdirSync(folder).filter((name) => name.endsWith('.questions.json'))) {
    const bank = readBank(readFileSync(join(folder, file), 'utf8'));
    if (!bank.ok) throw new Error(`the shipped ${file} is broken: ${JSON.stringify(bank.problems)}`);
    await keepShippedQuestions(db, bank.value.questions);
  }
}
