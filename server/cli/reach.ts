import QRCode from 'qrcode';
import { isLoopbackHost, publicOriginOf, SetupProblem } from '../reach';
import type { Running, ServeOptions } from '../serve';

/** What is typed of how the server is reached. */
export interface Reached {
  readonly host?: string;
  readonly lan: boolean;
  readonly tlsCert?: string;
  readonly tlsKey?: string;
  readonly publicOrigin?: string;
  readonly behindProxy?: string | true;
}

/** @throws SetupProblem when it does not go together */
export function reachOf(
  given: Reached,
): Pick<ServeOptions, 'host' | 'lan' | 'tls' | 'publicOrigin' | 'fronts'> {
  const { tlsCert, tlsKey, lan, behindProxy } = given;
  const host = given.host ?? (lan ? '0.0.0.0' : '127.0.0.1');
  if ((tlsCert === undefined) !== (tlsKey === undefined))
    throw new SetupProblem('--tls-cert and --tls-key go together: the certificate and its key.');
  if (lan && tlsCert !== undefined)
    throw new SetupProblem('--lan makes a certificate of its own; leave --tls-cert and --tls-key out.');
  if (lan && isLoopbackHost(host))
    throw new SetupProblem(
      `--lan answers in the network around; --host ${host} is this machine only. Leave --host out.`,
    );
  if (behindProxy !== undefined && given.publicOrigin === undefined)
    throw new SetupProblem(
      '--behind-proxy needs to know how browsers reach the server in front: add --public-origin https://school.example',
    );
  return {
    host,
    lan,
    tls: tlsCert !== undefined && tlsKey !== undefined ? { cert: tlsCert, key: tlsKey } : null,
    publicOrigin: given.publicOrigin === undefined ? null : publicOriginOf(given.publicOrigin),
    fronts:
      behindProxy === undefined
        ? []
        : behindProxy === true
          ? ['127.0.0.1', '::1']
          : behindProxy.split(',').map((front) => front.trim()),
  };
}

/** What other devices do first, with a code to point a camera at; nothing on this machine only. */
export async function othersText({ others, authority }: Running): Promise<readonly string[]> {
  if (others === null) return [];
  // A terminal is told the colours: on a dark one the code would be the wrong way round.
  const code = await QRCode.toString(
    others,
    process.stdout.isTTY ? { type: 'terminal', small: true } : { type: 'utf8' },
  );
  if (authority)
    return [
      '',
      `On a tablet or phone on this network, open ${others} first. It shows how to make the device trust this server, once.`,
      code,
      `The certificate to trust has these letters:\n${authority.fingerprint}`,
      ...(authority.fresh
        ? ['The certificate is new. Devices that trusted an earlier one have to be set up again.']
        : []),
    ];
  if (others.startsWith('https:')) return ['', `On other devices, open ${others}`, code];
  return [
    '',
    `Other devices on this network can open ${others}, but that address is not secure: Jasperwren only works there while`,
    'it is connected, and it can’t follow the position or keep the screen on. Start with --lan, or see docs/deploy.md.',
  ];
}
