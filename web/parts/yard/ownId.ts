import { idOf } from '../../../core/yard';
import { freeId } from '../form';

/** An id for something of the school's own: its title as one, with a number where that is taken. */
export function ownId(title: string, otherwise: string, taken: readonly string[]): string {
  const wanted = idOf(title) || otherwise;
  return taken.includes(wanted) ? freeId(wanted, taken) : wanted;
}
