import { Box } from '@mui/material';
import { markWords, runTitle, type Judgement } from '../../../core/marking';
import { outsideMarks } from '../../../core/session';
import type { Standard } from '../../../core/standard';
import type { DoAction } from '../../data/log';
import { colour } from '../../parts/ui';
import { Banner, Press } from './frame';

interface Props {
  readonly standard: Standard;
  readonly judgement: Judgement;
  readonly act: DoAction;
}

/** Marks that count nowhere as they stand are told at once, and offered to the manoeuvre before or after. */
export function OutsideMarks({ standard, judgement, act }: Props) {
  const outside = outsideMarks(standard, judgement).slice(-2);
  return outside.map(({ mark, runs }) => (
    <Banner key={`${mark.by} ${mark.item}`} role="status" style={{ borderColor: colour('ochre') }}>
      <Box sx={{ flex: 1 }}>
        <b>{markWords(standard, mark)}</b> counts in no limit
        {runs.length > 0 ? ' outside a manoeuvre.' : '; a manoeuvre that starts now can take it.'}
      </Box>
      {runs.map((run) => (
        <Press key={run.run} type="button" onClick={() => act({ do: 'move', mark, run: run.run })}>
          Count it for {runTitle(standard, run)}
        </Press>
      ))}
    </Banner>
  ));
}
