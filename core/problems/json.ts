import { failed, parsed, type Parsed } from './problem';
import { commonProblem, whyOf } from './words';

/** Reads a text of bounded length as JSON. */
export function readJson(text: string, most: number): Parsed<unknown> {
  if (text.length > most) return failed([commonProblem('', 'too-long', { most })]);
  try {
    return parsed(JSON.parse(text));
  } catch (error) {
    return failed([commonProblem('', 'no-json', { why: whyOf(error) })]);
  }
}
