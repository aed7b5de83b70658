export { logMiddleware } from './middleware';
export { createPusher, type Sent } from './pusher';
export { ask, type Answer } from './server';
export { beginDrive, logSlice, record, sendWaiting, type OpenDrive } from './slice';
export { useDrive, useLink, type DriveOnScreen } from './useDrive';
export { useKeptHere } from './useKeptHere';
