import type { Context } from 'koa';

/** An answer of one JSON object a line, each as soon as it is known. */
export function asLines(ctx: Context): void {
  ctx.type = 'application/x-ndjson';
  // Lines must arrive as they come, not when a compressor has enough of them.
  ctx.compress = false;
  // Nor when a server in front has.
  ctx.set('X-Accel-Buffering', 'no');
}
