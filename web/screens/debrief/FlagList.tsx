import { Box, Button, Typography } from '@mui/material';
import { useState } from 'react';
import { clockText, type DrivePeg, type Judgement, secondsSince, stageAt } from '../../../core/marking';
import type { Standard } from '../../../core/standard';
import type { DoAction } from '../../data/log';
import { colour, PegSign } from '../../parts/ui';
import { SortDialog } from './SortDialog';

interface Props {
  readonly standard: Standard;
  readonly judgement: Judgement;
  readonly startedAt: string;
  readonly act: DoAction;
}

/** Pegs in time order, each to be sorted or dismissed; sorted ones can be opened again. */
export function FlagList({ standard, judgement, startedAt, act }: Props) {
  const [sorting, setSorting] = useState<DrivePeg | null>(null);
  const { pegs } = judgement.drive;
  if (pegs.length === 0) return null;
  const sinceStart = (at: string) => clockText(secondsSince(startedAt, at));
  return (
    <Box component="section" aria-labelledby="pegs" sx={{ mt: 4 }}>
      <Typography variant="h2" id="pegs">
        Flags
      </Typography>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {pegs.map((peg) => (
          <Box
            component="li"
            key={peg.id}
            sx={{
              display: 'flex',
              alignItems: 'center',
              gap: 2,
              py: 1,
              minHeight: 72,
              borderBottom: `1px solid ${colour('line')}`,
            }}
          >
            <PegSign size={26} />
            <Box sx={{ flex: 1 }}>
              <Typography sx={{ fontWeight: 700 }}>{sinceStart(peg.at)}</Typography>
              <Typography variant="body2" sx={{ color: 'text.secondary' }}>
                {stageAt(judgement.drive, peg.at)}
                {peg.state === 'unsorted' ? '' : `, ${peg.state}`}
              </Typography>
            </Box>
            {peg.state === 'unsorted' ? (
              <Button color="inherit" onClick={() => act({ do: 'sort', flag: peg.id, faults: [] })}>
                Dismiss
              </Button>
            ) : null}
            <Button
              variant={peg.state === 'unsorted' ? 'contained' : 'outlined'}
              onClick={() => setSorting(peg)}
              sx={{ minHeight: 56 }}
            >
              {peg.state === 'unsorted' ? 'Sort' : 'Sort again'}
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
            setSorting(pegs.find(({ id, state }) => state === 'unsorted' && id !== sorting.id) ?? null);
          }}
        />
      ) : null}
    </Box>
  );
}
