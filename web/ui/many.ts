/** A drive has a hundred marks at most; of very many this many are shown at a time, so that the page stays quick. */
export const MANY = 250;
