import { Box } from '@mui/material';
import { markWords, runTitle } from '../../../core/marking';
import { outsideMarks } from '../../../core/session';
import { useJudged, type DoAction, type DriveHere } from '../../data/log';
import { colour } from '../../parts/ui';
import { Banner, Press } from './frame';
import { sameData } from './same';

interface Props {
  readonly drive: DriveHere;
  readonly act: DoAction;
}

/** Marks that count nowhere as they stand are told at once, and offered to the manoeuvre before or after. */
export function OutsideMarks({ drive, act }: Props) {
  const { standard } = drive;
  const outside = useJudged(drive, (judgement) => outsideMarks(standard, judgement).slice(-2), sameData);
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
