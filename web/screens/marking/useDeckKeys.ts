import { useEffect } from 'react';
import { shortcutOf, type ShortcutId } from './shortcuts';

export interface DeckKeys {
  /** What each action does. */
  readonly does: Readonly<Record<ShortcutId, (event: KeyboardEvent) => void>>;
  /** Whether letters are being typed: then a space is a letter too. */
  readonly typing: boolean;
  /** Off while a dialog is open. */
  readonly enabled: boolean;
}

/** Letters search wherever the focus is; that is why these are not single hotkeys. */
export function useDeckKeys({ does, typing, enabled }: DeckKeys): void {
  useEffect(() => {
    if (!enabled) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.target instanceof HTMLElement && event.target.matches('input, textarea, [role="menuitem"]')) {
        if (!event.target.matches('[data-deck-search]') || isWriting(event)) return;
      }
      const shortcut = shortcutOf(event, typing);
      if (shortcut === null) return;
      does[shortcut](event);
      event.preventDefault();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [does, typing, enabled]);
}

/** In the search field the field itself writes and erases. */
const isWriting = (event: KeyboardEvent): boolean =>
  (event.key.length === 1 && !event.ctrlKey && !event.metaKey && event.key !== '?') ||
  event.key === 'Backspace';
