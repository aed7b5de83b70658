import * as z from 'zod';
import type { Position } from '../geo';
import { featureKindIds, featureKindOf } from './features';
import { placeSchema, type Feature } from './route';

const id = z.string().min(1).max(120);

/**
 * What of a route something belongs to: the feature by its id, and its kind and place beside it, so that a log tells
 * them without the route. A direction that belongs to no route has a kind only.
 */
export const featureReference = z
  .union([
    z
      .strictObject({
        id: id.optional(),
        kind: z.enum(featureKindIds).optional(),
        place: placeSchema.optional(),
      })
      .readonly(),
    id,
  ])
  .transform((reference): FeatureReference =>
    typeof reference === 'string' ? referenceOfEarlier(reference) : reference,
  );

export interface FeatureReference {
  readonly id?: string | undefined;
  readonly kind?: Feature['kind'] | undefined;
  readonly place?: Position | undefined;
}

export const referenceTo = ({ id: to, kind, lat, lon }: Feature): FeatureReference => ({
  id: to,
  kind,
  place: { lat, lon },
});

/**
 * What an event of an earlier version meant, whose `feature` was one word: a kind such as `pull-up`, or an id that was
 * made of kind and place, such as `turn-left@52.1000,-2.3000#2`. Nothing else reads an id.
 */
export function referenceOfEarlier(word: string): FeatureReference {
  const kind = featureKindOf(word.split('@')[0] ?? '')?.id;
  if (kind === word) return { kind };
  const [, lat, lon] = /@(-?[\d.]+),(-?[\d.]+)/.exec(word) ?? [];
  const place =
    Math.abs(Number(lat)) <= 90 && Math.abs(Number(lon)) <= 180
      ? { lat: Number(lat), lon: Number(lon) }
      : null;
  return { id: word, ...(kind ? { kind } : {}), ...(place ? { place } : {}) };
}
