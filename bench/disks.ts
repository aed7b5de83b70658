import { spawnSync } from 'node:child_process';
import { copyFileSync, mkdirSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { demoMock, faultEvent, scratchFolder, startServer, type ServerProcess } from '../server/testing';
import { copySchool } from '../server/testing/school';

/**
 * A disk that is full and a disk that becomes read-only under a server that is marked in: `npm run bench -- disks`.
 * It mounts small disks of its own, for which it must be root.
 */
export async function disks(): Promise<void> {
  await onDisk('a full disk', mountMemory, fullDisk);
  await onDisk('a read-only disk', mountImage, readOnlyDisk);
}

/** Mounts a disk of some 24 MB or more at a folder. @returns what went wrong, in words; empty when nothing did */
type Mount = (disk: string, image: string) => string;

const run = (command: string, ...args: readonly string[]): string => {
  const { status, stderr, error } = spawnSync(command, args, { encoding: 'utf8' });
  return status === 0 ? '' : (error?.message ?? stderr.trim());
};

const mountMemory: Mount = (disk) => run('mount', '-t', 'tmpfs', '-o', 'size=24m', 'tmpfs', disk);

const mountImage: Mount = (disk, image) => {
  writeFileSync(image, Buffer.alloc(64 << 20));
  return run('mkfs.ext4', '-q', '-F', image) || run('mount', '-o', 'loop,errors=remount-ro', image, disk);
};

async function onDisk(what: string, mount: Mount, attack: (disk: string) => Promise<void>): Promise<void> {
  const folder = scratchFolder();
  const disk = folder.path('disk');
  mkdirSync(disk);
  try {
    const refused = mount(disk, folder.path('image'));
    if (refused !== '') console.log(`${what}: not measured, for no disk could be mounted (${refused})`);
    else
      try {
        await attack(disk);
      } finally {
        run('umount', disk);
      }
  } finally {
    folder.remove();
  }
}

/** A drive that is marked in batches of two hundred, and which of the marks were acknowledged. */
async function markedDrive(server: ServerProcess) {
  const { client, mock } = await demoMock(server);
  const acknowledged = new Set<string>();
  let seq = 0;
  const post = async (events: readonly { readonly id: string }[]) => {
    const { status, body } = await client.post(`/mocks/${mock}/events`, { events });
    if (status === 200) for (const { id } of events) acknowledged.add(id);
    return { status, detail: (body as { detail?: string }).detail ?? '', events };
  };
  return {
    client,
    acknowledged,
    post,
    send: () => post(Array.from({ length: 200 }, () => faultEvent((seq += 1)))),
    /** Those that are not there any more, after the server was killed and started again on the same file. */
    lostIn: async (file: string) => {
      const later = await startServer('demo', file);
      try {
        const { client: reader } = await demoMock(later);
        const { events } = (await reader.get(`/mocks/${mock}/events`)).body as { events: { id: string }[] };
        const there = new Set(events.map(({ id }) => id));
        return [...acknowledged].filter((id) => !there.has(id)).length;
      } finally {
        await later.kill();
      }
    },
  };
}

async function fullDisk(disk: string): Promise<void> {
  const file = `${disk}/school.db`;
  copySchool(file);
  const server = await startServer('demo', file);
  try {
    const { client, acknowledged, post, send, lostIn } = await markedDrive(server);
    await send();
    const { bavail, bsize } = statfsSync(disk);
    writeFileSync(`${disk}/filler`, Buffer.alloc(Math.max(0, bavail * bsize - 300_000)));
    let answer = await send();
    for (let n = 0; n < 60 && answer.status === 200; n += 1) answer = await send();
    console.log(`disk full: ${answer.status} ${answer.detail}`);
    console.log(`health meanwhile: ${(await client.get('/health')).status}`);
    console.log(`reading meanwhile: ${(await client.get('/learners')).status}`);
    rmSync(`${disk}/filler`);
    const again = await post(answer.events);
    console.log(`after making room the same marks: ${again.status}`);
    await server.kill();
    const lost = await lostIn(file);
    console.log(`after a power cut: ${lost} of ${acknowledged.size} acknowledged marks lost`);
    if (lost > 0 || again.status !== 200 || answer.status !== 507) process.exitCode = 1;
  } finally {
    await server.kill();
  }
}

/** As a system does it that found a fault on the disk: from one moment on nothing can be written. */
async function readOnlyDisk(disk: string): Promise<void> {
  const file = `${disk}/school.db`;
  copySchool(file);
  const server = await startServer('demo', file);
  try {
    const { client, acknowledged, send, lostIn } = await markedDrive(server);
    await send();
    run('sync');
    const refused = run('mount', '-o', 'remount,abort', disk);
    if (refused !== '') throw new Error(refused);
    const answer = await send();
    console.log(`disk read-only: ${answer.status} ${answer.detail}`);
    const health = await client.get('/health');
    console.log(`health meanwhile: ${health.status} ${JSON.stringify(health.body)}`);
    console.log(`reading meanwhile: ${(await client.get('/learners')).status}`);
    await server.kill();
    const started = await startServer('demo', file).then(
      async (one) => {
        await one.kill();
        return 'it started, although nothing can be written';
      },
      (error: unknown) => String(error),
    );
    console.log(`a start on it: ${started}`);
    const copy = `${disk}-copy.db`;
    for (const side of ['', '-wal']) copyFileSync(`${file}${side}`, `${copy}${side}`);
    const lost = await lostIn(copy);
    console.log(`on another disk: ${lost} of ${acknowledged.size} acknowledged marks lost`);
    if (lost > 0 || answer.status === 200) process.exitCode = 1;
  } finally {
    await server.kill();
  }
}
