import { Box } from '@mui/material';
import { FiveLooks } from './FiveLooks';
import { HoldTimer } from './HoldTimer';
import { MirrorTrainer } from './MirrorTrainer';

/** Timers for the passenger seat: glances, looks, signals and stops, each by one touch. */
export function Timers() {
  return (
    <Box sx={{ display: 'grid', gap: 3, gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '1fr 1fr' } }}>
      <MirrorTrainer />
      <FiveLooks />
      <HoldTimer
        title="Full stop"
        what="Touch as the wheels stand still, and again as they turn."
        goals={[3, 5]}
        reached={(goal) => `Held for ${goal} s`}
      />
      <HoldTimer
        title="Signal before moving off"
        what="Touch as the signal goes on, and again as the car moves."
        goals={[5]}
        reached={(goal) => `Signalled for ${goal} s`}
      />
    </Box>
  );
}
