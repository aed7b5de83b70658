import 'reflect-metadata';
import { IsString, Length } from 'class-validator';
import type { Role } from './roles';

export class SignIn {
  @IsString()
  @Length(1, 80)
  name!: string;

  @IsString()
  @Length(1, 200)
  passphrase!: string;
}

/** Fewest and most characters of a new passphrase. */
export const PASSPHRASE_LEAST = 10;
export const PASSPHRASE_MOST = 200;

export class PassphraseChange {
  /** The one that is in use now. */
  @IsString()
  @Length(1, PASSPHRASE_MOST)
  current!: string;

  @IsString()
  @Length(PASSPHRASE_LEAST, PASSPHRASE_MOST)
  next!: string;
}

/** Who is signed in. */
export interface SessionView {
  readonly instructor: { readonly id: string; readonly name: string; readonly role: Role };
}

/** Whether the one-button way in of the demo is open on this server. */
export interface HealthView {
  readonly status: 'ok';
  readonly version: string;
  readonly demo: boolean;
}
