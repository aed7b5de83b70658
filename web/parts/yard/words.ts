import type { PracticeTold } from '../../../contract';
import { slipWords, type Layout, type RunReport, type Slip } from '../../../core/yard';

const plain = (id: string): string => id.replaceAll('-', ' ');

/** What went wrong, as a sentence with the names of the course. */
export function slipTitle(
  { kind, of }: Pick<Slip, 'kind' | 'of'>,
  { stages }: Pick<Layout, 'stages'>,
): string {
  const stage = stages.find(({ id }) => id === of);
  return slipWords(kind, stage ? stage.say.charAt(0).toLowerCase() + stage.say.slice(1) : plain(of));
}

/** Where the wheel stands, as an instructor says it. @param share of full lock, left above 0 */
export function wheelWords(share: number): string {
  if (Math.abs(share) < 0.03) return 'straight';
  const side = share > 0 ? 'left' : 'right';
  return Math.abs(share) > 0.97 ? `full ${side} lock` : `${Math.round(Math.abs(share) * 100)}% ${side} lock`;
}

export const countText = (count: number, one: string): string => `${count} ${one}${count === 1 ? '' : 's'}`;

/** A finished run in one line. */
export const runLine = ({
  movements,
  slips,
  seconds,
}: Pick<RunReport, 'movements' | 'slips' | 'seconds'>): string =>
  practiceLine({
    movements: movements.length,
    shunts: movements.filter(({ shunt }) => shunt).length,
    seconds,
    slips,
  });

/** The same of a run that was kept. */
export const practiceLine = ({
  movements,
  shunts,
  seconds,
  slips,
}: Pick<PracticeTold, 'movements' | 'shunts' | 'seconds' | 'slips'>): string =>
  `${countText(movements, 'movement')}, ${countText(shunts, 'shunt')}, ${seconds.toFixed(0)} s, ${slips.length === 0 ? 'nothing touched' : countText(slips.length, 'mistake')}`;
