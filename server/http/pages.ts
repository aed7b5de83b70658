import { send } from '@koa/send';
import type { Context, Middleware } from 'koa';

/**
 * The built web application: hashed files for good, the shell for every address that is no file. All of it is
 * everybody's, so whoever asks is not looked up, and thirty new devices behind one address get their files.
 */
export const pages =
  (root: string): Middleware =>
  async (ctx, next) => {
    if (ctx.path.startsWith('/api/')) {
      await next();
      return;
    }
    if (ctx.method !== 'GET' && ctx.method !== 'HEAD') return;
    // An address of a screen may look like a file: /standards/timed-yard/1.0.0.
    const sent = /\.[a-z0-9]+$/i.test(ctx.path) && (await sendFile(ctx, root, ctx.path));
    if (sent || ctx.path.startsWith('/assets/') || !ctx.accepts('html')) return;
    if (await sendFile(ctx, root, '/index.html')) return;
    ctx.status = 503;
    ctx.body = 'The web application is not built. Run npm run build.';
  };

/** False when there is no such file. */
async function sendFile(ctx: Context, root: string, path: string): Promise<boolean> {
  const hashed = path.startsWith('/assets/');
  // The build puts a compressed file beside each.
  ctx.vary('Accept-Encoding');
  try {
    await send(ctx, path, { root, immutable: hashed, maxAge: hashed ? 31_536_000_000 : 0 });
    return true;
  } catch (error) {
    if (isMissing(error)) return false;
    throw error;
  }
}

/** Also an address that leads outside: there is nothing of ours. */
const isMissing = (error: unknown): boolean =>
  error instanceof Error && 'status' in error && [400, 403, 404].includes(Number(error.status));
