import { Typography } from '@mui/material';
import { matchPath, useLocation } from 'react-router';
import { useActionsOnScreen, type KeyAction } from '../parts/keys';
import { KeyList } from '../parts/ui';
import { actions } from './actions';
import { help } from './help';
import { screens } from './screens';

const frame: readonly KeyAction[] = Object.values(actions);

/** What the screen in the frame is for, its keys, then those of the frame. */
export function HelpDialog({ open, onClose }: { readonly open: boolean; readonly onClose: () => void }) {
  const { pathname } = useLocation();
  const screen = screens.find(({ path }) => matchPath(path, pathname));
  const own = useActionsOnScreen().filter((action) => !frame.includes(action));
  const keys = [
    ...[...own, ...frame].map(({ named, does }) => [named, does] as const),
    ['Esc', 'Close what is open'] as const,
  ];
  return (
    <KeyList open={open} onClose={onClose} keys={keys} title={screen ? `Help: ${screen.title}` : 'Help'}>
      {(help[screen?.path ?? ''] ?? []).map((sentence) => (
        <Typography key={sentence} sx={{ mb: 1.25 }}>
          {sentence}
        </Typography>
      ))}
    </KeyList>
  );
}
