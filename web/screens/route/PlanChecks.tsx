import { Box, Typography } from '@mui/material';
import type { RouteSheet } from '../../../core/route';
import { colour } from '../../parts/ui';

/** A route against the drive plan of a standard: what it has, and what is missing. */
export function PlanChecks({ plan, title }: { readonly plan: RouteSheet['plan']; readonly title: string }) {
  return (
    <Box component="section" aria-label={`Drive plan of ${title}`}>
      <Typography variant="h2">Drive plan of {title}</Typography>
      {plan.length === 0 ? <Typography>This standard has no drive plan.</Typography> : null}
      <Box component="ul" sx={{ listStyle: 'none', m: 0, mt: 0.5, p: 0 }}>
        {plan.map(({ id, title: what, has, wants, unit, met, optional }) => (
          <Box
            component="li"
            key={id}
            sx={{
              display: 'grid',
              gridTemplateColumns: '24px 1fr auto',
              gap: 1,
              py: 0.6,
              borderBottom: `1px solid ${colour('line')}`,
            }}
          >
            <Box
              component="span"
              aria-hidden
              sx={{ color: colour(met ? 'moss' : optional ? 'soft' : 'ochre'), fontWeight: 700 }}
            >
              {met ? '✓' : optional ? '·' : '!'}
            </Box>
            <span>
              {what}
              {met ? '' : optional ? ', only sometimes asked' : ', missing'}
            </span>
            <span>
              {Math.round(has)} of {wants}
              {unit ? ` ${unit}` : ''}
            </span>
          </Box>
        ))}
      </Box>
    </Box>
  );
}
