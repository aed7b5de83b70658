/** Whether a key is meant for a field, a slider or a list, which keep their own keys. */
export const inField = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  target.closest('input, textarea, [role="combobox"], [role="listbox"]') !== null;
