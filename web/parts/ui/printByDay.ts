/** Prints in the colours of day, whatever light the screen has. */
export function printByDay(): void {
  const { dataset } = document.documentElement;
  let before: string | undefined;
  window.addEventListener('beforeprint', () => {
    before = dataset.light;
    dataset.light = 'light';
  });
  window.addEventListener('afterprint', () => {
    if (before !== undefined) dataset.light = before;
  });
}
