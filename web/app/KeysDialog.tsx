import { KeyList } from '../parts/ui';

const keys = [
  ['Ctrl K', 'Find a learner, a mock, a screen'],
  ['?', 'These keys'],
  ['Esc', 'Close what is open'],
] as const;

export function KeysDialog({ open, onClose }: { readonly open: boolean; readonly onClose: () => void }) {
  return <KeyList open={open} onClose={onClose} keys={keys} />;
}
