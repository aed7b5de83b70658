import { useActionsOnScreen } from '../parts/keys';
import { KeyList } from '../parts/ui';

/** The keys of whatever screen is in the frame, and those of the frame. */
export function KeysDialog({ open, onClose }: { readonly open: boolean; readonly onClose: () => void }) {
  const actions = useActionsOnScreen();
  const keys = [
    ...actions.map(({ named, does }) => [named, does] as const),
    ['Esc', 'Close what is open'] as const,
  ];
  return <KeyList open={open} onClose={onClose} keys={keys} />;
}
