export { logMiddleware } from './middleware';
export { beginDrive, logSlice, record, sendWaiting, type OpenDrive } from './slice';
export { useDrive, useLink, type DriveOnScreen } from './useDrive';
export { useKeptHere } from './useKeptHere';
