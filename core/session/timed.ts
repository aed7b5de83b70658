import type { EventBody } from '../marking';

/** What is recorded, and when it happened where that is not now. */
export type Timed = EventBody & { readonly at?: string };
