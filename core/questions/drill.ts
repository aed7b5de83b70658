import * as z from 'zod';
import { inOrder, retractedIds } from '../log';
import { checkShape, type Parsed } from '../problems';
import { instant } from '../time';

/** How an answer went: not at all, with trouble, well, at once. */
export const grades = ['again', 'hard', 'good', 'easy'] as const;
export type Grade = (typeof grades)[number];

const key = z.string().min(1).max(120);
const own = {
  id: z.uuid(),
  device: key,
  seq: z.int().min(0).max(1_000_000_000),
  at: instant,
};

export const drillEventSchema = z.discriminatedUnion('kind', [
  z
    .strictObject({
      kind: z.literal('answer'),
      ...own,
      question: key,
      grade: z.enum(grades),
      /** Who judged the answer. */
      by: z.enum(['learner', 'instructor']),
      /** Key points that were given. */
      points: z.array(key).max(20).readonly().optional(),
      /** Key of the set, drawn as in a test, that this answer finished. */
      set: z.string().min(1).max(400).optional(),
    })
    .readonly(),
  z.strictObject({ kind: z.literal('retract'), ...own, of: z.uuid() }).readonly(),
]);

/** One entry of a learner's drill log. Entries are only ever added; undo is an entry too. */
export type DrillEvent = z.output<typeof drillEventSchema>;
export type DrillAnswer = Extract<DrillEvent, { kind: 'answer' }>;

export const parseDrillEvent = (input: unknown): Parsed<DrillEvent> => checkShape(drillEventSchema, input);

/** The answers that still count, in time order. @param events in any order, with any repeats */
export function answersOf(events: readonly DrillEvent[]): readonly DrillAnswer[] {
  const ordered = inOrder(events);
  const gone = retractedIds(ordered);
  return ordered.filter((event): event is DrillAnswer => event.kind === 'answer' && !gone.has(event.id));
}
