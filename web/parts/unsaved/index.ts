export { LeaveGuard } from './LeaveGuard';
export { RestoredNote } from './RestoredNote';
export { forgetDrafts } from './useKeptDraft';
export { useKeptHistory } from './useKeptHistory';
export { giveUpAll, useLeaveAll, useUnsaved } from './useUnsaved';
