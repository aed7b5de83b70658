import type { Middleware } from 'koa';
import { API } from '../../contract';

/** What stood elsewhere in the last version; a browser that still has that version asks there. */
const MOVED: readonly (readonly [from: RegExp, to: string])[] = [
  [/^\/tests(?=\/|$)/, '/mocks'],
  [/^\/places(?=\/|$)/, '/hot-spots'],
  [/^(\/standards\/[^/]+\/[^/]+)\/drives$/, '$1/mocks'],
];

/** Sends whoever asks at an address of the last version to that of now, with what they sent (RFC 9110, 15.4.9). */
export const moved: Middleware = async (ctx, next) => {
  const path = ctx.path.startsWith(`${API}/`) ? ctx.path.slice(API.length) : '';
  const found = MOVED.find(([from]) => from.test(path));
  if (!found) {
    await next();
    return;
  }
  const [from, to] = found;
  const asked = new URLSearchParams(ctx.querystring);
  const mock = asked.get('test');
  asked.delete('test');
  if (mock !== null) asked.set('mock', mock);
  ctx.status = 308;
  ctx.redirect(`${API}${path.replace(from, to)}${asked.size > 0 ? `?${asked}` : ''}`);
};
