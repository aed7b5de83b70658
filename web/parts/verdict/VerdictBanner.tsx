import { Box, Typography } from '@mui/material';
import type { ReactNode } from 'react';
import type { Report } from '../../../core/report';
import { colour } from '../ui';
import { OutcomeSign } from './OutcomeSign';

/** The verdict and the limit that decided it; the largest thing where it stands. */
export function VerdictBanner({
  report,
  children,
}: {
  readonly report: Pick<Report, 'outcome' | 'title' | 'why' | 'remarks'>;
  /** What can be done about it. */
  readonly children?: ReactNode;
}) {
  const tone = { pass: 'moss', fail: 'jasper', ended: 'jasper', incomplete: 'soft' } as const;
  return (
    <Box
      component="section"
      aria-label="Verdict"
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 3,
        py: 2.5,
        px: 3,
        bgcolor: colour('card'),
        border: `1px solid ${colour('line')}`,
        borderLeft: `10px solid ${colour(tone[report.outcome])}`,
        borderRadius: 1,
      }}
    >
      <OutcomeSign outcome={report.outcome} size={56} />
      <Box sx={{ minWidth: 0, flex: 1 }}>
        <Typography
          component="p"
          sx={{ fontSize: { xs: '2rem', sm: '2.6rem' }, fontWeight: 700, lineHeight: 1.1 }}
        >
          {report.title}
        </Typography>
        {report.why.map((words) => (
          <Typography key={words} sx={{ fontSize: '1.2rem', mt: 0.5 }}>
            {words}
          </Typography>
        ))}
        {report.remarks.map((words) => (
          <Typography key={words} sx={{ mt: 0.5, color: colour('ochre'), fontWeight: 700 }}>
            {words}
          </Typography>
        ))}
      </Box>
      {children}
    </Box>
  );
}
