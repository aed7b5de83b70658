import { once } from 'node:events';
import { readdirSync, readFileSync } from 'node:fs';
import { createServer, type RequestListener, type Server } from 'node:http';
import { createServer as createSecureServer, Server as SecureServer } from 'node:https';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { pino } from 'pino';
import { readBank } from '../core/questions';
import { readStandard } from '../core/standard';
import { createApp } from './app';
import { keeper } from './keeping';
import { endWork, endWorkUnderWay, work } from './work';
import { shippedYard } from './yard';
import {
  addressOf,
  answersTo,
  isLoopbackHost,
  localAuthority,
  ownAddresses,
  readCertificate,
  SetupProblem,
  trustServer,
  type CertificateFiles,
  type LocalAuthority,
} from './reach';
import { workingAhead } from './ahead';
import {
  addStandard,
  codeOf,
  emptyBin,
  isDemo,
  isNobodyHere,
  keepShippedQuestions,
  lockDatabase,
  makeInvitation,
  openDatabase,
  type Database,
} from './store';

export interface ServeOptions {
  readonly database: string;
  readonly host: string;
  readonly port: number;
  /** When the port is taken, try this many next ones. */
  readonly morePorts: number;
  /** Opens the demo's one-button way in; only ever on this machine. */
  readonly demo: boolean;
  /** Answer over https with this certificate. */
  readonly tls: CertificateFiles | null;
  /** Answer over https in the network around, with a certificate of this machine's own making. */
  readonly lan: boolean;
  /** How browsers reach it when that is not as it is asked, such as https://school.example. */
  readonly publicOrigin: string | null;
  /** Addresses of servers in front whose word on a browser is taken. */
  readonly fronts: readonly string[];
  readonly logLevel: string;
  /** The checkout or installation: where data/ and dist/web are. */
  readonly root: string;
  readonly version: string;
  readonly now: () => Date;
  /** Workers are left for the next school in this process: to begin one takes longer than most of what it is asked. */
  readonly keepsWorkers?: boolean;
  /** Told of each port that was taken. */
  readonly onTaken?: (port: number) => void;
  /** Fills the database before the server answers. */
  readonly prepare?: (db: Database) => Promise<void>;
}

export interface Running {
  /** Where browsers on this machine, or in the network that it answers to, find it. */
  readonly address: string;
  /** What other devices are told first: where they learn to trust it, or its address; null on this machine only. */
  readonly others: string | null;
  /** The one-time address where the first person makes the school; null when somebody is here. */
  readonly welcome: string | null;
  /** The authority of this machine's own making, when it answers with that. */
  readonly authority: LocalAuthority | null;
  readonly close: () => Promise<void>;
  /** Reads the certificate again, as after its renewal. @throws SetupProblem and keeps the one before */
  readonly renew: () => void;
}

/** Opens the database, brings the shipped standards and questions into it, and answers. */
export async function serve(options: ServeOptions): Promise<Running> {
  const release = lockDatabase(options.database);
  const opened: { readonly close: () => unknown }[] = [{ close: release }];
  try {
    const db = await openDatabase(options.database);
    opened.unshift(
      { close: options.keepsWorkers ? endWorkUnderWay : endWork },
      { close: () => db.destroy() },
    );
    const shipped = join(options.root, 'data', 'standards');
    const now = options.now();
    await keepShippedStandards(db, join(shipped, 'earlier'), now);
    await keepShippedStandards(db, shipped, now);
    await keepShippedBanks(db, join(options.root, 'data', 'questions'));
    await options.prepare?.(db);
    await emptyBin(db, now);
    opened.unshift({ close: workingAhead({ db, databaseFile: options.database, now: options.now }) });
    return await answer(options, db, opened);
  } catch (error) {
    for (const { close } of opened) await close();
    throw error;
  }
}

/** @param opened what is to be closed in the end, the last opened first; added to */
async function answer(
  options: ServeOptions,
  db: Database,
  opened: { readonly close: () => unknown }[],
): Promise<Running> {
  const loopbackOnly = isLoopbackHost(options.host);
  const demo = await isDemo(db);
  if (demo && !(loopbackOnly && options.publicOrigin === null))
    throw new SetupProblem(
      'This is the demo school, which anybody may change: it answers on this machine only. Start a school of your own with --database.',
    );
  const authority = options.lan ? await localAuthority(`${options.database}.lan`, options.now()) : null;
  const files = authority?.files ?? options.tls;
  const certificate = files && readCertificate(files, options.now());
  let closing = false;
  let handle: RequestListener | null = null;
  const server = await listen(options, certificate, (request, response) => {
    // A browser that keeps its connection would keep the server from ending.
    if (closing) response.setHeader('Connection', 'close');
    if (handle) handle(request, response);
    else response.writeHead(503, { 'Retry-After': '1' }).end();
  });
  opened.unshift({ close: () => ended(server) });
  const { port } = server.address() as AddressInfo;
  const protocol = certificate ? 'https' : 'http';
  const everywhere = options.host === '0.0.0.0' || options.host === '::';
  const [host = options.host] = everywhere ? ownAddresses() : [];
  const address = addressOf(protocol, host, port);
  const publicOrigin = options.publicOrigin ?? (loopbackOnly ? null : address);
  let trustPage: string | null = null;
  if (authority) {
    // Whoever leaves the port open has no next one either.
    const own = options.port === 0 ? 0 : port + 1;
    const page = await listening(trustServer(authority, address), options.host, own).catch(
      (error: unknown) => {
        throw addressProblem(error, options.host, own);
      },
    );
    opened.unshift({ close: () => ended(page) });
    trustPage = addressOf('http', host, (page.address() as AddressInfo).port);
  }
  const names = [...(certificate?.names ?? []), ...(publicOrigin ? [new URL(publicOrigin).hostname] : [])];
  const logger = pino({ level: options.logLevel });
  const keeping = keeper({
    db,
    databaseFile: options.database,
    now: options.now,
    copyTo: (to) => work('backup', options.database, { to }),
    logger,
  });
  opened.unshift({ close: keeping.stop });
  const first = (await isNobodyHere(db))
    ? await makeInvitation(db, { kind: 'first', name: '', role: 'owner', instructor: null }, options.now())
    : null;
  const app = createApp({
    db,
    keeper: keeping,
    databaseFile: options.database,
    now: options.now,
    demo: options.demo && loopbackOnly,
    version: options.version,
    publicOrigin,
    yard: shippedYard(options.root),
    trust: trustPage && authority ? { page: trustPage, fingerprint: authority.fingerprint } : null,
    logger,
    answersTo: answersTo(loopbackOnly, names),
    fronts: options.fronts,
    webRoot: join(options.root, 'dist', 'web'),
  });
  const callback = app.callback();
  handle = (request, response) => void callback(request, response);
  return {
    address,
    others: trustPage ?? publicOrigin,
    welcome: first && `${publicOrigin ?? address}/welcome/${first.token}`,
    authority,
    renew: () => {
      if (files && server instanceof SecureServer)
        server.setSecureContext(readCertificate(files, options.now()));
    },
    close: async () => {
      closing = true;
      for (const { close } of opened) await close();
    },
  };
}

/** So long, in milliseconds, whatever is being answered may take once the server is told to end. */
const PATIENCE = 5_000;

async function ended(server: Server | SecureServer): Promise<void> {
  server.close();
  server.closeIdleConnections();
  const force = setTimeout(() => server.closeAllConnections(), PATIENCE);
  await once(server, 'close');
  clearTimeout(force);
}

async function listen(
  options: ServeOptions,
  certificate: { readonly cert: string; readonly key: string } | null,
  handle: RequestListener,
): Promise<Server | SecureServer> {
  for (let port = options.port; ; port += 1) {
    const server = certificate ? createSecureServer(certificate, handle) : createServer(handle);
    // Longer than a server in front keeps a connection (60 s, common practice), so that none is cut as it is used again.
    server.keepAliveTimeout = 75_000;
    try {
      return await listening(server, options.host, port);
    } catch (error) {
      const taken = codeOf(error) === 'EADDRINUSE';
      if (!taken || port >= options.port + options.morePorts) throw addressProblem(error, options.host, port);
      options.onTaken?.(port);
    }
  }
}

function addressProblem(error: unknown, host: string, port: number): unknown {
  const code = codeOf(error);
  if (code === 'EADDRINUSE')
    return new SetupProblem(`Port ${port} is taken by another program. Choose another one with --port.`);
  if (code === 'EACCES')
    return new SetupProblem(
      `Port ${port} may not be used by this account. Choose one of 1024 or more with --port.`,
    );
  if (['EADDRNOTAVAIL', 'ENOTFOUND', 'EAI_AGAIN', 'EAI_FAIL', 'EINVAL'].includes(code))
    return new SetupProblem(
      `--host: ${host} is no address of this machine. It has 127.0.0.1, and in the network ${ownAddresses().join(' and ') || 'none'}.`,
    );
  return error;
}

function listening<S extends Server | SecureServer>(server: S, host: string, port: number): Promise<S> {
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
