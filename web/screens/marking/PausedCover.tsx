import { Button, Dialog, Typography } from '@mui/material';
import { colour } from '../../parts/ui';

/** While marking rests there is nothing to look at but the road. */
export function PausedCover({ onResume }: { readonly onResume: () => void }) {
  return (
    <Dialog
      open
      fullScreen
      aria-labelledby="paused"
      transitionDuration={0}
      slotProps={{
        paper: {
          sx: {
            display: 'grid',
            placeContent: 'center',
            justifyItems: 'center',
            gap: 4,
            p: 3,
            bgcolor: colour('paper'),
          },
        },
      }}
    >
      <Typography id="paused" sx={{ fontSize: 44, fontWeight: 700, textAlign: 'center' }}>
        Watch the road
      </Typography>
      <Typography sx={{ fontSize: 20 }}>The clock is paused. Every mark so far is saved.</Typography>
      <Button
        autoFocus
        variant="contained"
        onClick={onResume}
        sx={{ minHeight: 120, minWidth: 300, fontSize: 28 }}
      >
        Go on marking
      </Button>
    </Dialog>
  );
}
