import type { Drive } from './drive';

/** How often the instructor stepped in: by voice, and by wheel or pedal. */
export interface Help {
  readonly voice: number;
  readonly hands: number;
}

export function helpIn({ interventions }: Pick<Drive, 'interventions'>): Help {
  const voice = interventions.filter(({ by }) => by === 'voice').length;
  return { voice, hands: interventions.length - voice };
}

/** "2 prompts, 1 at wheel or pedals"; "none". */
export const helpWords = ({ voice, hands }: Help): string =>
  [
    ...(voice > 0 ? [`${voice} prompt${voice === 1 ? '' : 's'}`] : []),
    ...(hands > 0 ? [`${hands} at wheel or pedals`] : []),
  ].join(', ') || 'none';
