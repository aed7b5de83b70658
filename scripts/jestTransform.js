// How jest reads TypeScript, by swc, and packages, as they are; what the language itself brings is made each file's own.
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { createTransformer } from '@swc/jest';

/**
 * Jest runs each file in a context of its own, in which every look at a global passes through a handler: what
 * computes much took seven times as long as in the program. A constant of the file is found at once.
 */
const GLOBALS = (
  'Array BigInt Boolean Infinity Intl JSON Map Math NaN Number Object Promise Reflect RegExp Set String Symbol ' +
  'WeakMap WeakSet ArrayBuffer DataView Float32Array Float64Array Int8Array Int16Array Int32Array Uint8Array ' +
  'Uint8ClampedArray Uint16Array Uint32Array'
).split(' ');

/** Those that a file uses and gives no other meaning. */
const usedIn = (code) =>
  GLOBALS.filter(
    (name) =>
      new RegExp(`\\b${name}\\b`).test(code) &&
      !new RegExp(
        `\\b(?:const|let|var|class|function)\\s+${name}\\b|\\bimport\\b[^;]*\\b${name}\\b[^;]*\\bfrom\\b`,
      ).test(code),
  );

/** On the first line, so that places in errors stay right. */
const withOwnGlobals = ({ code, ...rest }) => {
  const names = usedIn(code);
  return { ...rest, code: names.length > 0 ? `const { ${names.join(', ')} } = globalThis; ${code}` : code };
};

/** What was made by another state of this file is not used again. */
const own = readFileSync(import.meta.filename, 'utf8');

const asItIs = {
  getCacheKey: (code, file) => createHash('sha256').update(own).update(file).update(code).digest('hex'),
  process: (code) => withOwnGlobals({ code }),
};

export default {
  createTransformer: ({ packages = false, ...options }) => {
    if (packages) return asItIs;
    const swc = createTransformer(options);
    return {
      ...swc,
      getCacheKey: (...asked) =>
        createHash('sha256')
          .update(own)
          .update(swc.getCacheKey(...asked))
          .digest('hex'),
      process: (...asked) => withOwnGlobals(swc.process(...asked)),
      processAsync: async (...asked) => withOwnGlobals(await swc.processAsync(...asked)),
    };
  },
};
