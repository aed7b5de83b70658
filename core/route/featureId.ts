import type { Position } from '../geo';
import { featureKindOf, type FeatureKindId } from './features';

interface Named extends Position {
  readonly id: string;
  readonly kind: FeatureKindId;
}

/** The id of what lies at a place: its kind and the place to about ten metres, `turn-left@52.1000,-2.3000`. */
export const featureIdAt = (kind: string, { lat, lon }: Position): string =>
  `${kind}@${lat.toFixed(4)},${lon.toFixed(4)}`;

/** The kind of a feature by its id, which begins with it; also of a kind by itself. */
export const kindOfFeature = (id: string): FeatureKindId | undefined =>
  featureKindOf(id.split('@')[0] ?? '')?.id;

/** The place that an id tells; null for an id that tells none. */
export function placeOfFeature(id: string): Position | null {
  const [, lat, lon] = /@(-?[\d.]+),(-?[\d.]+)/.exec(id) ?? [];
  return lat === undefined || lon === undefined ? null : { lat: Number(lat), lon: Number(lon) };
}

/** What of an id is not its kind: two things of one place share it. */
const spotOf = (id: string): string => (id.split('@')[1] ?? '').split('#')[0] ?? '';

/** The id of a feature under its kind of now, at the spot of its id of before. */
export const idUnder = ({ id, kind, lat, lon }: Named, before = id): string =>
  spotOf(before) ? `${kind}@${spotOf(before)}` : featureIdAt(kind, { lat, lon });

/** What marks the id of a thing that was put by hand: no network will propose it again. */
export const BY_HAND = '#h';

/** An id of a thing put by hand that no other feature has. */
export function freeId(wanted: string, taken: ReadonlySet<string>): string {
  let n = 1;
  while (taken.has(`${wanted}${BY_HAND}${n}`)) n += 1;
  return `${wanted}${BY_HAND}${n}`;
}

/** Features with ids that begin with their kinds, as all of ours do; files from elsewhere may have others. */
export function withOwnIds<F extends Named>(features: readonly F[]): readonly F[] {
  if (features.every(({ id, kind }) => kindOfFeature(id) === kind)) return features;
  const taken = new Set(features.map(({ id }) => id));
  return features.map((feature) => {
    if (kindOfFeature(feature.id) === feature.kind) return feature;
    const id = freeId(idUnder(feature), taken);
    taken.add(id);
    return { ...feature, id };
  });
}

/**
 * The picture of a feature, among those that are kept with its route: its own, else the one of what stood at the
 * same place under another kind.
 *
 * @param pictures ids of the features under which pictures are kept
 */
export function pictureOf(
  pictures: readonly string[],
  feature: { readonly id: string; readonly photo: boolean },
  features: readonly { readonly id: string }[],
): string | null {
  if (pictures.includes(feature.id)) return feature.id;
  if (!feature.photo) return null;
  const used = new Set(features.map(({ id }) => id));
  return pictures.find((id) => !used.has(id) && spotOf(id) === spotOf(feature.id)) ?? null;
}
