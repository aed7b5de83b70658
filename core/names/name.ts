/** Every stroke that stands for an apostrophe: typographic ones, accents, primes, the letter apostrophe. */
const APOSTROPHES = /[\u2018\u2019\u201b\u02bc\u02b9\u02bb\u00b4\u0060\u2032\uff07]/g;
/** Hyphens and dashes that a keyboard or a phone puts for one another. */
const HYPHENS = /[\u2010-\u2015\u2212\ufe63\uff0d]/g;
/** What cannot be seen: control and format characters, zero-width spaces, marks of direction. */
const UNSEEN = /[\p{Cc}\p{Cf}]/gu;

/** A name as it is kept: spaces set in order, nothing that cannot be seen. */
export const plainName = (name: string): string =>
  name.normalize('NFC').replace(/\s+/g, ' ').replace(UNSEEN, '').trim();

/** By which somebody is called where not everybody may know who it is. */
export const firstName = (name: string): string => plainName(name).split(' ')[0] ?? '';

/**
 * What two ways of typing one name have in common, for signing in and for finding: without capitals, accents, and
 * differences between apostrophes, hyphens and spaces. Empty for a name of which nothing can be read.
 */
export const nameKey = (name: string): string =>
  plainName(name)
    .replace(APOSTROPHES, "'")
    .replace(HYPHENS, '-')
    .normalize('NFKD')
    .replace(/\p{M}+/gu, '')
    .toLowerCase()
    .replace(/\s+/g, ' ')
    .trim();

/** A name as part of a file's name: small letters and digits of any script, a hyphen between words, at most 40. */
export const fileWord = (name: string): string =>
  nameKey(name)
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .slice(0, 40)
    .replace(/^-+|-+$/g, '');
