import { createHash, randomBytes } from 'node:crypto';

/** A word that nobody guesses, fit for an address or a cookie. */
export const newToken = (): string => randomBytes(32).toString('base64url');

/** What is kept of it: who reads the database can do nothing with that. */
export const tokenHash = (token: string): string => createHash('sha256').update(token).digest('hex');
