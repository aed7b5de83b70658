import { spawnSync } from 'node:child_process';
import { mkdirSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { demoMock, faultEvent, scratchFolder, startServer } from '../server/testing';
import { copySchool } from '../server/testing/school';

/**
 * A disk that is full under a server that is marked in: `npm run bench -- disks`. It mounts a small disk in memory, for which it must be root.
 */
export async function disks(): Promise<void> {
  const folder = scratchFolder();
  const disk = folder.path('disk');
  mkdirSync(disk);
  const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=24m', 'tmpfs', disk], { encoding: 'utf8' });
  if (mounted.status !== 0) {
    console.log(`disks: not measured, for no disk could be mounted (${mounted.stderr.trim()})`);
    folder.remove();
    return;
  }
  const file = `${disk}/school.db`;
  copySchool(file);
  const server = await startServer('demo', file);
  try {
    const { client, test } = await demoMock(server);
    let seq = 0;
    const acknowledged = new Set<string>();
    const send = async () => {
      const events = Array.from({ length: 200 }, () => faultEvent((seq += 1)));
      const { status, body } = await client.post(`/tests/${test}/events`, { events });
      if (status === 200) for (const { id } of events) acknowledged.add(id);
      return { status, detail: (body as { detail?: string }).detail ?? '', events };
    };
    await send();
    const { bavail, bsize } = statfsSync(disk);
    writeFileSync(`${disk}/filler`, Buffer.alloc(Math.max(0, bavail * bsize - 300_000)));
    let answer = await send();
    for (let n = 0; n < 60 && answer.status === 200; n += 1) answer = await send();
    console.log(`disk full: ${answer.status} ${answer.detail}`);
    const health = await client.get('/health');
    console.log(`health meanwhile: ${health.status}`);
    console.log(`reading meanwhile: ${(await client.get('/learners')).status}`);
    rmSync(`${disk}/filler`);
    const again = await client.post(`/tests/${test}/events`, { events: answer.events });
    for (const { id } of answer.events) if (again.status === 200) acknowledged.add(id);
    console.log(`after making room the same marks: ${again.status}`);

    await server.kill();
    const later = await startServer('demo', file);
    const { client: reader } = await demoMock(later);
    const { events } = (await reader.get(`/tests/${test}/events`)).body as { events: { id: string }[] };
    const there = new Set(events.map(({ id }) => id));
    const lost = [...acknowledged].filter((id) => !there.has(id)).length;
    console.log(`after a power cut: ${lost} of ${acknowledged.size} acknowledged marks lost`);
    if (lost > 0 || again.status !== 200 || answer.status !== 507) process.exitCode = 1;
    await later.kill();
  } finally {
    await server.kill();
    spawnSync('umount', [disk]);
    folder.remove();
  }
}
