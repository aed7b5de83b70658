import type { Role } from '../../../contract';

export const roleTitles: Readonly<Record<Role, string>> = {
  owner: 'Owner',
  instructor: 'Instructor',
  trainee: 'Trainee instructor',
};

/** What somebody may do, in one sentence. */
export const roleWords: Readonly<Record<Role, string>> = {
  owner: 'Everything: people, settings, backups, and every learner.',
  instructor:
    'Sees every learner and can mark them; changes their own learners, vehicles, routes and standards.',
  trainee: 'Sees and marks their own learners only. Their marks count; reports say that a trainee made them.',
};
