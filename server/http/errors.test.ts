import { describe, expect, it } from '@jest/globals';
import type { Context } from 'koa';
import { errors } from './errors';

/** What is answered when a handler throws. */
async function answerTo(error: unknown): Promise<{ readonly status: number; readonly body: string }> {
  const ctx = {
    status: 404,
    path: '/api/v1/x',
    method: 'GET',
    body: '',
    set: () => undefined,
    log: { error: () => undefined },
  };
  await errors(ctx as unknown as Context, () => Promise.reject(error as Error));
  return { status: ctx.status, body: ctx.body };
}

const coded = (code: string) => Object.assign(new Error(code), { code });

describe('what the disk does', () => {
  it.each([
    ['SQLITE_FULL', 507, /disk of the server is full\. Make room/],
    ['SQLITE_READONLY_DIRECTORY', 503, /may not write/],
    ['SQLITE_CORRUPT', 503, /damaged\. Stop the server and bring back a backup/],
    ['SQLITE_IOERR_WRITE', 503, /can no longer be written/],
    ['SQLITE_BUSY', 503, /Try again/],
  ])('%s is told in words', async (code, status, words) => {
    const answer = await answerTo(coded(code));
    expect(answer.status).toBe(status);
    expect(answer.body).toMatch(words);
    expect(answer.body).toMatch(/marks wait in the browser/);
  });

  it('what is nobody’s doing stays our fault, without its insides', async () => {
    const answer = await answerTo(new TypeError('secret insides'));
    expect(answer.status).toBe(500);
    expect(answer.body).not.toMatch(/secret/);
  });
});
