/**
 * What follows from the log of each mock and is needed for lists: it is kept beside the log, changes with it in one
 * transaction, and can be worked out again at any time (`jasperwren rebuild`). This number grows whenever something
 * else follows from the same log: then all of it is worked out again. A test says when it has to grow.
 */
export const WORKED_OUT = 1;
