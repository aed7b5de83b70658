import { TestEnvironment } from 'jest-environment-jsdom';

/** jsdom with what browsers have and jsdom does not hand in. */
export default class BrowserLike extends TestEnvironment {
  async setup() {
    await super.setup();
    Object.defineProperty(this.global, 'crypto', { value: globalThis.crypto, configurable: true });
    Object.assign(this.global, {
      TextEncoder,
      TextDecoder,
      structuredClone,
      fetch,
      Request,
      Response,
      Headers,
    });
  }
}
