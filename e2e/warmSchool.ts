import { existsSync, renameSync, rmSync } from 'node:fs';
import { API } from '../contract/constants';
import { TEST_NOW } from '../server/testing/now';
import { startServer } from '../server/testing/process';
import { copySchool, makeSchool, schoolFile } from '../server/testing/school';

/**
 * The demo school after its first visit: forecasts, places and all else that is made when it is first asked for is
 * kept in it, so that not every test in a browser waits for it. Whether it is made rightly is tried on the other one.
 */
export default async function makeWarmSchool(): Promise<void> {
  await makeSchool();
  const file = schoolFile('warm');
  if (existsSync(file)) return;
  const making = `${file}.making`;
  copySchool(making);
  const server = await startServer('demo', making, [], new Date(TEST_NOW));
  const told = await fetch(`${server.address}${API}/session/demo`, { method: 'POST' });
  const cookie = told.headers.get('set-cookie')?.split(';')[0] ?? '';
  const ask = async (path: string, method = 'GET') => {
    const answer = await fetch(`${server.address}${API}${path}`, { method, headers: { cookie } });
    if (!answer.ok) throw new Error(`${path} was answered with ${answer.status}`);
    const text = await answer.text();
    return (text === '' ? {} : JSON.parse(text)) as { readonly pending?: number };
  };
  /** What comes in parts is asked for until it is whole. */
  const whole = async (path: string) => {
    while (((await ask(path)).pending ?? 0) > 0);
  };
  const { items } = (await ask('/learners?limit=100')) as {
    readonly items: readonly { readonly id: string }[];
  };
  for (const path of ['/readiness', '/hot-spots', '/trust/strictness']) await whole(path);
  for (const { id } of items) for (const part of ['evidence', 'past']) await whole(`/learners/${id}/${part}`);
  await ask('/session', 'DELETE');
  await server.end();
  rmSync(`${making}.backups`, { recursive: true, force: true });
  rmSync(`${making}.lock`, { force: true });
  renameSync(making, file);
}
