import { expect, it } from '@jest/globals';
import type { Context } from 'koa';
import { rateLimit } from './rateLimit';

const asks = (limit: ReturnType<typeof rateLimit>, session: string | null) => {
  const ctx = {
    ip: '203.0.113.7',
    state: { instructor: session === null ? null : { id: 'i' } },
    cookies: { secure: false, get: () => session ?? undefined },
  };
  return Promise.resolve(
    limit(ctx as unknown as Context & Parameters<typeof limit>[0], () => Promise.resolve()),
  ).then(
    () => 'taken',
    (error: { readonly status?: number }) => error.status,
  );
};

it('strangers of one address are counted together, each session for itself', async () => {
  const limit = rateLimit();
  const times = async (session: string | null, count: number) =>
    new Set(await Promise.all(Array.from({ length: count }, () => asks(limit, session))));
  expect(await times('one', 3_000)).toEqual(new Set(['taken']));
  expect(await times('two', 3_000)).toEqual(new Set(['taken']));
  expect(await times(null, 3_000)).toEqual(new Set(['taken']));
  expect([await asks(limit, null), await asks(limit, 'one'), await asks(limit, 'three')]).toEqual([
    429,
    429,
    'taken',
  ]);
});
