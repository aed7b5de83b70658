import type { Role } from '../../contract';

/** Somebody who works in the school. */
export interface Instructor {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
}
