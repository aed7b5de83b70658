import { TestEnvironment } from 'jest-environment-jsdom';

/** An address without its host is one of this page, as in a browser. */
class PageRequest extends Request {
  constructor(input, init) {
    super(typeof input === 'string' && input.startsWith('/') ? `http://localhost${input}` : input, init);
  }
}

/** Nothing has a size in jsdom. */
class NoSizes {
  observe() {}
  unobserve() {}
  disconnect() {}
}

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
      Request: PageRequest,
      Response,
      Headers,
      ResizeObserver: NoSizes,
    });
  }
}
