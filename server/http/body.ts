import { bodyParser } from '@koa/bodyparser';
import { plainToInstance } from 'class-transformer';
import { validateSync, type ValidationError } from 'class-validator';
import type { Context, Middleware } from 'koa';
import type { BodyClass } from '../../contract';
import { pathText, type Told } from '../../core/problems';
import { badInput } from './problem';

export const MAX_BODY = '3mb';

/** No file or request of ours is nested deeper; what is could exhaust whoever walks through it. */
const DEEPEST = 40;

/** Names that every object has already; no property of ours is called so. */
const RESERVED = new Set(['__proto__', 'constructor', 'prototype']);

/** Reads JSON bodies only, and takes none that would be a burden to walk through. */
export function body(): Middleware {
  const parse = bodyParser({ enableTypes: ['json'], jsonLimit: MAX_BODY, encoding: 'utf-8' });
  return (ctx, next) =>
    parse(ctx, async () => {
      checkBurden(ctx.request.body);
      await next();
    });
}

function checkBurden(input: unknown): void {
  let level: unknown[] = [input];
  for (let depth = 0; level.length > 0; depth += 1) {
    if (depth > DEEPEST)
      throw badInput(`The body is nested deeper than ${DEEPEST} levels; nothing was stored.`);
    const next: unknown[] = [];
    for (const value of level) {
      if (typeof value !== 'object' || value === null) continue;
      for (const [key, inner] of Object.entries(value)) {
        if (RESERVED.has(key)) throw badInput(`No property may be called ${key}; nothing was stored.`);
        if (typeof inner === 'object' && inner !== null) next.push(inner);
      }
    }
    level = next;
  }
}

/** The body as the contract's class wants it, or every field that is wrong. Unknown properties are refused. */
export function bodyAs<T extends object>(ctx: Context, type: BodyClass<T>): T {
  return checked(plainToInstance(type, objectOf(ctx)));
}

function objectOf(ctx: Context): object {
  const input: unknown = ctx.request.body;
  if (!ctx.is('json') || typeof input !== 'object' || input === null || Array.isArray(input))
    throw badInput('The body must be a JSON object; nothing was stored.');
  return input;
}

/**
 * As `bodyAs`, for a class none of whose fields is of another class: what lies deeper is taken as it came, and not
 * copied first.
 */
export const flatBodyAs = <T extends object>(ctx: Context, type: BodyClass<T>): T =>
  checked(Object.assign(new type(), objectOf(ctx)));

function checked<T extends object>(value: T): T {
  const errors = validateSync(value, { whitelist: true, forbidNonWhitelisted: true });
  if (errors.length > 0)
    throw badInput(
      'The body has problems; nothing was stored.',
      errors.flatMap((error) => problemsOf(error)),
    );
  return value;
}

function problemsOf(error: ValidationError, above: readonly PropertyKey[] = []): Told[] {
  const path = [...above, /^\d+$/.test(error.property) ? Number(error.property) : error.property];
  const messages = Object.entries(error.constraints ?? {}).map(([rule, message]) => ({
    path: pathText(path),
    message: rule === 'whitelistValidation' ? 'is not a property of this request' : message,
  }));
  return [...messages, ...(error.children ?? []).flatMap((child) => problemsOf(child, path))];
}

/** The id in the address, which whoever adds something makes: a UUID. */
export function uuidOf(ctx: Context & { readonly params: Record<string, string> }): string {
  const id = String(ctx.params.id);
  if (!/^[0-9a-f-]{36}$/i.test(id))
    throw badInput('The id must be a UUID.', [{ path: 'id', message: 'must be a UUID' }]);
  return id;
}
