import { Box, Button, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material';
import { useState } from 'react';
import {
  clockText,
  countsNowhere,
  type Judgement,
  secondsSince,
  stageAt,
  MANY_MARKS,
} from '../../core/marking';
import { compileStandard, type Standard } from '../../core/standard';
import type { DoAction } from '../log';
import { useGuide } from '../grading';
import { Glyph, MoreButton, WideTable } from '../ui';

interface Props {
  readonly standard: Standard;
  readonly judgement: Judgement;
  readonly startedAt: string;
  readonly act: DoAction;
}

/** Every mark and note in time order, also those that do not count, with the reason. */
export function MarkTable({ standard, judgement, startedAt, act }: Props) {
  const { ask, guide } = useGuide({
    standard,
    judgement,
    act,
    onRemove: (event, _label, because) => act({ do: 'take-back', events: [event], because }),
  });
  const [shown, setShown] = useState(MANY_MARKS);
  const { itemOf, severities } = compileStandard(standard);
  const { drive, marks } = judgement;
  const rows = [
    ...marks.map((mark) => {
      const severity = severities.get(mark.severity);
      const before = mark.regradedFrom ? severities.get(mark.regradedFrom)?.label.toLowerCase() : null;
      const { item } = itemOf(mark.item);
      return {
        at: mark.at,
        // What has one severity only cannot be graded.
        ask: item.severities.length > 1 ? () => ask(mark.by, item.id) : null,
        gravity: severity?.gravity ?? null,
        what: item.label,
        grade: severity?.label ?? mark.severity,
        remark: [
          mark.source === 'sort' ? 'sorted from a flag' : null,
          mark.source === 'question' ? 'question' : null,
          before ? `first marked ${before}` : null,
          uncountedWords(standard, mark.uncounted),
          countsNowhere(standard, mark) ? 'counts in no limit' : null,
          ...drive.notes.filter(({ of }) => of === mark.by).map(({ text }) => text),
        ],
      };
    }),
    ...drive.interventions.map(({ at, by }) => ({
      at,
      ask: null,
      gravity: null,
      what: 'The instructor stepped in',
      grade: by,
      remark: [],
    })),
    ...drive.goals.map(({ at, text }) => ({
      at,
      ask: null,
      gravity: null,
      what: text,
      grade: 'goal',
      remark: [],
    })),
    ...drive.notes
      .filter(({ of }) => !marks.some(({ by }) => by === of))
      .map(({ at, text }) => ({ at, ask: null, gravity: null, what: text, grade: 'note', remark: [] })),
  ].sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
  return (
    <Box component="section" aria-labelledby="marks">
      <Typography variant="h2" id="marks" sx={{ mb: 1 }}>
        Everything in order
      </Typography>
      {rows.length === 0 ? <Typography>Nothing was marked or noted.</Typography> : null}
      {rows.length > 0 ? (
        <WideTable label="Everything in order">
          <TableHead>
            <TableRow>
              <TableCell>Time</TableCell>
              <TableCell>Stage</TableCell>
              <TableCell>What</TableCell>
              <TableCell>Grade</TableCell>
              <TableCell>Remark</TableCell>
              <TableCell className="screen-only" aria-label="Severity guide" />
            </TableRow>
          </TableHead>
          <TableBody>
            {rows.slice(0, shown).map(({ at, gravity, what, grade, remark, ask: open }, n) => (
              <TableRow key={`${at} ${n}`}>
                <TableCell>{clockText(secondsSince(startedAt, at))}</TableCell>
                <TableCell>{stageAt(drive, at)}</TableCell>
                <TableCell>{what}</TableCell>
                <TableCell>
                  <Box sx={{ display: 'flex', alignItems: 'center', gap: 0.75 }}>
                    {gravity === null ? null : <Glyph gravity={gravity} size={16} />}
                    {grade}
                  </Box>
                </TableCell>
                <TableCell>{remark.filter((text) => text !== null).join(', ')}</TableCell>
                <TableCell className="screen-only">
                  {open ? (
                    <Button
                      color="inherit"
                      onClick={open}
                      aria-label={`How grave was it? ${what}`}
                      sx={{ whiteSpace: 'nowrap', fontWeight: 400 }}
                    >
                      How grave?
                    </Button>
                  ) : null}
                </TableCell>
              </TableRow>
            ))}
          </TableBody>
        </WideTable>
      ) : null}
      {rows.length > shown ? (
        <Typography sx={{ my: 1 }}>
          {shown} of {rows.length} are shown here. The file of marks (Save as) has all of them.
        </Typography>
      ) : null}
      <MoreButton more={rows.length > shown} loading={false} onMore={() => setShown(shown + MANY_MARKS)} />
      {guide}
    </Box>
  );
}

function uncountedWords(
  standard: Standard,
  uncounted: Judgement['marks'][number]['uncounted'],
): string | null {
  if (uncounted === null) return null;
  if (uncounted.why === 'ended') return 'after the test had ended: not counted';
  const cap = standard.caps.find(({ id }) => id === uncounted.cap);
  return `not counted: ${cap?.because ?? uncounted.cap}`;
}
