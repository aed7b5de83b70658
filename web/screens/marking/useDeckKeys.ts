import { useEffect } from 'react';

export interface DeckKeys {
  readonly onLetter: (letter: string) => void;
  readonly onErase: () => void;
  readonly onClear: () => void;
  readonly onMove: (by: 1 | -1) => void;
  readonly onMark: (keys: { readonly shiftKey: boolean; readonly altKey: boolean }) => void;
  readonly onFlag: () => void;
  readonly onUndo: () => void;
  readonly onHelp: () => void;
  readonly onPause: () => void;
  readonly onClock: () => void;
  readonly onNext: () => void;
  /** Whether letters are being typed: then a space is a letter too. */
  readonly typing: boolean;
  /** Off while a dialog is open. */
  readonly enabled: boolean;
}

/** Letters search wherever the focus is; that is why these are not single hotkeys. */
export function useDeckKeys(keys: DeckKeys): void {
  useEffect(() => {
    if (!keys.enabled) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.target instanceof HTMLElement && event.target.matches('input, textarea, [role="menuitem"]')) {
        if (!event.target.matches('[data-deck-search]') || isWriting(event)) return;
      }
      if (act(event, keys)) event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [keys]);
}

/** In the search field the field itself writes and erases. */
const isWriting = (event: KeyboardEvent): boolean =>
  (event.key.length === 1 && !event.ctrlKey && !event.metaKey && event.key !== '?') ||
  event.key === 'Backspace';

function act(event: KeyboardEvent, keys: DeckKeys): boolean {
  const { key, ctrlKey, metaKey, altKey } = event;
  if ((ctrlKey || metaKey) && key.toLowerCase() === 'z') return done(keys.onUndo);
  if (ctrlKey || metaKey) return false;
  // Letters search, so these go with Alt; by their place on the board, for Alt changes what they write.
  if (altKey && event.code === 'KeyP') return done(keys.onPause);
  if (altKey && event.code === 'KeyT') return done(keys.onClock);
  if (altKey && event.code === 'KeyN') return done(keys.onNext);
  if (key === '?') return done(keys.onHelp);
  if (key === 'Escape') return done(keys.onClear);
  if (key === 'ArrowDown' && keys.typing) return done(() => keys.onMove(1));
  if (key === 'ArrowUp' && keys.typing) return done(() => keys.onMove(-1));
  if (key === 'Enter' && keys.typing) return done(() => keys.onMark(event));
  if (key === 'Backspace' && keys.typing) return done(keys.onErase);
  if (key === ' ' && !keys.typing) return done(keys.onFlag);
  if (key.length === 1 && !altKey && (/[\p{L}\p{N}]/u.test(key) || (key === ' ' && keys.typing)))
    return done(() => keys.onLetter(key));
  return false;
}

function done(run: () => void): true {
  run();
  return true;
}
