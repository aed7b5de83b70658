import { useActionsOnScreen, type KeyAction } from '../parts/keys';
import { KeyList } from '../parts/ui';
import { actions } from './actions';

const frame: readonly KeyAction[] = Object.values(actions);

/** The keys of whatever screen is in the frame, then those of the frame. */
export function KeysDialog({ open, onClose }: { readonly open: boolean; readonly onClose: () => void }) {
  const own = useActionsOnScreen().filter((action) => !frame.includes(action));
  const keys = [
    ...[...own, ...frame].map(({ named, does }) => [named, does] as const),
    ['Esc', 'Close what is open'] as const,
  ];
  return <KeyList open={open} onClose={onClose} keys={keys} />;
}
