/** What reads the events of an earlier store. It comes only where there is one. */
export { parseEvent } from '../../../core/marking';
