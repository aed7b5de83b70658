import { Box } from '@mui/material';
import { endingWords } from '../../../core/marking';
import { useJudged, type DriveHere } from '../../data/log';
import { colour } from '../../parts/ui';

/** Says that the standard ends the test with what was marked, and why. */
export function EndsHere({ drive }: { readonly drive: DriveHere }) {
  const words = useJudged(drive, (judgement) =>
    judgement.ending ? endingWords(drive.standard, judgement) : null,
  );
  if (words === null) return null;
  return (
    <Box
      role="alert"
      sx={{ bgcolor: colour('jasper'), color: colour('onJasper'), p: 1.5, borderRadius: 1, fontSize: 19 }}
    >
      <b>The standard ends the test here.</b> {words}
    </Box>
  );
}
