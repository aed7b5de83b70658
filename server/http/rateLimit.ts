import type { Context, Middleware } from 'koa';
import pLimit from 'p-limit';
import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';
import { nameKey } from '../../core/names';
import type { Instructor } from '../store';
import { HttpProblem } from './problem';
import { sessionToken } from './session';

/** From one address in ten seconds, whoever asks: a school of fifty behind one address asks for a tenth of it. */
const MOST_FROM_ADDRESS = 60_000;
/** For one session, and for all strangers of one address. */
const MOST_EACH = 3_000;

/** Closed to a flood before anything is looked up. */
export function floodLimit(): Middleware {
  const limiter = new RateLimiterMemory({ points: MOST_FROM_ADDRESS, duration: 10 });
  return async (ctx, next) => {
    await take(limiter, ctx.ip, 'Too many requests');
    await next();
  };
}

/** After it is known who asks: each session is counted for itself, for all cars of a school may share an address. */
export function rateLimit(): Middleware {
  const limiter = new RateLimiterMemory({ points: MOST_EACH, duration: 10 });
  return async (ctx, next) => {
    const { instructor } = ctx.state as { readonly instructor: Instructor | null };
    const whose = instructor ? `session ${sessionToken(ctx) ?? instructor.id}` : `address ${ctx.ip}`;
    await take(limiter, whose, 'Too many requests');
    await next();
  };
}

export interface SignInThrottle {
  /**
   * Runs one try at signing in: two at a time in the whole server, for a hash holds a processor for most of a second.
   * Only tries that fail count: five in a quarter of an hour for one name from one address, and two hundred from one
   * address. A name that is tried from everywhere can still be tried, but slowly.
   *
   * @param recognise tells who it is; null when it is nobody
   */
  readonly attempt: <T>(ctx: Context, name: string, recognise: () => Promise<T | null>) => Promise<T | null>;
}

/** So many wait for their turn; a school has fewer, and whoever comes after them is told to wait. */
const MOST_WAITING = 100;

export function signInThrottle(): SignInThrottle {
  const here = new RateLimiterMemory({ points: 5, duration: 15 * 60 });
  const address = new RateLimiterMemory({ points: 200, duration: 15 * 60 });
  const everywhere = new RateLimiterMemory({ points: 20, duration: 60 * 60 });
  const slowly = new RateLimiterMemory({ points: 1, duration: 5 });
  const turns = pLimit(2);

  async function check(ctx: Context, whom: string): Promise<void> {
    await checkOpen(address, ctx.ip);
    await checkOpen(here, `${ctx.ip} ${whom}`);
    const failures = await everywhere.get(whom);
    if (failures && failures.remainingPoints <= 0) await take(slowly, whom, 'Too many tries');
  }

  return {
    attempt: (ctx, name, recognise) => {
      if (turns.pendingCount >= MOST_WAITING) throw busy(10);
      const whom = nameKey(name);
      return turns(async () => {
        await check(ctx, whom);
        const somebody = await recognise();
        if (somebody !== null) await here.delete(`${ctx.ip} ${whom}`);
        else
          for (const [limiter, key] of [
            [here, `${ctx.ip} ${whom}`],
            [address, ctx.ip],
            [everywhere, whom],
          ] as const)
            await limiter.penalty(key);
        return somebody;
      });
    },
  };
}

/** Refuses when nothing is left, and takes nothing. */
async function checkOpen(limiter: RateLimiterMemory, key: string): Promise<void> {
  const used = await limiter.get(key);
  if (used && used.remainingPoints <= 0) throw tooMany('Too many tries', used.msBeforeNext);
}

const busy = (seconds: number): HttpProblem =>
  new HttpProblem(503, 'Busy', `Many sign in at once. Wait ${seconds} seconds, then try again.`, [], {
    'Retry-After': String(seconds),
  });

function tooMany(title: string, milliseconds: number): HttpProblem {
  const seconds = Math.ceil(milliseconds / 1000);
  return new HttpProblem(429, title, `Wait ${seconds} seconds, then try again.`, [], {
    'Retry-After': String(seconds),
  });
}

async function take(limiter: RateLimiterMemory, key: string, title: string): Promise<void> {
  try {
    await limiter.consume(key);
  } catch (refused) {
    if (!(refused instanceof RateLimiterRes)) throw refused;
    throw tooMany(title, refused.msBeforeNext);
  }
}
