import { useEffect, useSyncExternalStore } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';

/** Something that a screen does by a key, with the words of its button and its line of help in one place. */
export interface KeyAction {
  /** Keys as the hotkeys package writes them: `mod+z`, several with commas. */
  readonly keys: string;
  /** The keys as the help and a button name them: `Ctrl Z`. */
  readonly named: string;
  /** What it does, for the help. */
  readonly does: string;
  /** Words of its button. */
  readonly button?: string;
  /** Whether it is meant while something is being typed too. */
  readonly whileTyping?: true;
  /** Whether the keys are what is written, not where they are on the board. */
  readonly asWritten?: true;
}

/** The actions of what is on the screen now, in the order in which they came. */
let onScreen: readonly KeyAction[] = [];
const listeners = new Set<() => void>();

function change(next: readonly KeyAction[]): void {
  onScreen = next;
  for (const listener of listeners) listener();
}

/** Listens for an action's keys while the component is shown, and puts the action among those of the help. */
export function useAction(action: KeyAction, run: () => void, enabled = true): void {
  useHotkeys(action.keys, run, {
    enabled,
    preventDefault: true,
    enableOnFormTags: action.whileTyping ?? false,
    useKey: action.asWritten ?? false,
  });
  useEffect(() => {
    change([...onScreen, action]);
    return () => change(onScreen.toSpliced(onScreen.indexOf(action), 1));
  }, [action]);
}

/** What the keys do on the screen as it is now. */
export function useActionsOnScreen(): readonly KeyAction[] {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => void listeners.delete(listener);
    },
    () => onScreen,
  );
}
