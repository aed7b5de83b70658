import type { LessonView } from '../../../contract';
import { clashesOf, type Booked, type Clash } from '../../../core/diary';

export const bookedOf = (lesson: LessonView): Booked => ({
  id: lesson.id,
  startsAt: lesson.startsAt,
  minutes: lesson.minutes,
  instructor: lesson.instructor.id,
  learner: lesson.learner?.id ?? null,
  vehicle: lesson.vehicle?.id ?? null,
  position: lesson.lat === null || lesson.lon === null ? null : { lat: lesson.lat, lon: lesson.lon },
  placeName: lesson.place,
});

/** Clashes, in words, by entry. */
export function clashesIn(lessons: readonly LessonView[]): ReadonlyMap<string, readonly string[]> {
  const byId = new Map(lessons.map((lesson) => [lesson.id, lesson]));
  const words = new Map<string, string[]>();
  const say = (id: string, text: string) => {
    const own = words.get(id);
    if (!own) words.set(id, [text]);
    else if (!own.includes(text)) own.push(text);
  };
  for (const clash of clashesOf(lessons.map(bookedOf))) {
    const [a, b] = [byId.get(clash.a), byId.get(clash.b)];
    if (!a || !b) continue;
    say(a.id, clashText(clash, a, b));
    say(b.id, clashText(clash, b, a));
  }
  return words;
}

function clashText(clash: Clash, own: LessonView, other: LessonView): string {
  const who = other.learner?.name ?? other.note ?? 'another entry';
  if (clash.kind === 'gap')
    return `${clash.has} min between this and ${who}; ${clash.needs} min are needed to get there`;
  if (clash.of === 'learner') return `${own.learner?.name ?? who} has another entry then`;
  const what = { instructor: own.instructor.name, learner: own.learner?.name, vehicle: own.vehicle?.name }[
    clash.of
  ];
  return `${what ?? 'It'} is also with ${who} then`;
}
