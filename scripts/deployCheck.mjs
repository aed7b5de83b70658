// npm run deploy:check: tries what docs/deploy.md says, with Debian's nginx and made-up certificates. Two schools
// stand behind one nginx, each a process and a file of its own; then one of them moves house.
import assert from 'node:assert/strict';
import { spawn, spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { request } from 'node:https';
import { request as plainRequest } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureBuilt, ensureInstalled, root } from './prepare.mjs';

const MAIN = join(root, 'dist', 'server', 'main.js');
const NAME = 'Maren Holtby';
const PASSPHRASE = 'seven wet crossings';
const [HTTP, HTTPS] = [8480, 8443];

if (spawnSync('nginx', ['-v']).status !== 0) {
  console.error('nginx is not installed: apt-get install nginx-light');
  process.exit(2);
}
ensureInstalled();
ensureBuilt();
const folder = mkdtempSync(join(tmpdir(), 'jasperwren-deploy-'));
const at = (name) => join(folder, name);
const children = [];

function run(command, args, input = '') {
  const { status, stdout, stderr } = spawnSync(command, args, { encoding: 'utf8', input });
  assert.equal(status, 0, `${command} ${args.join(' ')}: ${stdout}${stderr}`);
  return stdout;
}

const jasperwren = (args, input) => run(process.execPath, [MAIN, ...args], input);

async function serve(school) {
  const child = spawn(
    process.execPath,
    [
      ...[MAIN, 'serve', '--port', String(school.port), '--database', school.file, '--log-level', 'warn'],
      ...['--behind-proxy', '--public-origin', `https://${school.host}:${HTTPS}`],
    ],
    { stdio: ['ignore', 'pipe', 'inherit'] },
  );
  children.push(child);
  await new Promise((resolve, reject) => {
    child.stdout.on('data', (text) => String(text).includes('Ctrl+C') && resolve());
    child.on('exit', () => reject(new Error('a school did not start')));
  });
  return child;
}

const ended = (child) =>
  new Promise((resolve) => {
    child.once('exit', resolve);
    child.kill('SIGTERM');
  });

/** Asks nginx for one school, as a browser that trusts the made-up authority. */
function ask(host, path, { method = 'GET', headers = {}, body = '', secure = true } = {}) {
  return new Promise((resolve, reject) => {
    const sending = (secure ? request : plainRequest)(
      {
        host: '127.0.0.1',
        port: secure ? HTTPS : HTTP,
        servername: host,
        ca: secure ? readFileSync(at('ca.pem')) : undefined,
        method,
        path,
        headers: { host: secure ? `${host}:${HTTPS}` : host, connection: 'close', ...headers },
      },
      (answer) => {
        let text = '';
        answer.on('data', (piece) => (text += piece));
        answer.on('end', () => resolve({ status: answer.statusCode, headers: answer.headers, text }));
      },
    );
    sending.on('error', reject);
    sending.end(body);
  });
}

const signIn = (host, more = {}, passphrase = PASSPHRASE) =>
  ask(host, '/api/v1/session', {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: `https://${host}:${HTTPS}`, ...more },
    body: JSON.stringify({ name: NAME, passphrase }),
  });

const checks = [];
async function check(what, work) {
  await work();
  checks.push(what);
  console.log(`ok: ${what}`);
}

function certificates(hosts) {
  run('openssl', [
    'req',
    '-x509',
    '-newkey',
    'rsa:2048',
    '-nodes',
    '-days',
    '2',
    '-subj',
    '/CN=Made-up authority',
    '-keyout',
    at('ca.key'),
    '-out',
    at('ca.pem'),
  ]);
  for (const host of hosts) {
    run('openssl', [
      'req',
      '-newkey',
      'rsa:2048',
      '-nodes',
      '-subj',
      `/CN=${host}`,
      '-keyout',
      at(`${host}.key`),
      '-out',
      at(`${host}.csr`),
    ]);
    writeFileSync(at(`${host}.ext`), `subjectAltName=DNS:${host}\n`);
    run('openssl', [
      'x509',
      '-req',
      '-days',
      '1',
      '-in',
      at(`${host}.csr`),
      '-CA',
      at('ca.pem'),
      '-CAkey',
      at('ca.key'),
      '-CAcreateserial',
      '-extfile',
      at(`${host}.ext`),
      '-out',
      at(`${host}.pem`),
    ]);
  }
}

/** The shipped file for one school, with names, ports and certificates of this try. */
const siteOf = ({ host, port }) =>
  readFileSync(join(root, 'deploy', 'nginx.conf'), 'utf8')
    .replaceAll(/\/etc\/ssl\/school\.example\/fullchain\.pem/g, at(`${host}.pem`))
    .replaceAll(/\/etc\/ssl\/school\.example\/privkey\.pem/g, at(`${host}.key`))
    .replaceAll('school.example', host)
    .replaceAll('127.0.0.1:4820', `127.0.0.1:${port}`)
    .replaceAll(/ {4}listen \[::\].*\n/g, '')
    .replaceAll('listen 80;', `listen 127.0.0.1:${HTTP};`)
    .replaceAll('listen 443 ', `listen 127.0.0.1:${HTTPS} `)
    // Addresses of this try have a port, which those of a school have not.
    .replaceAll('proxy_set_header Host $host;', 'proxy_set_header Host $http_host;');

const schools = [
  { host: 'pellam.example', port: 48_201, file: at('pellam.db') },
  { host: 'thornwick.example', port: 48_202, file: at('thornwick.db') },
];
const [pellam, thornwick] = schools;

try {
  certificates(schools.map(({ host }) => host));
  mkdirSync(at('logs'));
  writeFileSync(
    at('nginx.conf'),
    `user root;\npid ${at('nginx.pid')};\nerror_log ${at('logs/error.log')};\nevents {}\nhttp {\naccess_log off;\n` +
      ['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi']
        .map((name) => `${name}_temp_path ${at(name)};\n`)
        .join('') +
      `${schools.map(siteOf).join('\n')}}\n`,
  );
  for (const { file } of schools)
    jasperwren(['add-instructor', '--name', NAME, '--database', file], `${PASSPHRASE}\n`);
  const servers = [await serve(pellam), await serve(thornwick)];
  run('nginx', ['-t', '-p', folder, '-c', at('nginx.conf')]);
  const nginx = spawn('nginx', ['-p', folder, '-c', at('nginx.conf'), '-g', 'daemon off;'], {
    stdio: 'inherit',
  });
  children.push(nginx);
  for (let n = 0; n < 50; n += 1) {
    if (
      await ask(pellam.host, '/').then(
        (answer) => answer.status === 200,
        () => false,
      )
    )
      break;
    await new Promise((wait) => setTimeout(wait, 100));
  }

  await check('plain http leads to https', async () => {
    const { status, headers } = await ask(pellam.host, '/diary', { secure: false });
    assert.equal(status, 301);
    assert.equal(headers.location, `https://${pellam.host}/diary`);
  });
  await check('the application comes, compressed, with its security headers', async () => {
    const { status, headers } = await ask(pellam.host, '/', { headers: { 'accept-encoding': 'br' } });
    assert.equal(status, 200);
    assert.equal(headers['content-encoding'], 'br');
    assert.match(headers['content-security-policy'], /default-src 'self'/);
    assert.match(headers['strict-transport-security'], /max-age/);
  });
  await check('signing in works behind it, with a cookie for https only', async () => {
    const { status, headers } = await signIn(pellam.host);
    assert.equal(status, 200);
    assert.match(String(headers['set-cookie']), /^__Host-jasperwren=.*; secure/);
  });
  await check('each school has its own people, cookies and links', async () => {
    const { headers } = await signIn(pellam.host);
    const cookie = String(headers['set-cookie']).split(';')[0];
    assert.equal((await ask(pellam.host, '/api/v1/learners', { headers: { cookie } })).status, 200);
    assert.equal((await ask(thornwick.host, '/api/v1/learners', { headers: { cookie } })).status, 401);
    const feed = await ask(pellam.host, '/api/v1/calendar', {
      method: 'POST',
      headers: { cookie, 'content-type': 'application/json' },
      body: JSON.stringify({ days: 30, fullNames: false }),
    });
    assert.match(JSON.parse(feed.text).url, new RegExp(`^https://${pellam.host}:${HTTPS}/api/v1/calendar/`));
  });
  await check('changes from pages of the other school are refused', async () => {
    assert.equal((await signIn(pellam.host, { origin: `https://${thornwick.host}:${HTTPS}` })).status, 403);
  });
  await check('an address that a browser makes up is not believed', async () => {
    for (let n = 0; n < 5; n += 1)
      await signIn(thornwick.host, { 'x-forwarded-for': `203.0.113.${n}` }, 'not this one');
    assert.equal((await signIn(thornwick.host, { 'x-forwarded-for': '203.0.113.99' })).status, 429);
  });
  await check('a body of 40 MB reaches the school', async () => {
    const { headers } = await signIn(pellam.host);
    const cookie = String(headers['set-cookie']).split(';')[0];
    const answer = await ask(pellam.host, '/api/v1/networks/big', {
      method: 'PUT',
      headers: { cookie, 'content-type': 'application/gzip' },
      body: Buffer.alloc(40_000_000, 1),
    });
    assert.equal(answer.status, 400);
    assert.match(answer.text, /nothing was stored/);
  });
  await check(
    'a school is backed up while it runs, and updated by a restart that loses nothing',
    async () => {
      jasperwren(['backup', '--database', pellam.file, '--to', at('pellam-backup.db')]);
      await ended(servers[0]);
      assert.equal((await ask(pellam.host, '/')).status, 502);
      servers[0] = await serve(pellam);
      assert.equal((await signIn(pellam.host)).status, 200);
    },
  );
  await check('a school moves house: its backup, restored elsewhere, is the same school', async () => {
    await ended(servers[0]);
    const file = at('moved/school.db');
    mkdirSync(at('moved'));
    jasperwren(['restore', '--from', at('pellam-backup.db'), '--database', file]);
    await serve({ ...pellam, file });
    assert.equal((await signIn(pellam.host)).status, 200);
  });
  await check('the unit is one that systemd takes', () => {
    if (spawnSync('systemd-analyze', ['--version']).status !== 0)
      return console.log('(systemd-analyze is not here)');
    const unit = at('jasperwren@pellam.service');
    // What it names is not installed here.
    const text = readFileSync(join(root, 'deploy', 'jasperwren@.service'), 'utf8')
      .replace('/usr/bin/node', process.execPath)
      .replaceAll(/\/opt\/jasperwren/g, root);
    writeFileSync(unit, text);
    const { stderr } = spawnSync('systemd-analyze', ['verify', '--man=no', unit], { encoding: 'utf8' });
    const own = stderr.split('\n').filter((line) => line.includes('jasperwren@'));
    assert.deepEqual(own, []);
  });
  console.log(`${checks.length} checks of docs/deploy.md hold.`);
} catch (error) {
  console.error(error);
  process.exitCode = 1;
} finally {
  for (const child of children) child.kill('SIGTERM');
  await new Promise((wait) => setTimeout(wait, 500));
  for (const child of children) child.kill('SIGKILL');
  rmSync(folder, { recursive: true, force: true });
}
