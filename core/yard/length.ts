import * as z from 'zod';

const id = z.string().regex(/^[a-z0-9][A-Za-z0-9-]{0,59}$/, { error: 'must be letters, digits and dashes' });
const number = z.number().min(-1_000).max(1_000);

const term = z
  .strictObject({
    plus: number.optional(),
    /** Times the width of the whole combination. */
    width: number.optional(),
    /** Times the length of the whole combination. */
    length: number.optional(),
    parameter: id.optional(),
    /** How often the parameter counts; once where it isn't said. */
    times: number.optional(),
  })
  .readonly();

/** Metres (of an angle: degrees) that may depend on the vehicle and on the course's parameters; a list is a sum. */
export const lengthSchema = z.union([
  number,
  term,
  z
    .array(z.union([number, term]))
    .max(8)
    .readonly(),
]);

export type Length = z.output<typeof lengthSchema>;
type Term = z.output<typeof term>;

/** What a length depends on: the combination in metres, and the parameters of its course. */
export interface Sizes {
  readonly width: number;
  readonly length: number;
  readonly parameters: Readonly<Record<string, number>>;
}

/** A length as a number. */
export function lengthIn(sizes: Sizes, given: Length): number {
  if (typeof given === 'number') return given;
  if (isSum(given)) return given.reduce<number>((sum, one) => sum + lengthIn(sizes, one), 0);
  const { plus = 0, width = 0, length = 0, parameter, times = 1 } = given;
  const own = parameter === undefined ? 0 : times * (sizes.parameters[parameter] ?? 0);
  return plus + width * sizes.width + length * sizes.length + own;
}

const isSum = (given: Exclude<Length, number>): given is readonly (number | Term)[] => Array.isArray(given);

/** The parameters that a length asks for. */
export function parametersOf(given: Length): readonly string[] {
  if (typeof given === 'number') return [];
  if (isSum(given)) return given.flatMap(parametersOf);
  return given.parameter === undefined ? [] : [given.parameter];
}
