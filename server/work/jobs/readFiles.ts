import { gunzipSync } from 'node:zlib';
import { parseNetwork } from '../../../core/network';
import { failed, parsed, type Parsed, problemsIn } from '../../../core/problems';
import { networkRow, type NetworkRow } from '../../store';

/** What a file may grow to when it is unpacked, in bytes: a small one must not fill the memory. */
const MOST_UNPACKED = 250_000_000;
/** So many problems tell enough of a file. */
const MOST_PROBLEMS = 50;

const problem = problemsIn({
  'not-packed': ({ most }: { readonly most: number }) =>
    `is no JSON compressed by gzip, or has more than ${most} MB when it is unpacked`,
});

/** Reads a network file compressed by gzip. */
export function readNetwork(bytes: Uint8Array): Parsed<NetworkRow> {
  let input: unknown;
  try {
    input = JSON.parse(gunzipSync(bytes, { maxOutputLength: MOST_UNPACKED }).toString('utf8'));
  } catch {
    return failed([problem('', 'not-packed', { most: MOST_UNPACKED / 1e6 })]);
  }
  const network = parseNetwork(input);
  return network.ok ? parsed(networkRow(network.value)) : failed(network.problems.slice(0, MOST_PROBLEMS));
}
