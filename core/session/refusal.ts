/** More goals than this nobody remembers (common practice). */
export const MOST_GOALS = 3;

/** Why an action records nothing. `refusalWords` says it. */
export type Refusal =
  | { readonly code: 'not-of-standard'; readonly what: string }
  | { readonly code: 'no-manoeuvre-runs' }
  | { readonly code: 'no-clock' }
  | { readonly code: 'nothing-to-undo' }
  | { readonly code: 'not-there' }
  | { readonly code: 'already-so' }
  | { readonly code: 'enough-goals' }
  | { readonly code: 'out-of-range' }
  | { readonly code: 'not-ended' }
  | { readonly code: 'outside-drive' }
  | { readonly code: 'by-rule' };

/** Why nothing was recorded, for whoever tried. */
export function refusalWords(why: Refusal): string {
  switch (why.code) {
    case 'not-of-standard':
      return `${why.what} isn’t part of this standard, or isn’t allowed here.`;
    case 'no-manoeuvre-runs':
      return 'No manoeuvre is running.';
    case 'no-clock':
      return 'This manoeuvre has no clock.';
    case 'nothing-to-undo':
      return 'Nothing to undo.';
    case 'not-there':
      return 'That entry isn’t in this mock any more.';
    case 'already-so':
      return 'That’s already so.';
    case 'enough-goals':
      return `${MOST_GOALS} goals are enough. Remove one first.`;
    case 'out-of-range':
      return 'That value isn’t possible.';
    case 'not-ended':
      return 'This mock hasn’t ended.';
    case 'outside-drive':
      return 'That time is before the start or after the end of the drive.';
    case 'by-rule':
      return 'This mark comes from a question or a reading. Change that instead.';
  }
}
