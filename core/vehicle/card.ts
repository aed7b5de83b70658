import * as z from 'zod';
import { checkShape, type Parsed } from '../problems';
import { controlIds, type ControlId } from './controls';

const text = z.string().trim().max(160);

const entry = z
  .strictObject({
    /** The car has no such thing. */
    lacks: z.boolean(),
    /** Where it is: "left stalk, outer ring". */
    where: text,
    /** How it is worked: "turn away, two clicks". */
    how: text,
    /** What lights up; empty where nothing does. */
    tellTale: text,
    /** Place on the cockpit drawing, from 0 to 1 across and down; null while it is not placed. */
    place: z
      .strictObject({ x: z.number().min(0).max(1), y: z.number().min(0).max(1) })
      .readonly()
      .nullable(),
  })
  .readonly();

/** Where each control of one car is, as somebody found it who walked through the car. */
export const cardSchema = z
  .partialRecord(z.enum(controlIds as readonly [ControlId, ...ControlId[]]), entry)
  .readonly();

export type CardEntry = z.output<typeof entry>;
export type VehicleCard = z.output<typeof cardSchema>;

export const noCard: VehicleCard = {};

export const parseCard = (input: unknown): Parsed<VehicleCard> => checkShape(cardSchema, input);

/** What a car has not. */
export const lacksOf = (card: VehicleCard): ReadonlySet<ControlId> =>
  new Set(controlIds.filter((id) => card[id]?.lacks));
