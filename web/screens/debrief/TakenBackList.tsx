import { Box, Button, Typography } from '@mui/material';
import { clockText, secondsSince, type Judgement } from '../../../core/marking';
import { eventWords } from '../../../core/session';
import type { Standard } from '../../../core/standard';
import type { DoAction } from '../../data/log';
import { colour } from '../../parts/ui';

interface Props {
  readonly standard: Standard;
  readonly judgement: Judgement;
  readonly startedAt: string;
  readonly act: DoAction;
}

/** Everything that was taken back, to be restored one by one, on any day. */
export function TakenBackList({ standard, judgement, startedAt, act }: Props) {
  const { takenBack } = judgement.drive;
  if (takenBack.length === 0) return null;
  return (
    <Box component="section" aria-labelledby="taken-back" sx={{ mt: 4 }}>
      <Typography variant="h2" id="taken-back">
        Removed marks
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {takenBack.map(({ event, retracts }) => {
          const words = eventWords(
            standard,
            event,
            takenBack.map((one) => one.event),
          );
          return (
            <Box
              component="li"
              key={event.id}
              sx={{
                display: 'flex',
                alignItems: 'center',
                gap: 2,
                minHeight: 60,
                borderBottom: `1px solid ${colour('line')}`,
              }}
            >
              <Typography sx={{ flex: 1, color: 'text.secondary' }}>
                {clockText(secondsSince(startedAt, event.at))}{' '}
                {words.charAt(0).toUpperCase() + words.slice(1)}
              </Typography>
              <Button
                variant="outlined"
                aria-label={`Restore ${words}`}
                onClick={() => act({ do: 'restore', retracts })}
              >
                Restore
              </Button>
            </Box>
          );
        })}
      </Box>
    </Box>
  );
}
