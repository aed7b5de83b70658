import 'reflect-metadata';
import { IsString, Length } from 'class-validator';

export class SignIn {
  @IsString()
  @Length(1, 80)
  name!: string;

  @IsString()
  @Length(1, 200)
  passphrase!: string;
}

/** Who is signed in. */
export interface SessionView {
  readonly instructor: { readonly id: string; readonly name: string };
}

/** Whether the one-button way in of the demo is open on this server. */
export interface HealthView {
  readonly status: 'ok';
  readonly version: string;
  readonly demo: boolean;
}
