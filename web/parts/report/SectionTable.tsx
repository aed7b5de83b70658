import { Box, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material';
import { Fragment } from 'react';
import type { Report } from '../../../core/report';
import type { Standard } from '../../../core/standard';
import { EmptyNote, Glyph, severityWord, WideTable } from '../ui';

interface Props {
  readonly standard: Standard;
  readonly report: Report;
}

/** Faults by section and item, the section with most first. Marks that do not count are left out of the sums. */
export function SectionTable({ standard, report: { sections, clean } }: Props) {
  return (
    <Box component="section" aria-labelledby="by-section">
      <Typography variant="h2" id="by-section" sx={{ mb: 1 }}>
        Faults by section
      </Typography>
      {sections.length === 0 ? (
        <EmptyNote title="No fault was marked">
          {clean.length === standard.sections.length
            ? 'Every section of the standard is clean.'
            : 'Only what was driven can be called clean.'}
        </EmptyNote>
      ) : (
        <WideTable label="Faults by section">
          <TableHead>
            <TableRow>
              <TableCell>Section and item</TableCell>
              {standard.severities.map((severity) => (
                <TableCell key={severity.id} align="right">
                  <Box sx={{ display: 'inline-flex', alignItems: 'center', gap: 0.75 }}>
                    <Glyph gravity={severity.gravity} size={16} />
                    {severityWord(severity)}
                  </Box>
                </TableCell>
              ))}
            </TableRow>
          </TableHead>
          <TableBody>
            {sections.map(({ id: section, title, counts, items }) => (
              <Fragment key={section}>
                <TableRow>
                  <TableCell component="th" scope="row" sx={{ fontWeight: 700, pt: 1.5 }}>
                    {title}
                  </TableCell>
                  {standard.severities.map(({ id }) => (
                    <TableCell key={id} align="right" sx={{ fontWeight: 700, pt: 1.5 }}>
                      {counts[id] || ''}
                    </TableCell>
                  ))}
                </TableRow>
                {items.map((item) => (
                  <TableRow key={item.id}>
                    <TableCell sx={{ pl: 4 }}>{item.label}</TableCell>
                    {standard.severities.map(({ id }) => (
                      <TableCell key={id} align="right">
                        {item.counts[id] || ''}
                      </TableCell>
                    ))}
                  </TableRow>
                ))}
              </Fragment>
            ))}
          </TableBody>
        </WideTable>
      )}
      {clean.length > 0 && clean.length < standard.sections.length ? (
        <Typography variant="body2" sx={{ mt: 1.5, color: 'text.secondary' }}>
          Clean: {clean.map((title) => title.toLowerCase()).join(', ')}.
        </Typography>
      ) : null}
    </Box>
  );
}
