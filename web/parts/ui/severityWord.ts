import type { Severity } from '../../../core/standard';

/** "Serious" for "Serious fault": the word where the sentence already says fault. */
export const severityWord = ({ label }: Pick<Severity, 'label'>): string =>
  label.replace(/ (fault|mistake)$/i, '');
