import { isIP } from 'node:net';
import { hostname, networkInterfaces } from 'node:os';
import { SetupProblem } from './problem';

const LOOPBACK = new Set(['localhost', '127.0.0.1', '::1']);

/** A host as it stands in an address, without the brackets around an IPv6 address. */
export const bareHost = (host: string): string => host.replace(/^\[(.*)\]$/, '$1').toLowerCase();

export const isLoopbackHost = (host: string): boolean => LOOPBACK.has(bareHost(host));

/** An address with its protocol and port; IPv6 in brackets. */
export const addressOf = (protocol: 'http' | 'https', host: string, port: number): string =>
  `${protocol}://${host.includes(':') ? `[${host}]` : host}:${port}`;

/** Where other devices find this machine: its addresses in the networks around it, IPv4 first. */
export const ownAddresses = (): readonly string[] =>
  Object.values(networkInterfaces())
    .flatMap((some) => some ?? [])
    .filter(({ internal, address }) => !internal && !address.startsWith('fe80:'))
    .sort((a, b) => a.family.localeCompare(b.family))
    .map(({ address }) => address);

/** Names under which devices in the same network often find this machine. */
export function ownNames(): readonly string[] {
  const name = hostname().toLowerCase();
  return /^[a-z0-9.-]+$/.test(name) ? [name, ...(name.includes('.') ? [] : [`${name}.local`])] : [];
}

/**
 * Which hosts a server answers to. Any address in numbers: no foreign name stands behind one. Of names only its own,
 * so that no other name can be pointed at it.
 *
 * @param loopbackOnly bound to this machine only
 * @param names besides those of the machine, such as that of the public address
 */
export function answersTo(loopbackOnly: boolean, names: readonly string[]): (host: string) => boolean {
  const own = new Set([...names.map(bareHost), ...(loopbackOnly ? [] : ownNames())]);
  return (host) => {
    const bare = bareHost(host);
    return LOOPBACK.has(bare) || own.has(bare) || (!loopbackOnly && isIP(bare) !== 0);
  };
}

/**
 * How browsers reach the school, as it is typed at the start.
 *
 * @returns protocol, host and port, such as https://school.example
 * @throws SetupProblem when it is no such address
 */
export function publicOriginOf(text: string): string {
  const url = URL.canParse(text) ? new URL(text) : null;
  if (!url || !/^https?:$/.test(url.protocol) || url.pathname !== '/' || url.search !== '' || url.hash !== '')
    throw new SetupProblem(
      `--public-origin must be an address without a path, such as https://school.example; this is "${text}".`,
    );
  return url.origin;
}
