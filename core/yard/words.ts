import type { Settings } from './model';

/** A point of a course as a person reads it: its line and which end, or its cone. */
export function pointTitle(id: string): string {
  const end = id.endsWith('-from') ? ', start' : id.endsWith('-to') ? ', end' : '';
  const bare = id.replace(/-(from|to)$/, '').replaceAll('-', ' ');
  return `${bare.charAt(0).toUpperCase()}${bare.slice(1)}${end}`;
}

/** `bay:3,lane:7.5`, as it stands in addresses, as settings. */
export function readSettings(text: string): Settings {
  return Object.fromEntries(
    text.split(',').flatMap((part): readonly (readonly [string, number])[] => {
      const [id, value] = part.split(':');
      return id && value && Number.isFinite(Number(value)) ? [[id, Number(value)]] : [];
    }),
  );
}

/** Settings as they stand in addresses. */
export const settingsText = (settings: Settings): string =>
  Object.entries(settings)
    .map(([id, value]) => `${id}:${value}`)
    .join(',');

/** What goes with every plan of the yard. */
export const CAUTION = 'Closed area, a spotter, walking pace. The ground decides.';
