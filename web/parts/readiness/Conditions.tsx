import Done from '@mui/icons-material/Check';
import Missing from '@mui/icons-material/RadioButtonUnchecked';
import { Box, Typography } from '@mui/material';
import type { Condition } from '../../../core/readiness';
import { colour } from '../ui';

interface Props {
  readonly conditions: readonly Condition[];
  /** Only so many, what is not met first; all where it is not given. */
  readonly most?: number;
}

/** What "ready" asks for, what is met, and what would meet the rest. */
export function Conditions({ conditions, most = conditions.length }: Props) {
  const ordered = [...conditions].sort((a, b) => Number(a.met) - Number(b.met)).slice(0, most);
  return (
    <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0 }}>
      {ordered.map(({ id, title, met, now, wanted }) => (
        <Box
          component="li"
          key={id}
          sx={{ display: 'flex', gap: 1.5, py: 1, borderBottom: `1px solid ${colour('line')}` }}
        >
          <Box sx={{ color: colour(met ? 'moss' : 'ochre'), pt: 0.25 }}>
            {met ? <Done titleAccess="met" /> : <Missing titleAccess="not met" />}
          </Box>
          <Box>
            <Typography sx={{ fontWeight: met ? 400 : 700 }}>
              {title}: {now}
            </Typography>
            {wanted === '' ? null : (
              <Typography variant="body2" sx={{ color: 'text.secondary' }}>
                Needs: {wanted}
              </Typography>
            )}
          </Box>
        </Box>
      ))}
    </Box>
  );
}
