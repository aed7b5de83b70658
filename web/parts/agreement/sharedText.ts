import type { DriveAgreement } from '../../../core/agreement';

/** How many marks both made of those that either made, in a sentence. */
export function sharedText({ counts, shared }: Pick<DriveAgreement, 'counts' | 'shared'>): string {
  if (!shared) return 'Neither marked anything.';
  const { both, of } = shared;
  if (both === 0) return `None of the ${of} marks was made by both.`;
  return `${both} of ${of} marks were made by both, ${counts.same} of them with the same grade.`;
}
