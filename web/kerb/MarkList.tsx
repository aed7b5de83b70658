import { Box, Button, Stack, Typography } from '@mui/material';
import { useState } from 'react';
import { clockText, type EventBody, type Judgement, secondsSince, stageAt } from '../../core/marking';
import { compileStandard, type Standard } from '../../core/standard';
import { useGuide } from '../grading';
import { colour, Glyph } from '../ui';

interface Props {
  readonly standard: Standard;
  readonly judgement: Judgement;
  readonly startedAt: string;
  readonly record: (body: EventBody) => string;
}

/** Every mark in time order, while it is fresh: each can be graded by the guide, or taken back. */
export function MarkList({ standard, judgement, startedAt, record }: Props) {
  const [gone, setGone] = useState<{ readonly retract: string; readonly label: string } | null>(null);
  const remove = (event: string, label: string) =>
    setGone({ retract: record({ kind: 'retract', of: event }), label });
  const { ask, guide } = useGuide({ standard, judgement, record, onRemove: remove });
  const { itemOf, severities } = compileStandard(standard);
  const { marks, drive } = judgement;
  if (marks.length === 0 && !gone) return null;
  return (
    <Box component="section" aria-labelledby="marked" sx={{ mt: 4 }}>
      <Typography variant="h2" id="marked">
        Marks
      </Typography>
      <Box role="status">
        {gone ? (
          <Stack
            direction="row"
            sx={{ gap: 2, alignItems: 'center', bgcolor: colour('wash'), px: 2, py: 0.5 }}
          >
            <Typography sx={{ flex: 1 }}>Taken back: {gone.label}</Typography>
            <Button
              onClick={() => {
                record({ kind: 'retract', of: gone.retract });
                setGone(null);
              }}
            >
              Bring it back
            </Button>
          </Stack>
        ) : null}
      </Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {marks.map((mark, n) => {
          const severity = severities.get(mark.severity);
          const { item } = itemOf(mark.item);
          const seconds = secondsSince(startedAt, mark.at);
          return (
            <Box
              component="li"
              key={`${mark.by} ${n}`}
              sx={{
                display: 'flex',
                flexWrap: 'wrap',
                alignItems: 'center',
                columnGap: 2,
                py: 0.5,
                minHeight: 64,
                borderBottom: `1px solid ${colour('line')}`,
              }}
            >
              <Glyph gravity={severity?.gravity ?? 1} size={24} />
              <Box sx={{ flex: '1 1 240px' }}>
                <Typography sx={{ fontWeight: 700 }}>{item.label}</Typography>
                <Typography variant="body2" sx={{ color: 'text.secondary' }}>
                  {clockText(seconds)}, {stageAt(drive, mark.at)}, {severity?.label.toLowerCase()}
                  {mark.uncounted === null ? '' : ', not counted'}
                </Typography>
              </Box>
              {item.severities.length > 1 ? (
                <Button
                  variant="outlined"
                  onClick={() => ask(mark.by, item.id)}
                  aria-label={`How grave was it? ${item.label}`}
                >
                  How grave?
                </Button>
              ) : null}
              <Button
                color="inherit"
                onClick={() => remove(mark.by, item.label)}
                aria-label={`Take back ${item.label}`}
              >
                Take back
              </Button>
            </Box>
          );
        })}
      </Box>
      {guide}
    </Box>
  );
}
