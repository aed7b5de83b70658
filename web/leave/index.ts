export { LeaveGuard } from './LeaveGuard';
export { RestoredNote } from './RestoredNote';
export { forgetDrafts, useKeptDraft } from './useKeptDraft';
export { useKeptHistory } from './useKeptHistory';
export { useLeaveAll, useUnsaved } from './useUnsaved';
