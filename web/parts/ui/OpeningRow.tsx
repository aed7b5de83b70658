import ExpandMore from '@mui/icons-material/ExpandMore';
import { Accordion, AccordionDetails, AccordionSummary } from '@mui/material';
import type { ReactNode } from 'react';
import { colour } from './theme';

/** A row between hairlines that opens to what is behind it. */
export function OpeningRow({
  summary,
  children,
}: {
  readonly summary: ReactNode;
  readonly children: ReactNode;
}) {
  return (
    <Accordion
      disableGutters
      slotProps={{ transition: { unmountOnExit: true } }}
      square
      sx={{
        bgcolor: 'transparent',
        backgroundImage: 'none',
        borderBottom: `1px solid ${colour('line')}`,
        '&::before': { display: 'none' },
      }}
    >
      <AccordionSummary expandIcon={<ExpandMore />} sx={{ px: 0, minHeight: 64 }}>
        {summary}
      </AccordionSummary>
      <AccordionDetails sx={{ px: 0, pt: 0, pb: 2 }}>{children}</AccordionDetails>
    </Accordion>
  );
}
