export { FormDialog } from './FormDialog';
export { useBodyForm } from './useBodyForm';
export { freeId, valueAt, withEntry, withMoved, withoutEntry, withValue, type Path } from './draft';
export { PassphraseField } from './PassphraseField';
