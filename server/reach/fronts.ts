import type { IncomingMessage } from 'node:http';
import { BlockList, isIP } from 'node:net';
import { SetupProblem } from './problem';

/**
 * Believes what servers in front say of a browser, and nobody else: the headers of others are dropped.
 *
 * @param fronts addresses or ranges, such as 127.0.0.1 or 10.0.0.0/8; none believes nobody
 * @throws SetupProblem when one is no address
 */
export function believing(fronts: readonly string[]): (request: IncomingMessage) => void {
  const believed = new BlockList();
  for (const front of fronts) {
    const [address = '', bits] = front.split('/');
    const kind = isIP(address) === 6 ? 'ipv6' : 'ipv4';
    try {
      if (bits === undefined) believed.addAddress(address, kind);
      else believed.addSubnet(address, Number(bits), kind);
    } catch {
      throw new SetupProblem(
        `--behind-proxy takes addresses such as 127.0.0.1 or 10.0.0.0/8, with commas between; "${front}" is none.`,
      );
    }
  }
  return (request) => {
    // The host is always the one that the browser asked for.
    delete request.headers['x-forwarded-host'];
    const from = (request.socket.remoteAddress ?? '').replace(/^::ffff:/, '');
    const kind = isIP(from) === 6 ? 'ipv6' : 'ipv4';
    if (isIP(from) === 0 || !believed.check(from, kind)) {
      delete request.headers['x-forwarded-for'];
      delete request.headers['x-forwarded-proto'];
    }
  };
}
