import 'reflect-metadata';
import { X509Certificate, createPrivateKey } from 'node:crypto';
import type { IncomingMessage } from 'node:http';
import { once } from 'node:events';
import { copyFileSync, readFileSync, writeFileSync } from 'node:fs';
import { createServer, request } from 'node:https';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from '@jest/globals';
import { PemConverter, SubjectAlternativeNameExtension, X509CertificateGenerator } from '@peculiar/x509';
import { scratchFolder } from '../testing';
import { answersTo, believing, localAuthority, ownAddresses, publicOriginOf, readCertificate } from '.';

const folder = scratchFolder();
afterAll(() => folder.remove());
const now = new Date();

describe('the hosts that are answered to', () => {
  it('are those of this machine alone on loopback', () => {
    const own = answersTo(true, []);
    for (const host of ['localhost', '127.0.0.1', '::1', '[::1]', 'LOCALHOST']) expect(own(host)).toBe(true);
    for (const host of ['192.168.1.20', 'school.example', '', 'localhost.evil.example'])
      expect(own(host)).toBe(false);
  });
  it('are addresses in numbers and own names in a network', () => {
    const own = answersTo(false, ['school.example']);
    for (const host of ['192.168.1.20', '[fd00::2]', 'school.example', 'School.Example', 'localhost'])
      expect(own(host)).toBe(true);
    for (const host of ['evil.example', '192.168.1.20.evil.example', '1.2.3', ''])
      expect(own(host)).toBe(false);
  });
});

it.each([
  ['https://school.example', 'https://school.example'],
  ['https://School.example:443/', 'https://school.example'],
  ['http://192.168.1.20:4820', 'http://192.168.1.20:4820'],
])('%s is the public address %s', (typed, origin) => expect(publicOriginOf(typed)).toBe(origin));

it.each([
  'school.example',
  'https://school.example/a',
  'ftp://school.example',
  '',
  'https://',
  'javascript:1',
])('%j is no public address', (typed) => expect(() => publicOriginOf(typed)).toThrow(/--public-origin/));

describe('what a server in front says', () => {
  const said = (from: string, fronts: readonly string[]) => {
    const headers: Record<string, string> = {
      'x-forwarded-for': '203.0.113.9',
      'x-forwarded-proto': 'https',
      'x-forwarded-host': 'evil.example',
    };
    believing(fronts)({ headers, socket: { remoteAddress: from } } as unknown as IncomingMessage);
    return Object.keys(headers);
  };
  const both = ['x-forwarded-for', 'x-forwarded-proto'];
  it.each([
    ['127.0.0.1', ['127.0.0.1'], both],
    ['::ffff:127.0.0.1', ['127.0.0.1'], both],
    ['10.4.5.6', ['10.0.0.0/8'], both],
    ['fd00::7', ['fd00::/64'], both],
    ['10.4.5.6', ['127.0.0.1'], []],
    ['127.0.0.1', [], []],
  ])('from %s where %j is believed leaves %j', (from, fronts, left) =>
    expect(said(from, fronts)).toEqual(left),
  );
  it.each(['school.example', '10.0.0.0/99', '10.0.0.0/x', ''])('cannot be said by %j', (front) =>
    expect(() => believing([front])).toThrow(/--behind-proxy/),
  );
});

describe('the authority of this machine’s own', () => {
  const own = ['192.168.1.20', 'fd00::20'];

  it('is made once, and its certificate again when the addresses change', async () => {
    const made = await localAuthority(folder.path('one'), now, own);
    expect(made.fresh).toBe(true);
    const serial = () => new X509Certificate(readFileSync(made.files.cert)).serialNumber;
    const first = serial();
    const again = await localAuthority(folder.path('one'), now, own);
    expect([again.fresh, again.fingerprint, serial()]).toEqual([false, made.fingerprint, first]);
    const moved = await localAuthority(folder.path('one'), now, ['10.0.0.7']);
    expect([moved.fresh, moved.fingerprint]).toEqual([false, made.fingerprint]);
    expect(serial()).not.toBe(first);
    // An address on the internet, which the authority may not vouch for.
    const outside = await localAuthority(folder.path('one'), now, ['203.0.113.5']);
    expect([outside.fresh, outside.fingerprint === made.fingerprint]).toEqual([true, false]);
  });

  it('makes the certificate again before it ends', async () => {
    const made = await localAuthority(folder.path('two'), now, own);
    const ends = new X509Certificate(readFileSync(made.files.cert)).validTo;
    const later = new Date(now.getTime() + 380 * 86_400_000);
    expect((await localAuthority(folder.path('two'), later, own)).fresh).toBe(false);
    expect(new X509Certificate(readFileSync(made.files.cert)).validTo).not.toBe(ends);
  });

  it('is made again when half of it is lost', async () => {
    const made = await localAuthority(folder.path('three'), now, own);
    writeFileSync(join(folder.path('three'), 'authority.key'), 'rubbish');
    expect((await localAuthority(folder.path('three'), now, own)).fingerprint).not.toBe(made.fingerprint);
  });

  /** Whether a client that trusts the authority takes what it vouches for. */
  async function taken(host: string, cert: string, key: string, ca: string): Promise<string> {
    const server = createServer({ cert, key }, (_, response) => response.end('hello'));
    server.listen(0, '127.0.0.1');
    await once(server, 'listening');
    const { port } = server.address() as AddressInfo;
    try {
      return await new Promise((resolve) =>
        request({ host: '127.0.0.1', port, servername: host, ca, headers: { host } }, (answer) => {
          answer.resume();
          resolve('taken');
        })
          .on('error', (error) => resolve(String(error)))
          .end(),
      );
    } finally {
      server.close();
    }
  }

  it('is believed for this machine, and can vouch for no site on the internet', async () => {
    const at = (name: string) => join(folder.path('four'), name);
    const made = await localAuthority(folder.path('four'), now, own);
    const ca = readFileSync(at('authority.pem'), 'utf8');
    const { cert, key } = readCertificate(made.files, now);
    expect(await taken('localhost', cert, key, ca)).toBe('taken');
    expect(new X509Certificate(cert).checkIP('192.168.1.20')).toBe('192.168.1.20');

    // Whoever has stolen its key makes a certificate for another site.
    const algorithm = { name: 'ECDSA', namedCurve: 'P-256', hash: 'SHA-256' };
    const [bytes = new ArrayBuffer(0)] = PemConverter.decode(readFileSync(at('authority.key'), 'utf8'));
    const keys = await crypto.subtle.generateKey(algorithm, true, ['sign', 'verify']);
    const forged = await X509CertificateGenerator.create({
      serialNumber: '77',
      subject: 'CN=bank.example',
      issuer: 'CN=Jasperwren on this network',
      notBefore: new Date(now.getTime() - 1_000),
      notAfter: new Date(now.getTime() + 86_400_000),
      signingAlgorithm: algorithm,
      signingKey: await crypto.subtle.importKey('pkcs8', bytes, algorithm, false, ['sign']),
      publicKey: keys.publicKey,
      extensions: [new SubjectAlternativeNameExtension([{ type: 'dns', value: 'bank.example' }])],
    });
    const forgedKey = PemConverter.encode(
      await crypto.subtle.exportKey('pkcs8', keys.privateKey),
      'PRIVATE KEY',
    );
    expect(await taken('bank.example', forged.toString('pem'), forgedKey, ca)).toMatch(/permitted subtree/i);
  });
});

describe('a certificate that is given', () => {
  it('is told what is wrong with it', async () => {
    const one = (await localAuthority(folder.path('five'), now, ownAddresses())).files;
    const two = (await localAuthority(folder.path('six'), now, ownAddresses())).files;
    expect(readCertificate(one, now).names).toContain('localhost');
    expect(() => readCertificate({ cert: one.cert, key: two.key }, now)).toThrow(
      /no certificate with its key/,
    );
    expect(() => readCertificate({ cert: folder.path('none'), key: one.key }, now)).toThrow(
      /--tls-cert: .*none/,
    );
    expect(() => readCertificate({ cert: one.key, key: one.key }, now)).toThrow(/no certificate/);
    expect(() => readCertificate(one, new Date(now.getTime() + 500 * 86_400_000))).toThrow(/expired on/);
    copyFileSync(one.key, folder.path('key'));
    expect(createPrivateKey(readFileSync(folder.path('key'))).asymmetricKeyType).toBe('ec');
  });
});
