// What every command needs first, with Node alone: packages as the lock file says, and a current build.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { basename, dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));

const INSTALLED = join(root, 'node_modules', '.jasperwren');
const BUILT = join(root, 'dist', '.jasperwren');

/** Runs a program of this checkout; on failure ends this one with its code. */
export function run(command, args, { quiet = false } = {}) {
  const stdio = quiet ? ['ignore', 'pipe', 'pipe'] : ['ignore', 2, 2];
  const result = spawnSync(command, args, { cwd: root, stdio, encoding: 'utf8' });
  if (result.status === 0) return;
  if (quiet) process.stderr.write(`${result.stdout ?? ''}${result.stderr ?? ''}`);
  process.stderr.write(
    `${command} ${args.join(' ')} failed${result.error ? `: ${result.error.message}` : ''}\n`,
  );
  process.exit(result.status ?? 1);
}

const read = (file) => (existsSync(file) ? readFileSync(file, 'utf8') : '');

const lockHash = () =>
  createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');

export function ensureInstalled() {
  const wanted = `${lockHash()} node ${process.versions.modules}`;
  if (read(INSTALLED) === wanted) return;
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    process.stderr.write(`Jasperwren needs Node 20.19 or newer; this is ${process.versions.node}.\n`);
    process.exit(1);
  }
  process.stderr.write('Installing packages; the database driver is compiled, which takes a few minutes.\n');
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
  writeFileSync(INSTALLED, wanted);
}

function* filesBelow(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) yield* filesBelow(path);
    else yield path;
  }
}

/** Names, sizes and times of all that goes into the build. */
function sourceStamp() {
  const hash = createHash('sha256').update(lockHash());
  const singles = [
    'package.json',
    'vite.config.ts',
    'vite.server.config.ts',
    'tsconfig.base.json',
    'scripts/prepare.mjs',
  ];
  const files = [
    ...['core', 'contract', 'server', 'web'].flatMap((folder) => [...filesBelow(join(root, folder))]),
    ...singles.map((file) => join(root, file)),
  ];
  for (const file of files.sort()) {
    const { size, mtimeMs } = statSync(file);
    hash.update(`${file} ${size} ${mtimeMs}\n`);
  }
  return hash.digest('hex');
}

export function ensureBuilt() {
  const wanted = sourceStamp();
  if (read(BUILT) === wanted) return;
  process.stderr.write('Building.\n');
  const vite = join(root, 'node_modules', 'vite', 'bin', 'vite.js');
  run(process.execPath, [vite, 'build', '--logLevel', 'warn'], { quiet: true });
  run(process.execPath, [vite, 'build', '-c', 'vite.server.config.ts', '--logLevel', 'warn'], {
    quiet: true,
  });
  compressBeside(join(root, 'dist', 'web', 'assets'));
  mkdirSync(dirname(BUILT), { recursive: true });
  writeFileSync(BUILT, wanted);
}

/** Files that never change are compressed once, not at each request: the server sends what stands beside them. */
function compressBeside(folder) {
  for (const file of [...filesBelow(folder)].filter((name) => /\.(js|css|html|svg|json)$/.test(name))) {
    const content = readFileSync(file);
    if (content.length < 1_024) continue;
    // The frame is what everybody waits for first; as tight for all of it takes four times as long.
    const quality = basename(file).startsWith('index-') ? 11 : 9;
    writeFileSync(
      `${file}.br`,
      brotliCompressSync(content, { params: { [constants.BROTLI_PARAM_QUALITY]: quality } }),
    );
    writeFileSync(`${file}.gz`, gzipSync(content, { level: 9 }));
  }
}

/** Where Debian's Chromium without a window is; installed when it is missing and we may. */
export function ensureChromium() {
  const chromium = '/usr/bin/chromium-headless-shell';
  if (existsSync(chromium)) return chromium;
  if (process.getuid?.() !== 0) {
    process.stderr.write(
      'Chromium is missing, and only root can install it. Run: sudo apt-get install chromium-headless-shell\n',
    );
    process.exit(1);
  }
  process.stderr.write("Installing Debian's chromium.\n");
  run('apt-get', ['update', '-qq'], { quiet: true });
  run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium-headless-shell'], {
    quiet: true,
  });
  return chromium;
}
