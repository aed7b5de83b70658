import 'reflect-metadata';
import { X509Certificate as ReadCertificate, type webcrypto } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { BlockList, isIP } from 'node:net';
import { join } from 'node:path';
import { AsnConvert } from '@peculiar/asn1-schema';
import {
  GeneralName,
  GeneralSubtree,
  GeneralSubtrees,
  id_ce_nameConstraints,
  NameConstraints,
} from '@peculiar/asn1-x509';
import {
  BasicConstraintsExtension,
  Extension,
  ExtendedKeyUsage,
  ExtendedKeyUsageExtension,
  KeyUsageFlags,
  KeyUsagesExtension,
  PemConverter,
  SubjectAlternativeNameExtension,
  SubjectKeyIdentifierExtension,
  AuthorityKeyIdentifierExtension,
  X509Certificate,
  X509CertificateGenerator,
} from '@peculiar/x509';
import { ownAddresses, ownNames } from './addresses';
import type { CertificateFiles } from './certificate';

/**
 * A certificate authority of this machine's own, for a school without a name on the internet. Devices are told once
 * to trust it. It can vouch only for machines in private networks and for the addresses this machine has, so whoever gets
 * hold of its key can't pretend to be anybody else's site. Made with RFC 5280 in mind; the longest life of a
 * certificate that devices take from such an authority, 825 days, is common practice.
 */
export interface LocalAuthority {
  /** The authority's certificate, DER, as devices take it. */
  readonly der: Buffer;
  /** SHA-256 of the authority, as devices show it when they are asked to trust. */
  readonly fingerprint: string;
  readonly files: CertificateFiles;
  /** The addresses in numbers that the certificate stands for. */
  readonly addresses: readonly string[];
  /** Made just now: devices must be told to trust it. */
  readonly fresh: boolean;
}

const DAY = 86_400_000;
const AUTHORITY_DAYS = 3_650;
const SERVER_DAYS = 397;
/** It is made again when it has only this long to go. */
const RENEW_DAYS = 30;
const ALGORITHM = { name: 'ECDSA', namedCurve: 'P-256', hash: 'SHA-256' } as const;

/** Networks that are nobody's on the internet: RFC 1918, RFC 3927, RFC 4193, RFC 4291. */
const PRIVATE = [
  '10.0.0.0/8',
  '172.16.0.0/12',
  '192.168.0.0/16',
  '169.254.0.0/16',
  '127.0.0.0/8',
  'fc00::/7',
  'fe80::/10',
  '::1/128',
] as const;

/**
 * The authority and a certificate of the server, from a folder where they were made before, or made there.
 *
 * @param folder of its own, read by nobody else
 */
export async function localAuthority(
  folder: string,
  now: Date,
  addresses = ownAddresses(),
): Promise<LocalAuthority> {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const at = (name: string) => join(folder, name);
  const files = { cert: at('server.pem'), key: at('server.key') };
  const fresh = !(await authorityServes(folder, addresses, now));
  if (fresh) await makeAuthority(folder, addresses, now);
  if (fresh || !serverServes(files, addresses, now)) await makeServer(folder, files, addresses, now);
  const authority = new ReadCertificate(readFileSync(at('authority.pem')));
  return { der: authority.raw, fingerprint: authority.fingerprint256, files, addresses, fresh };
}

/** Whether the authority that is kept may still vouch for all of the machine's addresses. */
async function authorityServes(folder: string, addresses: readonly string[], now: Date): Promise<boolean> {
  try {
    const { cert } = await readAuthority(folder);
    if (cert.notAfter.getTime() - now.getTime() < RENEW_DAYS * DAY) return false;
    const may = new BlockList();
    const ranges = cert.getExtension(id_ce_nameConstraints);
    if (!ranges) return false;
    for (const { base } of AsnConvert.parse(ranges.value, NameConstraints).permittedSubtrees ?? []) {
      const [address = '', bits = ''] = (base.iPAddress ?? '').split('/');
      if (isIP(address) !== 0) may.addSubnet(address, Number(bits), kindOf(address));
    }
    return addresses.every((address) => may.check(address, kindOf(address)));
  } catch {
    // There is none, or only half of one.
    return false;
  }
}

/** The range of one address. */
const only = (address: string): string => `${address}/${isIP(address) === 6 ? 128 : 32}`;

function isPrivate(address: string): boolean {
  const ranges = new BlockList();
  for (const range of PRIVATE) {
    const [base = '', bits] = range.split('/');
    ranges.addSubnet(base, Number(bits), kindOf(base));
  }
  return ranges.check(address, kindOf(address));
}

const kindOf = (address: string) => (isIP(address) === 6 ? 'ipv6' : 'ipv4');

function serverServes({ cert, key }: CertificateFiles, addresses: readonly string[], now: Date): boolean {
  if (!existsSync(cert) || !existsSync(key)) return false;
  try {
    const kept = new ReadCertificate(readFileSync(cert));
    return (
      Date.parse(kept.validTo) - now.getTime() > RENEW_DAYS * DAY &&
      addresses.every((address) => kept.checkIP(address) !== undefined) &&
      ownNames().every((name) => kept.checkHost(name) !== undefined)
    );
  } catch {
    return false;
  }
}

async function makeAuthority(folder: string, addresses: readonly string[], now: Date): Promise<void> {
  const keys = await newKeys();
  const permitted = [
    ...['localhost', 'local', ...ownNames()].map((dNSName) => new GeneralName({ dNSName })),
    ...[...PRIVATE, ...addresses.filter((address) => !isPrivate(address)).map(only)].map(
      (iPAddress) => new GeneralName({ iPAddress }),
    ),
  ];
  const limits = new NameConstraints({
    permittedSubtrees: new GeneralSubtrees(permitted.map((base) => new GeneralSubtree({ base }))),
  });
  const certificate = await X509CertificateGenerator.createSelfSigned({
    serialNumber: serial(),
    name: 'CN=Jasperwren on this network',
    notBefore: new Date(now.getTime() - DAY),
    notAfter: new Date(now.getTime() + AUTHORITY_DAYS * DAY),
    signingAlgorithm: ALGORITHM,
    keys,
    extensions: [
      new BasicConstraintsExtension(true, 0, true),
      new KeyUsagesExtension(KeyUsageFlags.keyCertSign | KeyUsageFlags.cRLSign, true),
      new Extension(id_ce_nameConstraints, true, AsnConvert.serialize(limits)),
      await SubjectKeyIdentifierExtension.create(keys.publicKey),
    ],
  });
  await write(join(folder, 'authority'), certificate, keys.privateKey);
}

async function makeServer(
  folder: string,
  files: CertificateFiles,
  addresses: readonly string[],
  now: Date,
): Promise<void> {
  const authority = await readAuthority(folder);
  const keys = await newKeys();
  const names = ['localhost', ...ownNames()];
  const certificate = await X509CertificateGenerator.create({
    serialNumber: serial(),
    subject: 'CN=Jasperwren',
    issuer: authority.cert.subject,
    notBefore: new Date(now.getTime() - DAY),
    notAfter: new Date(now.getTime() + SERVER_DAYS * DAY),
    signingAlgorithm: ALGORITHM,
    signingKey: authority.key,
    publicKey: keys.publicKey,
    extensions: [
      new BasicConstraintsExtension(false, undefined, true),
      new KeyUsagesExtension(KeyUsageFlags.digitalSignature, true),
      new ExtendedKeyUsageExtension([ExtendedKeyUsage.serverAuth]),
      new SubjectAlternativeNameExtension([
        ...names.map((value) => ({ type: 'dns' as const, value })),
        ...['127.0.0.1', '::1', ...addresses].map((value) => ({ type: 'ip' as const, value })),
      ]),
      await AuthorityKeyIdentifierExtension.create(authority.cert.publicKey),
    ],
  });
  await write(files.cert.replace(/\.pem$/, ''), certificate, keys.privateKey);
}

const newKeys = () => crypto.subtle.generateKey(ALGORITHM, true, ['sign', 'verify']);

/** Positive, and never the same twice. */
const serial = (): string => `01${crypto.randomUUID().replaceAll('-', '')}`;

async function readAuthority(
  folder: string,
): Promise<{ readonly cert: X509Certificate; readonly key: webcrypto.CryptoKey }> {
  const cert = new X509Certificate(readFileSync(join(folder, 'authority.pem'), 'utf8'));
  const [bytes] = PemConverter.decode(readFileSync(join(folder, 'authority.key'), 'utf8'));
  if (!bytes) throw new Error('the key of the authority is empty');
  return { cert, key: await crypto.subtle.importKey('pkcs8', bytes, ALGORITHM, false, ['sign']) };
}

/** The key first: a certificate without its key would look whole. */
async function write(name: string, certificate: X509Certificate, key: webcrypto.CryptoKey): Promise<void> {
  const bytes = await crypto.subtle.exportKey('pkcs8', key);
  keep(`${name}.key`, PemConverter.encode(bytes, 'PRIVATE KEY'));
  keep(`${name}.pem`, certificate.toString('pem'));
}

function keep(file: string, text: string): void {
  writeFileSync(`${file}.making`, `${text}\n`, { mode: 0o600 });
  renameSync(`${file}.making`, file);
}
