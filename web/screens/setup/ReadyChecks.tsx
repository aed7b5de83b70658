import { Box, Button, Stack, ToggleButton, ToggleButtonGroup, Typography } from '@mui/material';
import { compileStandard, type Standard } from '../../../core/standard';
import { colour, Glyph } from '../../parts/ui';

export type Ticks = Readonly<Record<string, 'right' | 'wrong'>>;

interface Props {
  readonly standard: Standard;
  readonly ticks: Ticks;
  readonly onChange: (ticks: Ticks) => void;
}

/** The standard's checks before moving off: one touch each, or all at once. */
export function ReadyChecks({ standard, ticks, onChange }: Props) {
  const { severities } = compileStandard(standard);
  // What was found wrong stays wrong.
  const open = standard.checks.filter(({ id }) => ticks[id] === undefined);
  return (
    <Box component="section" aria-labelledby="checks">
      <Stack
        direction="row"
        sx={{ justifyContent: 'space-between', alignItems: 'center', minHeight: 56, mb: 1 }}
      >
        <Typography variant="h2" id="checks">
          Before moving off
        </Typography>
        {standard.checks.length > 1 ? (
          <Button
            variant="outlined"
            disabled={open.length === 0}
            onClick={() =>
              onChange({ ...Object.fromEntries(open.map(({ id }) => [id, 'right' as const])), ...ticks })
            }
          >
            {open.length < standard.checks.length && open.length > 0 ? 'The rest in order' : 'All in order'}
          </Button>
        ) : null}
      </Stack>
      {standard.checks.length === 0 ? (
        <Typography sx={{ color: 'text.secondary' }}>{standard.title} asks for no checks.</Typography>
      ) : null}
      {standard.checks.map((check) => {
        const severity = severities.get(check.severity);
        const tick = ticks[check.id];
        return (
          <Box
            key={check.id}
            sx={{
              display: 'grid',
              gridTemplateColumns: { xs: '1fr', sm: '1fr auto' },
              alignItems: 'center',
              columnGap: 2,
              rowGap: 1,
              py: 1.2,
              borderBottom: `1px solid ${colour('line')}`,
            }}
          >
            <Box>
              <Typography sx={{ fontWeight: 700 }}>
                {check.title}
                {check.at ? ` at ${check.at.metres} m` : ''}
              </Typography>
              {tick === 'wrong' && severity ? (
                <Typography variant="body2" sx={{ display: 'flex', alignItems: 'center', gap: 0.75 }}>
                  <Glyph gravity={severity.gravity} size={16} />
                  will be marked: {severity.label.toLowerCase()}
                </Typography>
              ) : null}
            </Box>
            <ToggleButtonGroup
              exclusive
              value={tick ?? null}
              aria-label={check.title}
              onChange={(_event, value: 'right' | 'wrong' | null) => {
                const { [check.id]: _before, ...others } = ticks;
                onChange(value === null ? others : { ...others, [check.id]: value });
              }}
            >
              <ToggleButton value="right" sx={toggle('moss')}>
                In order
              </ToggleButton>
              <ToggleButton value="wrong" sx={toggle('jasper')}>
                Wrong
              </ToggleButton>
            </ToggleButtonGroup>
          </Box>
        );
      })}
    </Box>
  );
}

const toggle = (tone: 'moss' | 'jasper') => ({
  minHeight: 56,
  px: 2.5,
  textTransform: 'none',
  fontSize: '1.05rem',
  color: 'text.primary',
  borderColor: colour('strongLine'),
  '&.Mui-selected, &.Mui-selected:hover': { bgcolor: colour(tone), color: colour('paper'), fontWeight: 700 },
});
