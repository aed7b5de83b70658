import type { MockView, PersonView } from '../../../contract';
import type { DriveEvent } from '../../../core/marking';
import { markerName } from '../../../core/report';

/** Who marked a mock: whoever gave it, others who added to it, and whether one of them is a trainee. */
export function markedBy(
  { instructor }: MockView,
  events: readonly DriveEvent[],
  people: readonly PersonView[],
): string {
  const others = [...new Set(events.map(({ person }) => person))].flatMap((id) =>
    id === undefined || id === instructor.id ? [] : (people.find((one) => one.id === id) ?? []),
  );
  return [instructor, ...others].map(markerName).join(', with ');
}
