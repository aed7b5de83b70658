import { shiftClock, TEST_NOW } from './now';

shiftClock(Date.parse(TEST_NOW) - Date.now());
