import type { ReadinessWord } from '../../../core/readiness';

export const percent = (share: number): string => `${Math.round(share * 100)}%`;

export const wordTitles: Readonly<Record<ReadinessWord, string>> = {
  ready: 'Ready',
  nearly: 'Nearly',
  'not yet': 'Not yet',
  'too little evidence': 'Too little evidence',
};

/** Colour of a word; the word itself always stands beside it. */
export const wordColour = {
  ready: 'moss',
  nearly: 'ochre',
  'not yet': 'jasper',
  'too little evidence': 'slate',
} as const;
