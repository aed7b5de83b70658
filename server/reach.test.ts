import { spawnSync } from 'node:child_process';
import { X509Certificate } from 'node:crypto';
import { copyFileSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { request as plainRequest, type IncomingHttpHeaders } from 'node:http';
import { request as secureRequest } from 'node:https';
import { join } from 'node:path';
import { connect } from 'node:tls';
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { ownAddresses } from './reach';
import { scratchFolder, startServer, type ServerProcess } from './testing';
import { copySchool } from './testing/school';

const folder = scratchFolder();
const running: ServerProcess[] = [];
afterAll(async () => {
  await Promise.all(running.map((server) => server.kill()));
  folder.remove();
});
const MAIN = join(import.meta.dirname, '..', 'dist', 'server', 'main.js');
const school = folder.path('school.db');
const NAME = 'Maren Holtby';
const PASSPHRASE = 'seven wet crossings';

beforeAll(() => {
  spawnSync(process.execPath, [MAIN, 'add-instructor', '--name', NAME, '--database', school], {
    input: `${PASSPHRASE}\n`,
  });
}, 30_000);

async function serving(...more: string[]): Promise<ServerProcess> {
  for (const server of running.splice(0)) await server.end();
  const server = await startServer('serve', school, more);
  running.push(server);
  return server;
}

interface Told {
  readonly status: number;
  readonly headers: IncomingHttpHeaders;
  readonly body: string;
}

function ask(
  url: string,
  { method = 'GET', headers = {}, body = '', ca = '' } = {} as {
    method?: string;
    headers?: Record<string, string>;
    body?: string;
    ca?: string;
  },
): Promise<Told> {
  return new Promise((resolve, reject) => {
    const options = {
      method,
      headers: { connection: 'close', ...headers },
      ...(ca ? { ca, servername: 'localhost' } : {}),
    };
    const send = url.startsWith('https') ? secureRequest : plainRequest;
    send(url, options, (answer) => {
      let text = '';
      answer.on('data', (chunk: Buffer) => (text += chunk.toString()));
      answer.on('end', () =>
        resolve({ status: answer.statusCode ?? 0, headers: answer.headers, body: text }),
      );
    })
      .on('error', reject)
      .end(body);
  });
}

const signIn = (
  address: string,
  {
    passphrase = PASSPHRASE,
    headers = {},
    ca = '',
  }: {
    passphrase?: string;
    headers?: Record<string, string>;
    ca?: string;
  } = {},
) =>
  ask(`${address}/api/v1/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...headers },
    body: JSON.stringify({ name: NAME, passphrase }),
    ca,
  });

describe('in the network around', () => {
  it('a device signs in over https once it trusts the school, and is told how on a page of its own', async () => {
    const server = await serving('--lan');
    const [own = ''] = ownAddresses();
    expect(server.address).toBe(`https://${own}:${new URL(server.address).port}`);
    const ca = readFileSync(`${school}.lan/authority.pem`, 'utf8');
    await expect(ask(`${server.address}/`)).rejects.toThrow(/certificate|self-signed|verify/i);
    const page = await ask(`${server.address}/`, { ca });
    expect(page.body).toContain('<div id="root">');

    const signedIn = await signIn(server.address, { ca, headers: { origin: server.address } });
    expect(signedIn.status).toBe(200);
    const cookie = String(signedIn.headers['set-cookie']);
    expect(cookie).toMatch(/; secure/i);
    expect((await signIn(server.address, { ca, headers: { origin: 'https://evil.example' } })).status).toBe(
      403,
    );
    expect((await ask(`${server.address}/`, { ca, headers: { host: 'evil.example' } })).status).toBe(421);

    const trust = /http:\/\/\S+/.exec(server.printed())?.[0] ?? '';
    const told = await ask(`${trust}/`);
    const authority = new X509Certificate(ca);
    expect(told.body).toContain(authority.fingerprint256);
    expect(server.printed()).toContain(authority.fingerprint256);
    expect(told.headers['content-security-policy']).toContain(`connect-src ${server.address}`);
    expect((await ask(`${trust}/jasperwren.crt`)).headers['content-type']).toBe('application/x-x509-ca-cert');
    expect((await ask(`${trust}/api/v1/health`)).status).toBe(302);

    const reach = await ask(`${server.address}/api/v1/school/reach`, {
      ca,
      headers: { cookie: cookie.split(';')[0] ?? '' },
    });
    const { code, ...rest } = JSON.parse(reach.body) as { code: string };
    expect(rest).toEqual({
      address: server.address,
      secure: true,
      trustPage: trust,
      fingerprint: authority.fingerprint256,
    });
    expect(code).toMatch(/^<svg /);
    const feed = await ask(`${server.address}/api/v1/calendar`, {
      method: 'POST',
      ca,
      headers: { cookie: cookie.split(';')[0] ?? '', 'content-type': 'application/json' },
      body: JSON.stringify({ days: 30, fullNames: false }),
    });
    expect((JSON.parse(feed.body) as { url: string }).url).toMatch(
      new RegExp(`^${server.address}/api/v1/calendar/[\\w-]+\\.ics$`),
    );
  }, 40_000);

  it('over plain http the application opens too, and says where', async () => {
    const server = await serving('--host', '0.0.0.0');
    expect(server.printed()).toMatch(/not secure/);
    expect((await ask(server.address)).body).toContain('<div id="root">');
    const signedIn = await signIn(server.address, { headers: { origin: server.address } });
    expect(signedIn.status).toBe(200);
    expect(String(signedIn.headers['set-cookie'])).not.toMatch(/secure/i);
  }, 20_000);
});

it('a certificate is read again when the server is told to, and a broken one is not taken', async () => {
  const lan = `${school}.lan`;
  const [cert, key] = [folder.path('c.pem'), folder.path('k.pem')];
  copyFileSync(join(lan, 'server.pem'), cert);
  copyFileSync(join(lan, 'server.key'), key);
  const server = await serving('--tls-cert', cert, '--tls-key', key);
  const port = Number(new URL(server.address).port);
  const served = () =>
    new Promise<string>((resolve, reject) => {
      const socket = connect({ host: '127.0.0.1', port, rejectUnauthorized: false }, () => {
        resolve(socket.getPeerX509Certificate()?.serialNumber ?? '');
        socket.end();
      }).on('error', reject);
    });
  const first = await served();
  rmSync(join(lan, 'server.pem'));
  const { localAuthority } = await import('./reach');
  await localAuthority(lan, new Date());
  copyFileSync(join(lan, 'server.pem'), cert);
  process.kill(server.pid, 'SIGHUP');
  const until = async (done: () => Promise<boolean> | boolean) => {
    for (let n = 0; n < 100 && !(await done()); n += 1) await new Promise((wait) => setTimeout(wait, 50));
  };
  // The key of the one is not that of the other.
  await until(() => server.printed().includes('the one before goes on'));
  expect(server.printed()).toContain('the one before goes on');
  expect(await served()).toBe(first);
  copyFileSync(join(lan, 'server.key'), key);
  process.kill(server.pid, 'SIGHUP');
  await until(async () => (await served()) !== first);
  expect(await served()).toBe(new X509Certificate(readFileSync(cert)).serialNumber);
}, 30_000);

it('[::1] is answered under the address that is printed', async () => {
  const server = await serving('--host', '::1');
  expect(server.address).toMatch(/^http:\/\/\[::1\]:\d+$/);
  expect((await ask(`${server.address}/api/v1/health`)).status).toBe(200);
}, 20_000);

describe('behind a server in front', () => {
  const front = (client: string) => ({
    host: 'school.example',
    origin: 'https://school.example',
    'x-forwarded-proto': 'https',
    'x-forwarded-for': client,
  });

  it('browsers sign in at the public address, each counted for itself', async () => {
    const server = await serving('--behind-proxy', '--public-origin', 'https://school.example');
    const signedIn = await signIn(server.address, { headers: front('203.0.113.1') });
    expect(signedIn.status).toBe(200);
    expect(String(signedIn.headers['set-cookie'])).toMatch(/; secure/i);
    for (let n = 0; n < 5; n += 1)
      await signIn(server.address, { passphrase: 'not this one', headers: front('203.0.113.2') });
    expect((await signIn(server.address, { headers: front('203.0.113.2') })).status).toBe(429);
    // What a browser itself says it came through is not believed: the front's word comes last.
    const lying = front('203.0.113.77, 203.0.113.2');
    expect((await signIn(server.address, { headers: lying })).status).toBe(429);
    expect((await signIn(server.address, { headers: front('203.0.113.3') })).status).toBe(200);
    const other = { ...front('203.0.113.4'), host: 'evil.example', 'x-forwarded-host': 'school.example' };
    expect((await signIn(server.address, { headers: other })).status).toBe(421);
    const foreign = { ...front('203.0.113.4'), origin: 'https://evil.example' };
    expect((await signIn(server.address, { headers: foreign })).status).toBe(403);
  }, 40_000);

  it('nobody else is believed', async () => {
    const server = await serving('--behind-proxy', '10.0.0.1', '--public-origin', 'https://school.example');
    for (let n = 0; n < 5; n += 1)
      await signIn(server.address, { passphrase: 'not this one', headers: front(`203.0.113.${n + 10}`) });
    expect((await signIn(server.address, { headers: front('203.0.113.99') })).status).toBe(429);
  }, 40_000);
});

describe('what cannot be done is said at the start, and nothing is made', () => {
  const none = folder.path('not-made.db');
  const files = () => {
    writeFileSync(folder.path('text.pem'), 'hello');
    return folder.path('text.pem');
  };
  it.each<[string, readonly string[], RegExp]>([
    ['half a certificate', ['--tls-cert', files()], /go together/],
    [
      'a certificate that is none',
      ['--tls-cert', files(), '--tls-key', files()],
      /no certificate with its key/,
    ],
    [
      'a certificate that is not there',
      ['--tls-cert', '/none.pem', '--tls-key', '/none.pem'],
      /cannot be read/,
    ],
    ['an address of another machine', ['--host', '203.0.113.77'], /no address of this machine/],
    ['a host that is no address', ['--host', 'no such host'], /no address of this machine/],
    ['a front without a public address', ['--behind-proxy'], /--public-origin/],
    [
      'a front that is no address',
      ['--behind-proxy', 'x', '--public-origin', 'https://a.example'],
      /"x" is none/,
    ],
    ['a public address with a path', ['--public-origin', 'https://a.example/b'], /without a path/],
    ['the network on this machine only', ['--lan', '--host', '127.0.0.1'], /this machine only/],
    ['an unknown log level', ['--log-level', 'loud'], /Allowed choices/],
    ['an instant that is none', ['--now', '2026-02-30T10:00:00Z'], /must be an instant such as/],
    ['a port that is none', ['--port', '70000'], /a port is/],
  ])('%s', (_what, args, words) => {
    const own = args.includes('--log-level') || args.includes('--port') ? [] : ['--port', '0'];
    const { status, stderr } = spawnSync(
      process.execPath,
      [MAIN, 'serve', '--database', none, ...own, ...args],
      { encoding: 'utf8', timeout: 20_000 },
    );
    expect(stderr).toMatch(words);
    expect(stderr).not.toMatch(/ {4}at /);
    expect(status).toBe(2);
  });

  it('the demo school answers on this machine only', () => {
    const demo = folder.path('demo.db');
    copySchool(demo);
    for (const args of [['--host', '0.0.0.0'], ['--lan'], ['--public-origin', 'https://school.example']]) {
      const { status, stderr } = spawnSync(
        process.execPath,
        [MAIN, 'serve', '--port', '0', '--database', demo, ...args],
        { encoding: 'utf8', timeout: 20_000 },
      );
      expect(stderr).toMatch(/demo school/);
      expect(status).toBe(2);
    }
  }, 30_000);

  it.each(['/proc/self/x.db', '/dev/null/x.db', '/'])('a database at %s', (file) => {
    const { status, stderr } = spawnSync(
      process.execPath,
      [MAIN, 'serve', '--port', '0', '--database', file],
      {
        encoding: 'utf8',
        timeout: 10_000,
      },
    );
    expect(stderr).not.toMatch(/ {4}at /);
    expect(stderr).toContain(file);
    expect(status).toBe(2);
  });
});
