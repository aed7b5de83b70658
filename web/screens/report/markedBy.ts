import type { MockView, PersonView } from '../../../contract';
import type { DriveEvent } from '../../../core/marking';

/** Who marked a mock: whoever gave it, others who added to it, and whether one of them is a trainee. */
export function markedBy(
  { instructor }: MockView,
  events: readonly DriveEvent[],
  people: readonly PersonView[],
): string {
  const named = ({ name, role }: Pick<PersonView, 'name' | 'role'>) =>
    role === 'trainee' ? `${name} (trainee instructor)` : name;
  const others = [...new Set(events.map(({ person }) => person))].flatMap((id) =>
    id === undefined || id === instructor.id ? [] : (people.find((one) => one.id === id) ?? []),
  );
  return [named(instructor), ...others.map(named)].join(', with ');
}
