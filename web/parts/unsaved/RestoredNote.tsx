import { Button, Stack, Typography } from '@mui/material';
import { colour } from '../ui';

/** Says that a draft of before was brought back, and how to be rid of it. */
export function RestoredNote({ onStartAgain }: { readonly onStartAgain: () => void }) {
  return (
    <Stack
      direction="row"
      role="status"
      sx={{
        gap: 2,
        alignItems: 'center',
        bgcolor: colour('wash'),
        borderRadius: 1,
        p: 1.5,
        flexWrap: 'wrap',
      }}
    >
      <Typography sx={{ flex: 1 }}>Unsaved changes from before are still on this device.</Typography>
      <Button variant="outlined" onClick={onStartAgain}>
        Start again
      </Button>
    </Stack>
  );
}
