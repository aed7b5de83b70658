import type { Context, Middleware } from 'koa';
import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';
import { HttpProblem } from './problem';

/** Generous for a school marking in many cars at once, closed to a flood. */
export function rateLimit(): Middleware {
  const limiter = new RateLimiterMemory({ points: 5_000, duration: 10 });
  return async (ctx, next) => {
    await take(limiter, ctx.ip, 'Too many requests');
    await next();
  };
}

export interface SignInThrottle {
  /** Counts one try; refuses past five in a quarter of an hour for one name from one address. */
  readonly tried: (ctx: Context, name: string) => Promise<void>;
  readonly succeeded: (ctx: Context, name: string) => Promise<void>;
}

export function signInThrottle(): SignInThrottle {
  const perName = new RateLimiterMemory({ points: 5, duration: 15 * 60 });
  const perAddress = new RateLimiterMemory({ points: 50, duration: 15 * 60 });
  const key = (ctx: Context, name: string) => `${ctx.ip} ${name.trim().toLowerCase()}`;
  return {
    tried: async (ctx, name) => {
      await take(perAddress, ctx.ip, 'Too many tries');
      await take(perName, key(ctx, name), 'Too many tries');
    },
    succeeded: async (ctx, name) => {
      await perName.delete(key(ctx, name));
    },
  };
}

async function take(limiter: RateLimiterMemory, key: string, title: string): Promise<void> {
  try {
    await limiter.consume(key);
  } catch (refused) {
    if (!(refused instanceof RateLimiterRes)) throw refused;
    const seconds = Math.ceil(refused.msBeforeNext / 1000);
    throw new HttpProblem(429, title, `Wait ${seconds} seconds, then try again.`, [], {
      'Retry-After': String(seconds),
    });
  }
}
