import { Box, Button, Typography } from '@mui/material';
import { useState } from 'react';
import {
  runTitle,
  clockText,
  type Judgement,
  secondsSince,
  stageAt,
  MANY_MARKS,
} from '../../../core/marking';
import type { Report } from '../../../core/report';
import { limitAt, type Route } from '../../../core/route';
import { outsideMarks } from '../../../core/session';
import { compileStandard, type Standard } from '../../../core/standard';
import type { DoAction } from '../../data/log';
import { ExplainLink } from '../../parts/explain';
import { useMarkEditor } from '../../parts/mark-editor';
import { useGuide } from '../../parts/severity-guide';
import { colour, Glyph, MoreButton } from '../../parts/ui';

interface Props {
  readonly standard: Standard;
  readonly judgement: Judgement;
  readonly report: Report;
  /** What was driven, for the speed limits; null until it is known, or without one. */
  readonly route: Route | null;
  readonly startedAt: string;
  readonly act: DoAction;
}

/** Every mark in time order, while it is fresh: each can be graded by the guide, or taken back. */
export function MarkList({ standard, judgement, report, route, startedAt, act }: Props) {
  const remove = (event: string, _label: string, because?: string) =>
    act({ do: 'take-back', events: [event], ...(because === undefined ? {} : { because }) });
  const { ask, guide } = useGuide({ standard, judgementNow: () => judgement, act, onRemove: remove });
  const editor = useMarkEditor({ standard, judgement, startedAt, act });
  const { itemOf, severities } = compileStandard(standard);
  const [shown, setShown] = useState(MANY_MARKS);
  const { marks, drive } = judgement;
  const outside = outsideMarks(standard, judgement);
  const placed = new Map(report.marks.map((mark) => [mark.by, mark.position?.along ?? null]));
  const limitOf = (by: string): number | null => {
    const along = placed.get(by) ?? null;
    return route && along !== null ? limitAt(route, along) : null;
  };
  return (
    <Box component="section" aria-labelledby="marked" sx={{ mt: 4 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, alignItems: 'center' }}>
        <Typography variant="h2" id="marked" sx={{ mr: 'auto' }}>
          Marks
        </Typography>
        {drive.end ? (
          <Button variant="outlined" onClick={editor.add}>
            Add a mark
          </Button>
        ) : null}
      </Box>
      {marks.length === 0 ? <Typography>Nothing was marked.</Typography> : null}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
        {marks.slice(0, shown).map((mark, n) => {
          const severity = severities.get(mark.severity);
          const { item } = itemOf(mark.item);
          const seconds = secondsSince(startedAt, mark.at);
          const movable = outside.find((one) => one.mark === mark);
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
                  {movable ? ', counts in no limit' : ''}
                </Typography>
              </Box>
              {movable?.runs.map((run) => (
                <Button
                  key={run.run}
                  variant="outlined"
                  onClick={() => act({ do: 'move', mark, run: run.run })}
                >
                  Count it for {runTitle(standard, run)}
                </Button>
              ))}
              <ExplainLink skill={item.skill} speed={limitOf(mark.by)} />
              {item.severities.length > 1 ? (
                <Button
                  variant="outlined"
                  onClick={() => ask(mark.by, item.id)}
                  aria-label={`How grave was it? ${item.label}`}
                >
                  How grave?
                </Button>
              ) : null}
              {editor.editable(mark.by, item.id) ? (
                <Button
                  color="inherit"
                  onClick={() => editor.edit(mark.by, item.id)}
                  aria-label={`Change ${item.label}`}
                >
                  Change
                </Button>
              ) : null}
              <Button
                color="inherit"
                onClick={() => remove(mark.by, item.label)}
                aria-label={`Remove ${item.label}`}
              >
                Remove
              </Button>
            </Box>
          );
        })}
      </Box>
      <MoreButton more={marks.length > shown} loading={false} onMore={() => setShown(shown + MANY_MARKS)} />
      {guide}
      {editor.dialog}
    </Box>
  );
}
