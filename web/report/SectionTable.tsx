import { Box, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material';
import { Fragment } from 'react';
import { cleanSections, type Judgement, type Setting } from '../../core/marking';
import type { Standard } from '../../core/standard';
import { EmptyNote, Glyph, severityWord, WideTable } from '../ui';

interface Props {
  readonly standard: Standard;
  readonly judgement: Judgement;
  readonly setting: Setting;
}

/** Faults by section and item, the section with most first. Marks that do not count are left out of the sums. */
export function SectionTable({ standard, judgement, setting }: Props) {
  const counting = judgement.marks.filter(({ uncounted }) => uncounted === null);
  const of = (items: readonly string[], severity: string) =>
    counting.filter((mark) => items.includes(mark.item) && mark.severity === severity).length;
  const rows = standard.sections
    .map((section) => {
      const items = section.items.filter(({ id }) => counting.some(({ item }) => item === id));
      const ids = items.map(({ id }) => id);
      return { section, items, ids, total: counting.filter(({ item }) => ids.includes(item)).length };
    })
    .filter(({ total }) => total > 0)
    .sort((a, b) => b.total - a.total);
  const clean = cleanSections(standard, judgement, setting);
  return (
    <Box component="section" aria-labelledby="by-section">
      <Typography variant="h2" id="by-section" sx={{ mb: 1 }}>
        Faults by section
      </Typography>
      {rows.length === 0 ? (
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
            {rows.map(({ section, items, ids }) => (
              <Fragment key={section.id}>
                <TableRow>
                  <TableCell component="th" scope="row" sx={{ fontWeight: 700, pt: 1.5 }}>
                    {section.title}
                  </TableCell>
                  {standard.severities.map(({ id }) => (
                    <TableCell key={id} align="right" sx={{ fontWeight: 700, pt: 1.5 }}>
                      {of(ids, id) || ''}
                    </TableCell>
                  ))}
                </TableRow>
                {items.map((item) => (
                  <TableRow key={item.id}>
                    <TableCell sx={{ pl: 4 }}>{item.label}</TableCell>
                    {standard.severities.map(({ id }) => (
                      <TableCell key={id} align="right">
                        {of([item.id], id) || ''}
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
          Clean: {clean.map(({ title }) => title.toLowerCase()).join(', ')}.
        </Typography>
      ) : null}
    </Box>
  );
}
