export { logMiddleware } from './middleware';
export { beginDrive, logSlice, record, sendWaiting, type LogState, type OpenDrive } from './slice';
export { useDrive, useLink, type DriveOnScreen } from './useDrive';
