import { Box, Button, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material';
import { useState } from 'react';
import { clockText, MANY_MARKS, type Judgement } from '../../../core/marking';
import type { Report } from '../../../core/report';
import { limitAt, type Route } from '../../../core/route';
import type { Standard } from '../../../core/standard';
import type { DoAction } from '../../data/log';
import { ExplainLink } from '../../parts/explain';
import { useMarkEditor } from '../../parts/mark-editor';
import { useGuide } from '../../parts/severity-guide';
import { Glyph, MoreButton, WideTable } from '../../parts/ui';

interface Props {
  readonly standard: Standard;
  readonly judgement: Judgement;
  readonly report: Report;
  /** What was driven, for the speed limits; null until it is known, or without one. */
  readonly route: Route | null;
  readonly startedAt: string;
  readonly act: DoAction;
}

/** Every mark and note in time order, also those that do not count, with the reason. */
export function MarkTable({ standard, judgement, report, route, startedAt, act }: Props) {
  const { ask, guide } = useGuide({
    standard,
    judgementNow: () => judgement,
    act,
    onRemove: (event, _label, because) => act({ do: 'take-back', events: [event], because }),
  });
  const editor = useMarkEditor({ standard, judgement, startedAt, act });
  const [shown, setShown] = useState(MANY_MARKS);
  const { entries } = report;
  return (
    <Box component="section" aria-labelledby="marks">
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, alignItems: 'center', mb: 1 }}>
        <Typography variant="h2" id="marks" sx={{ mr: 'auto' }}>
          All marks and events
        </Typography>
        {judgement.drive.end ? (
          <Button variant="outlined" className="screen-only" onClick={editor.add}>
            Add a mark
          </Button>
        ) : null}
      </Box>
      {entries.length === 0 ? <Typography>Nothing was marked or noted.</Typography> : null}
      {entries.length > 0 ? (
        <WideTable label="All marks and events">
          <TableHead>
            <TableRow>
              <TableCell>Time</TableCell>
              <TableCell>Stage</TableCell>
              <TableCell>What</TableCell>
              <TableCell>Grade</TableCell>
              <TableCell>Remark</TableCell>
              <TableCell className="screen-only" aria-label="Severity guide" />
              <TableCell className="screen-only" aria-label="To change it" />
              <TableCell className="screen-only" aria-label="To explain it" />
            </TableRow>
          </TableHead>
          <TableBody>
            {entries.slice(0, shown).map(({ at, seconds, stage, what, grade, remarks, mark }, n) => (
              <TableRow key={`${at} ${n}`}>
                <TableCell>{clockText(seconds)}</TableCell>
                <TableCell>{stage}</TableCell>
                <TableCell>{what}</TableCell>
                <TableCell>
                  <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.75 }}>
                    {mark ? <Glyph gravity={mark.gravity} size={16} /> : null}
                    {grade}
                  </Box>
                </TableCell>
                <TableCell>{remarks.join(', ')}</TableCell>
                <TableCell className="screen-only">
                  {mark?.gradable ? (
                    <Button
                      color="inherit"
                      onClick={() => ask(mark.by, mark.item)}
                      aria-label={`How grave was it? ${what}`}
                      sx={{ whiteSpace: 'nowrap', fontWeight: 400 }}
                    >
                      How grave?
                    </Button>
                  ) : null}
                </TableCell>
                <TableCell className="screen-only">
                  {mark && editor.editable(mark.by, mark.item) ? (
                    <Button
                      color="inherit"
                      onClick={() => editor.edit(mark.by, mark.item)}
                      aria-label={`Change ${what}`}
                      sx={{ fontWeight: 400 }}
                    >
                      Change
                    </Button>
                  ) : null}
                </TableCell>
                <TableCell className="screen-only">
                  {mark ? (
                    <ExplainLink
                      skill={mark.skill}
                      speed={
                        route && mark.position?.along != null ? limitAt(route, mark.position.along) : null
                      }
                    />
                  ) : null}
                </TableCell>
              </TableRow>
            ))}
          </TableBody>
        </WideTable>
      ) : null}
      {entries.length > shown ? (
        <Typography sx={{ my: 1 }}>
          {shown} of {entries.length} are shown here. The file of marks (Save as) has all of them.
        </Typography>
      ) : null}
      <MoreButton more={entries.length > shown} loading={false} onMore={() => setShown(shown + MANY_MARKS)} />
      {guide}
      {editor.dialog}
    </Box>
  );
}
