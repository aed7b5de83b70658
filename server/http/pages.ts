import { existsSync } from 'node:fs';
import { send } from '@koa/send';
import type { Middleware } from 'koa';

/** The built web application: hashed files for good, the shell for every address that is no file. */
export const pages =
  (root: string): Middleware =>
  async (ctx, next) => {
    await next();
    if (ctx.body || ctx.status !== 404 || ctx.path.startsWith('/api/')) return;
    if (ctx.method !== 'GET' && ctx.method !== 'HEAD') return;
    const isFile = /\.[a-z0-9]+$/i.test(ctx.path);
    try {
      await send(ctx, isFile ? ctx.path : '/index.html', {
        root,
        immutable: ctx.path.startsWith('/assets/'),
        maxAge: ctx.path.startsWith('/assets/') ? 31_536_000_000 : 0,
      });
    } catch (error) {
      if (!isMissing(error)) throw error;
      if (!existsSync(root)) {
        ctx.status = 503;
        ctx.body = 'The web application is not built. Run npm run build.';
      }
    }
  };

const isMissing = (error: unknown): boolean =>
  error instanceof Error && 'status' in error && (error.status === 404 || error.status === 400);
