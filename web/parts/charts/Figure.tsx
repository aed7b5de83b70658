import { Box, Button, TableBody, TableCell, TableHead, TableRow, Typography } from '@mui/material';
import { useId, useState } from 'react';
import { saveFile, WideTable } from '../ui';
import { Chart } from './Chart';

export interface FigureData {
  /** With their units. */
  readonly columns: readonly string[];
  readonly rows: readonly (readonly (string | number)[])[];
}

type ChartProps = Parameters<typeof Chart>[0];

interface Props extends ChartProps, FigureData {
  readonly title: string;
  /** Name of the file without its ending. */
  readonly file: string;
}

/** A chart with its title, what it says in words, and its numbers as a table and a file. */
export function Figure({ title, label, height, draw, columns, rows, file }: Props) {
  const [asTable, setAsTable] = useState(false);
  const id = useId();
  return (
    <Box component="figure" aria-labelledby={id} sx={{ m: 0, minWidth: 0 }}>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 1 }}>
        <Typography id={id} component="figcaption" variant="h3" sx={{ flex: '1 1 240px' }}>
          {title}
        </Typography>
        <Button
          className="screen-only"
          color="inherit"
          aria-pressed={asTable}
          onClick={() => setAsTable(!asTable)}
        >
          {asTable ? 'As a picture' : 'As a table'}
        </Button>
        <Button className="screen-only" color="inherit" onClick={() => void saveCsv(file, columns, rows)}>
          CSV
        </Button>
      </Box>
      <Typography variant="body2" sx={{ color: 'text.secondary', mb: 0.5 }}>
        {label}
      </Typography>
      {asTable ? (
        <WideTable label={title}>
          <TableHead>
            <TableRow>
              {columns.map((column) => (
                <TableCell key={column}>{column}</TableCell>
              ))}
            </TableRow>
          </TableHead>
          <TableBody>
            {rows.map((row, n) => (
              <TableRow key={n}>
                {row.map((cell, m) => (
                  <TableCell key={m}>{cell}</TableCell>
                ))}
              </TableRow>
            ))}
          </TableBody>
        </WideTable>
      ) : (
        <Chart {...{ label, draw }} {...(height === undefined ? {} : { height })} />
      )}
    </Box>
  );
}

async function saveCsv(
  file: string,
  columns: FigureData['columns'],
  rows: FigureData['rows'],
): Promise<void> {
  const { default: Papa } = await import('papaparse');
  const text = Papa.unparse(
    { fields: [...columns], data: rows.map((row) => [...row]) },
    { escapeFormulae: true },
  );
  saveFile(`${file}.csv`, text, 'text/csv');
}
