/** The pages that explain something at the roadside, by the question that a learner asks; in their order. */
export const questions = {
  stopping: 'Could I have stopped?',
  amber: 'Was that amber mine?',
  gap: 'Was that gap big enough?',
  cue: 'How early should I say it?',
  room: 'Was there room?',
  timers: 'Timers',
} as const;

export type Question = keyof typeof questions;
export const questionIds = Object.keys(questions) as [Question, ...Question[]];

export interface Explanation {
  readonly question: Question;
  /** Which part of the page. */
  readonly what?: 'emerge' | 'follow';
}

const emerge: Explanation = { question: 'gap', what: 'emerge' };

/** What explains a fault of a skill best (common practice); other skills need no figure. */
const bySkill: Readonly<Record<string, Explanation>> = {
  'traffic-lights': { question: 'amber' },
  'junction-check': emerge,
  'give-way': emerge,
  roundabouts: emerge,
  hesitation: emerge,
  'following-distance': { question: 'gap', what: 'follow' },
  clearance: { question: 'room' },
  'meeting-traffic': { question: 'room' },
  footbrake: { question: 'stopping' },
  'approach-speed': { question: 'stopping' },
  'speed-limit': { question: 'stopping' },
  'speed-for-conditions': { question: 'stopping' },
  anticipation: { question: 'stopping' },
  crossings: { question: 'stopping' },
  'emergency-stop': { question: 'stopping' },
  'signal-timing': { question: 'cue' },
  'follow-directions': { question: 'cue' },
  'mirrors-routine': { question: 'timers' },
  'mirrors-before-signal': { question: 'timers' },
  'mirrors-before-direction': { question: 'timers' },
  'mirrors-before-speed': { question: 'timers' },
  'moving-off-check': { question: 'timers' },
  'blind-spot': { question: 'timers' },
  'stop-line': { question: 'timers' },
};

/** The page that explains a fault of a skill, or of an aspect of a manoeuvre; null where none does. */
export const explanationOf = (skill: string): Explanation | null =>
  bySkill[skill] ?? bySkill[skill.split('.')[0] ?? ''] ?? null;
