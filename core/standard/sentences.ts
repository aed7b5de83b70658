import { compileStandard } from './compile';
import { addsUpMarks, quantityOf } from './quantities';
import { skillOf } from './skills';
import { capital, limitTitle, measureWords, severityLabel } from './words';
import { MOST, type Cap, type Conversion, type Limit, type Manoeuvre, type Standard } from './schema';

/** "At most 3 grade 2 faults on one item." and whether passing it ends the test; in the words of the standard. */
export function limitSentence(standard: Standard, limit: Limit): string {
  const title = limitTitle(standard, limit);
  if (limit.of.startsWith('measure:'))
    return `${title}: at most ${limit.max}${limit.ends ? '; more ends the test' : ''}.`;
  const words = title.charAt(0).toLowerCase() + title.slice(1);
  const quantity = quantityOf(limit.of);
  const singular =
    quantity && words.startsWith(quantity.many) ? quantity.one + words.slice(quantity.many.length) : words;
  if (addsUpMarks(limit.of) && limit.max >= MOST) return `${title}: no limit here.`;
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

/** "The third shunt and each further one in Reverse is marked as Shunts, serious fault." */
export function conversionSentence(
  standard: Standard,
  { of, manoeuvres, from = 0, below, item, severity }: Conversion,
): string {
  const { hasItem, itemOf } = compileStandard(standard);
  const label = hasItem(item) ? itemOf(item).item.label : item;
  const titles = (manoeuvres ?? []).map(
    (id) => standard.manoeuvres.find((one) => one.id === id)?.title ?? skillOf(id)?.title ?? id,
  );
  const where = titles.length > 0 ? ` in ${titles.join(' or ')}` : '';
  return `${capital(countWords(standard, of, from, below))}${where} is marked as ${label}, ${severityLabel(standard, severity)}.`;
}

/** Which counts or readings: "each shunt", "shunt 3 and each further one", "roll-back (cm) of 15 or more, less than 30". */
function countWords(standard: Standard, of: string, from: number, below: number | undefined): string {
  const quantity = quantityOf(of);
  if (quantity) {
    const first = Math.max(1, Math.ceil(from));
    if (below === undefined)
      return first === 1 ? `each ${quantity.one}` : `${quantity.one} ${first} and each further one`;
    const last = Math.ceil(below) - 1;
    return first === last ? `${quantity.one} ${first}` : `each ${quantity.one} from ${first} to ${last}`;
  }
  const bounds = [
    ...(from > 0 ? [`${from} or more`] : []),
    ...(below === undefined ? [] : [`less than ${below}`]),
  ];
  return `${measureWords(standard, of)}${bounds.length > 0 ? ` of ${bounds.join(', ')}` : ''}`;
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

/** The plan of a drive: "About 40 minutes, 20 of them independent." None where the standard has no plan. */
export function driveSentences(standard: Standard): readonly string[] {
  const { drive } = standard;
  if (!drive) return [];
  const { minutes, independentMinutes, deviceShare, manoeuvres, emergencyStopShare, pullUps, leastShare } =
    drive;
  const percent = (share: number) => `${Math.round(100 * share)}%`;
  const titles = (manoeuvres?.from ?? []).map((id) => manoeuvreName(standard, id));
  return [
    `About ${minutes} minutes${independentMinutes ? `, ${independentMinutes} of them independent` : ''}.`,
    ...(deviceShare === undefined
      ? []
      : [
          `The independent part follows a guidance device in ${percent(deviceShare)} of tests, and signs in the others.`,
        ]),
    ...(manoeuvres && manoeuvres.draw > 0
      ? [
          titles.length === manoeuvres.draw
            ? `Manoeuvres: ${titles.join('; ')}.`
            : `${manoeuvres.draw} of these manoeuvres: ${titles.join('; ')}.`,
        ]
      : []),
    ...(emergencyStopShare === undefined
      ? []
      : [`An emergency stop in ${percent(emergencyStopShare)} of tests.`]),
    ...(pullUps ? [`${pullUps} ${pullUps === 1 ? 'stop' : 'stops'} at the side of the road.`] : []),
    ...(leastShare === undefined
      ? []
      : [`A drive of less than ${percent(leastShare)} of that time is incomplete.`]),
  ];
}

const manoeuvreName = (standard: Standard, id: string): string =>
  standard.manoeuvres.find((one) => one.id === id || one.kind === id)?.title ?? skillOf(id)?.title ?? id;
