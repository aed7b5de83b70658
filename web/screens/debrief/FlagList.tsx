import { Box, Button, Typography } from '@mui/material';
import { useState } from 'react';
import { clockText, type DriveFlag, type Judgement, secondsSince, stageAt } from '../../../core/marking';
import type { Standard } from '../../../core/standard';
import type { DoAction } from '../../data/log';
import { colour, FlagSign } from '../../parts/ui';
import { SortDialog } from './SortDialog';

interface Props {
  readonly standard: Standard;
  readonly judgement: Judgement;
  readonly startedAt: string;
  readonly act: DoAction;
}

/** Flags in time order, each to be sorted or dismissed; sorted ones can be opened again. */
export function FlagList({ standard, judgement, startedAt, act }: Props) {
  const [sorting, setSorting] = useState<DriveFlag | null>(null);
  const { flags } = judgement.drive;
  if (flags.length === 0) return null;
  const sinceStart = (at: string) => clockText(secondsSince(startedAt, at));
  return (
    <Box component="section" aria-labelledby="flags" sx={{ mt: 4 }}>
      <Typography variant="h2" id="flags">
        Flags
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {flags.map((flag) => (
          <Box
            component="li"
            key={flag.id}
            sx={{
              display: 'flex',
              alignItems: 'center',
              gap: 2,
              py: 1,
              minHeight: 72,
              borderBottom: `1px solid ${colour('line')}`,
            }}
          >
            <FlagSign size={26} />
            <Box sx={{ flex: 1 }}>
              <Typography sx={{ fontWeight: 700 }}>{sinceStart(flag.at)}</Typography>
              <Typography variant="body2" sx={{ color: 'text.secondary' }}>
                {stageAt(judgement.drive, flag.at)}
                {flag.state === 'unsorted' ? '' : `, ${flag.state}`}
              </Typography>
            </Box>
            {flag.state === 'unsorted' ? (
              <Button color="inherit" onClick={() => act({ do: 'sort', flag: flag.id, faults: [] })}>
                Dismiss
              </Button>
            ) : null}
            <Button
              variant={flag.state === 'unsorted' ? 'contained' : 'outlined'}
              onClick={() => setSorting(flag)}
              sx={{ minHeight: 56 }}
            >
              {flag.state === 'unsorted' ? 'Sort' : 'Sort again'}
            </Button>
          </Box>
        ))}
      </Box>
      {sorting ? (
        <SortDialog
          key={sorting.id}
          {...{ standard, judgement }}
          title={`What was it at ${sinceStart(sorting.at)}, ${stageAt(judgement.drive, sorting.at)}?`}
          onClose={() => setSorting(null)}
          onSort={(faults) => {
            act({ do: 'sort', flag: sorting.id, faults });
            // The next one in time order comes by itself.
            setSorting(flags.find(({ id, state }) => state === 'unsorted' && id !== sorting.id) ?? null);
          }}
        />
      ) : null}
    </Box>
  );
}
