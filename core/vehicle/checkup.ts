import * as z from 'zod';
import { checkShape, type Parsed } from '../problems';
import { day, instant } from '../time';
import {
  checkItemIds,
  findings,
  MOST_TREAD,
  paperKinds,
  PRESSURES,
  type CheckItem,
  type PaperKind,
} from './parts';

const text = z.string().max(500);

const tread = z
  .number({ error: 'must be a depth in millimetres' })
  .min(0)
  .refine((depth) => depth <= MOST_TREAD, {
    error: `must be at most ${MOST_TREAD} mm: no car tyre is deeper`,
  });
const pressure = z
  .number({ error: 'must be a pressure in kilopascals' })
  .min(PRESSURES.least)
  .refine((kpa) => kpa <= PRESSURES.most, {
    error: `must be at most ${PRESSURES.most} kPa (${PRESSURES.most / 100} bar): no car tyre takes more`,
  });

const tyre = z
  .strictObject({
    /** Depth at inner, centre, outer place, in millimetres. */
    tread: z.tuple([tread, tread, tread]).readonly(),
    /** Kilopascals, cold. */
    pressure: pressure.nullable(),
    /** A cut, a bulge, a cord that shows. */
    damaged: z.boolean(),
  })
  .readonly();

/** One going-over of a vehicle, as it was found on a day. */
export const checkupSchema = z
  .strictObject({
    id: z.uuid(),
    at: instant,
    odometer: z
      .number({ error: 'must be a distance in kilometres' })
      .min(0)
      .refine((km) => km <= 2_000_000, { error: 'must be at most 2 000 000 km' }),
    tyres: z
      .strictObject({
        'front-left': tyre,
        'front-right': tyre,
        'rear-left': tyre,
        'rear-right': tyre,
      })
      .readonly(),
    /** What was looked at; what is missing was not. */
    findings: z
      .partialRecord(z.enum(checkItemIds as readonly [CheckItem, ...CheckItem[]]), z.enum(findings))
      .readonly(),
    note: text,
  })
  .readonly();

export type Checkup = z.output<typeof checkupSchema>;
export type Tyre = z.output<typeof tyre>;

export const parseCheckup = (input: unknown): Parsed<Checkup> => checkShape(checkupSchema, input);

/** What is written in the vehicle's papers: pressures of the placard, and until when each paper holds. */
export const recordSchema = z
  .strictObject({
    /** Side of the car on which its wheel is. */
    wheel: z.enum(['left', 'right']).default('right'),
    /** Kilopascals at the load it is driven with; null while nobody has looked. */
    placard: z.strictObject({ front: pressure, rear: pressure }).readonly().nullable(),
    papers: z
      .array(
        z
          .strictObject({
            kind: z.enum(Object.keys(paperKinds) as [PaperKind, ...PaperKind[]]),
            until: day,
          })
          .readonly(),
      )
      .max(20)
      .readonly(),
  })
  .readonly();

export type VehicleRecord = z.output<typeof recordSchema>;

export const noRecord: VehicleRecord = { wheel: 'right', placard: null, papers: [] };
