import type { Middleware } from 'koa';
import { HttpProblem } from './problem';

const LOOPBACK = new Set(['localhost', '127.0.0.1', '[::1]']);

export const isLoopbackHost = (host: string): boolean => LOOPBACK.has(host) || host === '::1';

/**
 * Changes are taken from our own pages only; and a server on loopback answers to loopback names only, so
 * that no foreign name can be pointed at it.
 */
export const originCheck =
  (loopbackOnly: boolean): Middleware =>
  async (ctx, next) => {
    if (loopbackOnly && !isLoopbackHost(ctx.hostname.includes(':') ? `[${ctx.hostname}]` : ctx.hostname))
      throw new HttpProblem(421, 'Wrong host', `This server does not answer to ${ctx.hostname}.`);
    const changes = !['GET', 'HEAD', 'OPTIONS'].includes(ctx.method);
    const origin = ctx.get('origin');
    if (changes && origin !== '' && origin !== `${ctx.protocol}://${ctx.host}`)
      throw new HttpProblem(403, 'Foreign origin', `Changes are not taken from pages of ${origin}.`);
    await next();
  };
