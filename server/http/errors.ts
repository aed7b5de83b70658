import type { Middleware } from 'koa';
import { codeOf } from '../store';
import { WorkProblem } from '../work';
import { badInput, HttpProblem, notFound, writeProblem } from './problem';

/** Turns whatever a handler throws into problem details; bugs are logged and told without their insides. */
export const errors: Middleware = async (ctx, next) => {
  try {
    await next();
    if (ctx.status === 404 && !ctx.body && ctx.path.startsWith('/api/'))
      throw notFound(`${ctx.method} ${ctx.path}`);
    if (ctx.status === 405 || ctx.status === 501)
      throw new HttpProblem(405, 'Method not allowed', `${ctx.path} does not take ${ctx.method}.`);
  } catch (error) {
    writeProblem(ctx, asProblem(error));
    if (ctx.status >= 500) ctx.log.error({ err: error }, 'a request failed');
  }
};

function asProblem(error: unknown): HttpProblem {
  if (error instanceof HttpProblem) return error;
  if (error instanceof WorkProblem) return workProblem(error);
  const status = error instanceof Error && 'status' in error ? error.status : undefined;
  const code = codeOf(error);
  const storage = storageProblem(code);
  if (storage) return storage;
  if (status === 413)
    return new HttpProblem(
      413,
      'Too large',
      'The request is larger than this server takes; nothing was stored.',
    );
  if (code === 'ERR_INVALID_URL') return badInput('The address of the request is broken.');
  // Zlib's own codes, and Brotli's.
  if (code.startsWith('Z_') || code.startsWith('ERR__ERROR_') || code === 'ERR_STREAM_PREMATURE_CLOSE')
    return badInput('The body is not compressed as its Content-Encoding says; nothing was stored.');
  if (status === 400 || status === 415) return badInput('The body is not JSON; nothing was stored.');
  if (status === 403 || status === 404) return new HttpProblem(404, 'Not found', 'There is nothing here.');
  return new HttpProblem(500, 'Server error', 'The server failed on this request; nothing of it was stored.');
}

/** Work that went over its bounds: whoever asked can mend it, or wait. */
function workProblem({ why }: WorkProblem): HttpProblem {
  // Nobody reads this, and nobody is to blame.
  if (why === 'ended') return new HttpProblem(408, 'Gone', 'The browser went away before the answer.');
  if (why === 'too long' || why === 'too large')
    return new HttpProblem(
      422,
      'Too much work',
      `This ${why === 'too long' ? 'takes too long' : 'needs too much memory'} to work out; nothing was stored.`,
    );
  return new HttpProblem(503, 'Busy', 'The server is busy. Try again in a few seconds.', [], {
    'Retry-After': '5',
  });
}

/** What the disk does, in words; marks wait in the browser until it is mended. */
function storageProblem(code: string): HttpProblem | null {
  const kept = 'Nothing of this request was stored; marks wait in the browser.';
  if (code === 'SQLITE_FULL')
    return new HttpProblem(507, 'Disk full', `The disk of the server is full. Make room on it. ${kept}`);
  if (code.startsWith('SQLITE_READONLY'))
    return new HttpProblem(503, 'Read-only', `The server may not write to its database file. ${kept}`);
  if (code.startsWith('SQLITE_CORRUPT') || code === 'SQLITE_NOTADB')
    return new HttpProblem(
      503,
      'Damaged',
      `The database file of the server is damaged. Stop the server and bring back a backup. ${kept}`,
    );
  if (code.startsWith('SQLITE_BUSY'))
    return new HttpProblem(503, 'Busy', `The database is busy. Try again. ${kept}`, [], {
      'Retry-After': '2',
    });
  if (code.startsWith('SQLITE_IOERR'))
    return new HttpProblem(
      503,
      'Disk failed',
      `The disk of the server failed, or can no longer be written to. ${kept}`,
    );
  return null;
}
