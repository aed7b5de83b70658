import { InvalidArgumentError } from 'commander';

/** An option that may be given again. */
export function gather(file: string, earlier: readonly string[]): string[] {
  return [...earlier, file];
}

export function wholeNumber(text: string): number {
  const number = Number(text);
  if (!Number.isSafeInteger(number) || number < 0)
    throw new InvalidArgumentError('It must be a whole number.');
  return number;
}

export function numberUpTo(most: number, least: number) {
  return (text: string): number => {
    const number = wholeNumber(text);
    if (number < least || number > most)
      throw new InvalidArgumentError(`It must be a whole number from ${least} to ${most}.`);
    return number;
  };
}

export function title(text: string): string {
  if (text.trim() === '' || text.length > 80)
    throw new InvalidArgumentError('It must have 1 to 80 characters.');
  return text;
}
