import 'reflect-metadata';
import { IsBoolean, IsIn, IsString, Length } from 'class-validator';
import { roles, type Role } from './roles';
import { IsName, MayBeMissing, MayBeNull } from './rules';
import { PASSPHRASE_LEAST, PASSPHRASE_MOST } from './session';

/** Somebody who works in the school. */
export interface PersonView {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  /** False: may not sign in; what they did is kept. */
  readonly active: boolean;
  /** How many learners are theirs now. */
  readonly learners: number;
  /** When they last used it, to five minutes; null when they never did, or for those who need not know. */
  readonly lastSeen: string | null;
}

export class PersonChange {
  @MayBeMissing()
  @IsString()
  @Length(1, 80)
  @IsName()
  name?: string;

  @MayBeMissing()
  @IsIn(roles)
  role?: Role;

  @MayBeMissing()
  @IsBoolean()
  active?: boolean;
}

export class Invitation {
  @IsString()
  @Length(1, 80)
  @IsName()
  name!: string;

  @IsIn(roles)
  role!: Role;
}

/** A one-time link that has not been used: to join the school, or to choose a new passphrase. */
export interface InvitationView {
  readonly id: string;
  readonly kind: 'first' | 'join' | 'passphrase';
  readonly name: string;
  readonly role: Role;
  readonly createdAt: string;
  readonly expiresAt: string;
}

/** A link that was made now; its address is told once and is not kept. */
export interface InvitationMade extends InvitationView {
  readonly url: string;
}

/** What somebody who opens a one-time link is asked for. */
export interface WelcomeView {
  readonly kind: InvitationView['kind'];
  /** The name they are invited by; empty for the first person, who gives it. */
  readonly name: string;
  readonly role: Role;
  readonly school: string;
  /** Standards that the first person can choose from. */
  readonly standards: readonly {
    readonly id: string;
    readonly title: string;
    readonly summary: string | null;
    readonly drivingSide: 'left' | 'right';
    readonly units: 'imperial' | 'metric';
  }[];
}

/** The answer to a one-time link. The first person also says what school it is. */
export class Welcome {
  @IsString()
  @Length(PASSPHRASE_LEAST, PASSPHRASE_MOST)
  passphrase!: string;

  @MayBeMissing()
  @IsString()
  @Length(1, 80)
  @IsName()
  name?: string;

  @MayBeMissing()
  @IsString()
  @Length(0, 80)
  school?: string;

  @MayBeMissing()
  @IsIn(['imperial', 'metric'])
  units?: 'imperial' | 'metric';

  @MayBeMissing()
  @IsIn(['left', 'right'])
  drivingSide?: 'left' | 'right';

  @MayBeNull()
  @IsString()
  @Length(1, 80)
  standard?: string | null;
}

/** Somewhere that somebody is signed in. */
export interface DeviceView {
  readonly id: string;
  /** What kind of device, as far as its browser says: "Firefox on Android". */
  readonly name: string;
  readonly since: string;
  /** To five minutes. */
  readonly lastSeen: string;
  /** Whether it is the one that asks. */
  readonly here: boolean;
}

/** What can stand in the record of changes; its words are in the interface. */
export type ChangeKind =
  | 'school made'
  | 'school changed'
  | 'readiness rules changed'
  | 'advice changed'
  | 'person invited'
  | 'person joined'
  | 'person changed'
  | 'passphrase link made'
  | 'passphrase changed'
  | 'signed out everywhere'
  | 'learner added'
  | 'learners imported'
  | 'learner changed'
  | 'learner handed over'
  | 'learner archived'
  | 'learner back'
  | 'learner exported'
  | 'learner erased'
  | 'standard added'
  | 'result entered'
  | 'result removed'
  | 'mock changed'
  | 'mock moved'
  | 'mock deleted'
  | 'mock back'
  | 'backup made'
  | 'backup file kept'
  | 'backup file removed'
  | 'school exported'
  | 'school restored';

/** One line of the record of changes: who did what, to what, and when. */
export interface ChangeView {
  readonly position: number;
  readonly at: string;
  /** Null for what was done on the command line, or before anybody was here. */
  readonly by: { readonly id: string; readonly name: string } | null;
  readonly kind: ChangeKind;
  /** What it was done to, as it was called then. */
  readonly name: string;
  /** Where that is, when it is still there. */
  readonly subject: { readonly kind: 'learner' | 'mock' | 'person' | 'standard'; readonly id: string } | null;
  /** Which parts were changed, from what and to what, in the words of the interface's fields. */
  readonly parts: readonly { readonly part: string; readonly from?: string; readonly to?: string }[];
}
