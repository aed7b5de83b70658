import type { Context } from 'koa';
import rawBody from 'raw-body';
import { badInput, tooLarge } from './problem';

const PICTURE_BYTES = 200_000;

/** The picture that a request brings, bare; anything else is refused in words. */
export async function pictureBody(ctx: Context): Promise<Buffer> {
  if (!ctx.is('image/jpeg')) throw badInput('The body must be a JPEG picture; nothing was stored.');
  const bytes = await rawBody(ctx.req, { limit: PICTURE_BYTES, length: ctx.request.length }).catch(() => {
    throw tooLarge(`A picture may have ${PICTURE_BYTES / 1_000} kB; nothing was stored.`);
  });
  const jpeg = barePicture(bytes);
  if (!jpeg) throw badInput('The body is no JPEG picture; nothing was stored.');
  return jpeg;
}

/** Hands out a picture that may change. */
export function answerPicture(ctx: Context, jpeg: Buffer): void {
  ctx.set('Cache-Control', 'private, no-cache');
  ctx.type = 'image/jpeg';
  ctx.body = jpeg;
}

/**
 * A JPEG picture without anything but the picture: no place, no time, no camera, no comment.
 *
 * @returns null when the bytes are no JPEG
 */
export function barePicture(bytes: Buffer): Buffer | null {
  if (bytes.length < 4 || bytes.readUInt16BE(0) !== 0xffd8) return null;
  const kept: Buffer[] = [bytes.subarray(0, 2)];
  for (let at = 2; at + 4 <= bytes.length;) {
    const marker = bytes.readUInt16BE(at);
    if (marker < 0xff01) return null;
    const end = at + 2 + bytes.readUInt16BE(at + 2);
    if (end > bytes.length) return null;
    // What a program writes beside the picture: APP1 to APP15, and comments.
    const beside = (marker >= 0xffe1 && marker <= 0xffef) || marker === 0xfffe;
    if (!beside) kept.push(bytes.subarray(at, end));
    at = end;
    if (marker !== 0xffda) continue;
    // After the start of a scan come the picture's own bytes, up to the next marker.
    at = endOfScan(bytes, end);
    kept.push(bytes.subarray(end, at));
    // What stands after the end of the picture is none of it.
    if (at === bytes.length) return Buffer.concat(kept);
    if (bytes.readUInt16BE(at) === 0xffd9) return Buffer.concat([...kept, bytes.subarray(at, at + 2)]);
  }
  return null;
}

/** Where the bytes of a scan end: at a marker that is no restart and no stuffed byte. */
function endOfScan(bytes: Buffer, from: number): number {
  for (let at = from; at + 1 < bytes.length; at += 1) {
    if (bytes[at] !== 0xff) continue;
    const next = bytes[at + 1] ?? 0;
    if (next !== 0 && next !== 0xff && !(next >= 0xd0 && next <= 0xd7)) return at;
  }
  return bytes.length;
}
