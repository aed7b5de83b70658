declare const process: { readonly env: Readonly<Record<string, string | undefined>> };

/** How often something random is tried: so often each time, and more often in `npm run nightly`. */
export const often = (each: number, nightly: number): number => (process.env.NIGHTLY ? nightly : each);
