import { failed, parsed, type Parsed } from '../problems';
import { constants, usual, type ConstantId, type Values } from './constants';
import { problem } from './problems';

/** The constants with some of them changed, each within its bounds. */
export function withValues(changes: Readonly<Partial<Record<ConstantId, number>>>): Parsed<Values> {
  const problems = Object.entries(changes).flatMap(([key, value]) => {
    const { least, most, unit } = constants[key as ConstantId];
    if (Number.isNaN(value)) return [problem(key, 'no-number', { found: String(value) })];
    return value >= least && value <= most
      ? []
      : [problem(key, 'out-of-range', { found: value, least, most, unit })];
  });
  return problems.length > 0 ? failed(problems) : parsed({ ...usual, ...changes });
}
