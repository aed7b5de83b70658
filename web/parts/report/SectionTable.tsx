import {
  Box,
  TableBody,
  TableCell,
  TableHead,
  TableRow,
  Typography,
  useMediaQuery,
  type Theme,
} from '@mui/material';
import { Fragment } from 'react';
import type { Report } from '../../../core/report';
import type { Standard } from '../../../core/standard';
import { colour, EmptyNote, Glyph, severityWord, WideTable } from '../ui';

interface Props {
  readonly standard: Standard;
  readonly report: Report;
}

/** Faults by section and item, the section with most first; on a phone as a list. Marks that don’t count are left out. */
export function SectionTable({ standard, report: { sections, clean } }: Props) {
  const narrow = useMediaQuery<Theme>((theme) => theme.breakpoints.down('sm'));
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
      ) : narrow ? (
        <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
          {sections.map(({ id: section, title, counts, items }) => (
            <Box component="li" key={section} sx={{ mb: 1.5 }}>
              <Counted title={title} counts={counts} standard={standard} bold />
              <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
                {items.map((item) => (
                  <li key={item.id}>
                    <Counted title={item.label} counts={item.counts} standard={standard} />
                  </li>
                ))}
              </Box>
            </Box>
          ))}
        </Box>
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

/** One line of the list: what it is, and how many faults of each severity. */
function Counted({
  title,
  counts,
  standard,
  bold = false,
}: {
  readonly title: string;
  readonly counts: Readonly<Record<string, number>>;
  readonly standard: Standard;
  readonly bold?: boolean;
}) {
  return (
    <Box
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        columnGap: 1.5,
        alignItems: 'center',
        py: 0.75,
        pl: bold ? 0 : 1.5,
        fontWeight: bold ? 700 : 400,
        borderBottom: `1px solid ${colour('line')}`,
      }}
    >
      <Box sx={{ flex: '1 1 150px' }}>{title}</Box>
      <Box sx={{ display: 'flex', gap: 1.5, ml: 'auto' }}>
        {[...standard.severities]
          .sort((a, b) => b.gravity - a.gravity)
          .filter(({ id }) => (counts[id] ?? 0) > 0)
          .map((severity) => (
            <Box
              key={severity.id}
              component="span"
              sx={{ display: 'inline-flex', alignItems: 'center', gap: 0.5, whiteSpace: 'nowrap' }}
            >
              <Glyph gravity={severity.gravity} size={16} />
              {counts[severity.id]} {severityWord(severity).toLowerCase()}
            </Box>
          ))}
      </Box>
    </Box>
  );
}
