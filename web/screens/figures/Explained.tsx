import { Box, Button, Typography } from '@mui/material';
import { CAUTION, constants, constantsOf, figures, type FigureId } from '../../../core/roadcraft';
import { NumberField, OpeningRow } from '../../parts/ui';
import type { Asked } from './useFigure';

const kindWords = {
  published: 'published',
  practice: 'common practice',
  memory: 'from memory',
  ours: 'our own',
} as const;

/** How a figure is worked out, on request: the formula, and every constant with its source, to be changed. */
export function Explained({ figure, asked }: { readonly figure: FigureId; readonly asked: Asked }) {
  const { values, setConstant, resetConstants } = asked;
  const used = constantsOf(figure, values);
  const { formula, where } = figures[figure];
  return (
    <Box sx={{ display: 'grid', gap: 1.5 }}>
      <OpeningRow
        summary={
          <Typography>
            Formula and where its numbers come from
            {used.some(({ changed }) => changed) ? ' (some are yours)' : ''}
          </Typography>
        }
      >
        <Box sx={{ display: 'grid', gap: 2 }}>
          <Box>
            <Typography sx={{ fontWeight: 700 }}>{formula}</Typography>
            <Typography>{where}.</Typography>
          </Box>
          {used.map(({ id, title, unit, value, source, changed }) => (
            <Box
              key={id}
              sx={{ display: 'grid', gap: 1, gridTemplateColumns: { xs: '1fr', sm: '240px 1fr' } }}
            >
              <NumberField
                label={`${title}${unit ? `, ${unit}` : ''}`}
                value={value}
                least={constants[id].least}
                most={constants[id].most}
                onNumber={(typed) => typed !== null && setConstant(id, typed)}
              />
              <Typography sx={{ alignSelf: 'center', color: 'text.secondary' }}>
                {changed
                  ? `Yours. It ships as ${constants[id].value}${unit ? ` ${unit}` : ''}.`
                  : `${source.note} (${kindWords[source.kind]}).`}
              </Typography>
            </Box>
          ))}
          <Button
            variant="outlined"
            disabled={!used.some(({ changed }) => changed)}
            onClick={resetConstants}
            sx={{ justifySelf: 'start' }}
          >
            Reset to defaults
          </Button>
        </Box>
      </OpeningRow>
      <Typography sx={{ color: 'text.secondary' }}>{CAUTION}</Typography>
    </Box>
  );
}
