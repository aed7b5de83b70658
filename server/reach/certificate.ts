import { X509Certificate } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { createSecureContext } from 'node:tls';
import { SetupProblem } from './problem';

/** Files of a certificate, with those it hangs from, and of its key, both as PEM. */
export interface CertificateFiles {
  readonly cert: string;
  readonly key: string;
}

export interface Certificate {
  readonly cert: string;
  readonly key: string;
  /** Names for which it stands. */
  readonly names: readonly string[];
  readonly expires: Date;
}

/**
 * Reads a certificate and its key.
 *
 * @throws SetupProblem when one cannot be read, they do not belong together, or the certificate has expired
 */
export function readCertificate(files: CertificateFiles, now: Date): Certificate {
  const cert = read('--tls-cert', files.cert);
  const key = read('--tls-key', files.key);
  let told: X509Certificate;
  try {
    told = new X509Certificate(cert);
    createSecureContext({ cert, key });
  } catch (error) {
    throw new SetupProblem(
      `${files.cert} and ${files.key} are no certificate with its key, both as PEM: ${String(error)}`,
    );
  }
  const expires = new Date(told.validTo);
  if (expires <= now)
    throw new SetupProblem(
      `The certificate ${files.cert} expired on ${expires.toISOString().slice(0, 10)}. Renew it.`,
    );
  const names = [...(told.subjectAltName ?? '').matchAll(/DNS:([^,\s]+)/g)].flatMap(([, name]) => name ?? []);
  return { cert, key, names, expires };
}

function read(option: string, file: string): string {
  try {
    return readFileSync(file, 'utf8');
  } catch (error) {
    throw new SetupProblem(`${option}: ${file} cannot be read: ${String(error)}`);
  }
}
