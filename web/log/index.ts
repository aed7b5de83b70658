export { logMiddleware } from './middleware';
export { createPusher, type Sent } from './pusher';
export { ask, type Answer } from './server';
export { beginDrive, logSlice, reachesServer, record, sendWaiting, type OpenDrive } from './slice';
export { useDrive, useLink, type DriveOnScreen, type RecordTouch } from './useDrive';
export { useKeptHere } from './useKeptHere';
