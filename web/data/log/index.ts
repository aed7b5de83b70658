export { logMiddleware } from './middleware';
export { createPusher, type Sent } from './pusher';
export { ask, type Answer } from './server';
export type { DoAction } from './act';
export {
  beginDrive,
  endPractice,
  logSlice,
  mockPutRight,
  reachesServer,
  sendWaiting,
  type OpenDrive,
} from './slice';
export {
  useActOn,
  useDrive,
  useDriveHeld,
  useEventsNow,
  useJudged,
  useJudgementNow,
  type DriveHere,
  type DriveOnScreen,
} from './useDrive';
export { useLink } from './useLink';
export { useKeptHere } from './useKeptHere';
