import type { ChangeKind, ChangeView, Role } from '../../../contract';
import { roleTitles } from '../../parts/people';

/** What was done, as a sentence that begins with who did it. */
export function changeText({ kind, name, parts }: ChangeView): string {
  const count = parts.find(({ part }) => part === 'count')?.to ?? '';
  const words: Readonly<Record<ChangeKind, string>> = {
    'school made': 'set up the school',
    'school changed': 'changed the school’s settings',
    'readiness rules changed': 'changed the readiness rules',
    'advice changed': 'changed the school’s advice',
    'person invited': `invited ${name}`,
    'person joined': 'joined the school',
    'person changed': `changed the access of ${name}`,
    'passphrase link made': `made a link for a new passphrase for ${name}`,
    'passphrase changed': `changed the passphrase of ${name}`,
    'signed out everywhere': `signed ${name} out everywhere`,
    'learner added': `added the learner ${name}`,
    'learners imported': `imported ${count} learners from ${name}`,
    'learner changed': `changed the record of ${name}`,
    'learner handed over': `handed ${name} over`,
    'learner archived': `archived ${name}`,
    'learner back': `brought ${name} back from the archive`,
    'learner exported': `exported the whole record of ${name}`,
    'learner erased': `erased ${name} for good`,
    'standard added': `added the standard ${name}`,
    'result entered': `entered a licence test result of ${name}`,
    'result removed': `removed a licence test result of ${name}`,
    'mock changed': `changed a mock of ${name}`,
    'mock moved': `moved a mock of ${name} to another learner`,
    'mock deleted': `put a mock of ${name} into the bin`,
    'mock back': `took a mock of ${name} out of the bin`,
    'backup made': 'made a backup',
    'backup file kept': `kept the backup file ${name}`,
    'backup file removed': `removed the backup file ${name}`,
    'school exported': 'exported the whole school',
    'school restored': 'restored the school from a backup',
  };
  return words[kind];
}

const partNames: Readonly<Record<string, string>> = {
  name: 'name',
  role: 'role',
  active: 'access',
  instructor: 'taught by',
  testDate: 'licence test',
  standard: 'standard',
  papers: 'documents',
  details: 'details',
  overrule: 'override',
  learner: 'learner',
  route: 'route',
  vehicle: 'vehicle',
  note: 'note',
  startedAt: 'start',
  units: 'units',
  drivingSide: 'driving side',
  learnerRoads: 'roads for learners',
  day: 'day',
  passed: 'result',
  file: 'file',
  mocks: 'mocks',
};

/** Which parts were changed, from what and to what; empty when the sentence says it all. */
export function partsText({ parts }: Pick<ChangeView, 'parts'>): string {
  return parts
    .filter(({ part }) => part !== 'count')
    .map(({ part, from, to }) => {
      const title = partNames[part] ?? part;
      if (from === undefined && to === undefined) return title;
      const [before, after] = [valueText(part, from), valueText(part, to)];
      return from === undefined
        ? `${title}: ${after}`
        : to === undefined
          ? `${title}: ${before}`
          : `${title}: ${before} to ${after}`;
    })
    .join('; ');
}

function valueText(part: string, value: string | undefined): string {
  if (value === undefined) return '';
  if (value === '') return 'none';
  if (part === 'role') return roleTitles[value as Role] ?? value;
  if (part === 'active') return value === 'true' ? 'allowed' : 'stopped';
  if (part === 'passed') return value === 'true' ? 'passed' : 'failed';
  return value;
}
