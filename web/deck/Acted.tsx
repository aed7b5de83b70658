import { memo } from 'react';
import { Box } from '@mui/material';
import { colour, tokens } from '../ui';
import { Banner, Press } from './frame';

export type ActedBy = 'voice' | 'wheel' | 'pedal';
const ways: readonly ActedBy[] = ['voice', 'wheel', 'pedal'];

/** The instructor had to act: one touch says how. */
export const ActedButtons = memo(function ActedButtons({
  onActed,
}: {
  readonly onActed: (by: ActedBy) => void;
}) {
  return (
    <Box
      role="group"
      aria-label="I acted by"
      sx={{ display: 'grid', gridTemplateColumns: 'repeat(3, 1fr)', gap: 0.75 }}
    >
      {ways.map((by) => (
        <Press key={by} type="button" onClick={() => onActed(by)} aria-label={`I acted: ${by}`}>
          <small style={{ display: 'block', fontSize: 16 }}>I acted</small>
          <b>{by}</b>
        </Press>
      ))}
    </Box>
  );
});

/** After acting the graver severities stand first, until a mark is made or this is put away. */
export function ActedBanner({ by, onClose }: { readonly by: ActedBy; readonly onClose: () => void }) {
  return (
    <Banner role="status" style={{ borderColor: colour('jasper') }}>
      <Box sx={{ flex: 1 }}>
        <b>You acted by {by}.</b> What for? The gravest severity stands first.
      </Box>
      <Press type="button" onClick={onClose} style={{ minWidth: tokens.deckTouch }}>
        No mark
      </Press>
    </Banner>
  );
}
