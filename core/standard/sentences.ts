import { quantityOf } from './quantities';
import { limitTitle } from './words';
import { MOST, type Cap, type Limit, type Manoeuvre, type Standard } from './schema';

/** "At most 3 grade 2 faults on one item." and whether passing it ends the test; in the words of the standard. */
export function limitSentence(standard: Standard, limit: Limit): string {
  const title = limitTitle(standard, limit);
  if (limit.of.startsWith('measure:'))
    return `${title}: at most ${limit.max}${limit.ends ? '; more ends the test' : ''}.`;
  const words = title.charAt(0).toLowerCase() + title.slice(1);
  const quantity = quantityOf(limit.of);
  const singular =
    quantity && words.startsWith(quantity.many) ? quantity.one + words.slice(quantity.many.length) : words;
  const amount =
    limit.max === 0 ? `No ${words}` : `At most ${limit.max} ${limit.max === 1 ? singular : words}`;
  if (!limit.ends) return `${amount}.`;
  return limit.max === 0 ? `${amount}: one ends the test.` : `${amount}: more ends the test.`;
}

/** "Driving faults (vehicle safety questions): only the first one counts." */
export function capSentence(standard: Standard, cap: Cap): string {
  const title = limitTitle(standard, { ...cap, per: 'test', ends: false });
  if (cap.max >= MOST) return `${title}: every one counts.`;
  return cap.max === 0
    ? `${title} never count.`
    : `${title}: only the first ${cap.max === 1 ? 'one counts' : `${cap.max} count`}.`;
}

/** What a manoeuvre asks for: its sides, its clock, its limits. */
export function manoeuvreSentences(standard: Standard, manoeuvre: Manoeuvre): readonly string[] {
  const { sides, clock, limits } = manoeuvre;
  return [
    ...(sides?.length ? [`Done ${sides.join(' and ')}.`] : []),
    ...(clock ? [`The clock starts by: ${clock.starts.replaceAll('-', ' ')}.`] : []),
    ...limits.map((limit) => limitSentence(standard, limit).replace(' in one manoeuvre', '')),
    ...(clock?.retestExtraSeconds ? [`On a re-test ${clock.retestExtraSeconds} seconds more.`] : []),
  ];
}
