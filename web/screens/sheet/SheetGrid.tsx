import { Box, Button, TextField, Typography } from '@mui/material';
import { useState, type KeyboardEvent } from 'react';
import { compileStandard, type Item, type Standard } from '../../../core/standard';
import { searchItems } from '../../parts/pads';
import { colour, Glyph } from '../../parts/ui';

interface Props {
  readonly standard: Standard;
  /** How often a line was ticked here. */
  readonly strokes: (item: string, severity: string) => number;
  /** The manoeuvre of a course that the marks are of; null for the whole test. */
  readonly where: string | null;
  readonly onStroke: (item: string, severity: string, by: 1 | -1) => void;
}

/**
 * The lines of the sheet in the standard's own order, a box for each severity: a touch is a stroke. By keys: a few
 * letters, then Enter for the mildest severity, Shift and Enter for the next, Ctrl and Enter for the gravest.
 */
export function SheetGrid({ standard, strokes, where, onStroke }: Props) {
  const [letters, setLetters] = useState('');
  const [said, setSaid] = useState('');
  const { severities } = compileStandard(standard);
  const found = letters === '' ? null : searchItems(standard, letters).map(({ item }) => item);
  const title = (severity: string) => severities.get(severity)?.label ?? severity;
  const stroke = (item: Item, severity: string, by: 1 | -1) => {
    const times = Math.max(0, strokes(item.id, severity) + by);
    onStroke(item.id, severity, by);
    setSaid(`${item.label}, ${title(severity).toLowerCase()}: ${times}`);
  };
  const byKey = (event: KeyboardEvent) => {
    if (event.key === 'Escape') setLetters('');
    const item = found?.[0];
    if (event.key !== 'Enter' || !item) return;
    event.preventDefault();
    const counting = item.severities.filter((id) => (severities.get(id)?.gravity ?? 0) > 0);
    const wanted = event.ctrlKey ? counting.length - 1 : event.shiftKey ? 1 : 0;
    const severity = counting[Math.min(wanted, counting.length - 1)] ?? item.severities[0];
    if (!severity) return;
    stroke(item, severity, 1);
    setLetters('');
  };
  return (
    <Box component="section" aria-labelledby="sheet-lines">
      <Typography variant="h2" id="sheet-lines">
        {where === null ? 'The sheet, line by line' : `Marks in ${where}`}
      </Typography>
      <TextField
        fullWidth
        label="Find a line by letters"
        value={letters}
        onChange={(event) => setLetters(event.target.value)}
        onKeyDown={byKey}
        helperText="Enter marks the first line with its mildest severity, Shift+Enter with the next, Ctrl+Enter with the gravest."
        sx={{ my: 1.5 }}
      />
      <Typography role="status" sx={{ minHeight: '1.6em', fontWeight: 700 }}>
        {said}
      </Typography>
      {standard.sections.map((section) => {
        const items = section.items.filter((item) => found?.includes(item) ?? true);
        if (items.length === 0) return null;
        return (
          <Box component="section" key={section.id} aria-label={section.title} sx={{ mb: 2 }}>
            <Typography variant="h3" sx={{ mb: 0.5 }}>
              {section.title}
            </Typography>
            {items.map((item) => (
              <Box
                key={item.id}
                sx={{
                  display: 'grid',
                  gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: 'minmax(0, 1fr) auto' },
                  alignItems: 'center',
                  columnGap: 2,
                  py: 0.5,
                  borderBottom: `1px solid ${colour('line')}`,
                }}
              >
                <Typography>{item.label}</Typography>
                {/* Each severity has its column, as on a sheet; a phone shows those of the line only. */}
                <Box
                  sx={{
                    display: { xs: 'flex', sm: 'grid' },
                    flexWrap: 'wrap',
                    columnGap: 0.5,
                    gridTemplateColumns: `repeat(${standard.severities.length}, 118px)`,
                  }}
                >
                  {standard.severities.map(({ id: severity, gravity, short }) =>
                    item.severities.includes(severity) ? (
                      <StrokeBox
                        key={severity}
                        {...{ gravity, short }}
                        name={`${item.label}: ${title(severity)}`}
                        times={strokes(item.id, severity)}
                        onStroke={(by) => stroke(item, severity, by)}
                      />
                    ) : (
                      <Box key={severity} sx={{ display: { xs: 'none', sm: 'block' } }} />
                    ),
                  )}
                </Box>
              </Box>
            ))}
          </Box>
        );
      })}
      {found?.length === 0 ? <Typography>No line begins with “{letters}”.</Typography> : null}
    </Box>
  );
}

function StrokeBox({
  gravity,
  short,
  name,
  times,
  onStroke,
}: {
  readonly gravity: 0 | 1 | 2 | 3;
  readonly short: string;
  readonly name: string;
  readonly times: number;
  readonly onStroke: (by: 1 | -1) => void;
}) {
  return (
    <Box sx={{ display: 'flex' }}>
      <Button
        variant="outlined"
        color="inherit"
        aria-label={`${name}, ${times}`}
        onClick={() => onStroke(1)}
        sx={{
          minWidth: 76,
          minHeight: 52,
          gap: 0.75,
          borderColor: colour(times > 0 ? 'strongLine' : 'line'),
          bgcolor: times > 0 ? colour('wash') : 'transparent',
        }}
      >
        <Glyph gravity={gravity} size={18} />
        <span>{short}</span>
        <b>{times > 0 ? times : ''}</b>
      </Button>
      <Button
        color="inherit"
        aria-label={`One less: ${name}`}
        disabled={times === 0}
        onClick={() => onStroke(-1)}
        sx={{ minWidth: 38, px: 0, minHeight: 52, visibility: times > 0 ? 'visible' : 'hidden' }}
      >
        −
      </Button>
    </Box>
  );
}
