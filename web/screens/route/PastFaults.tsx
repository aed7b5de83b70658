import { Box, Button, Typography } from '@mui/material';
import { Link } from 'react-router';
import { useHotSpotsQuery } from '../../data/api';
import { FeatureGlyph } from '../../parts/features';
import { colour } from '../../parts/ui';

const SHOWN = 6;

/** Where faults gathered on a route in the mocks that were driven on it. */
export function PastFaults({ route }: { readonly route: string }) {
  const { data } = useHotSpotsQuery({ route, gravity: 1 });
  if (!data) return null;
  const marked = data.places.filter(({ marks }) => marks > 0).slice(0, SHOWN);
  return (
    <Box component="section" aria-labelledby="past-faults">
      <Typography variant="h2" id="past-faults">
        Where it went wrong before
      </Typography>
      <Typography sx={{ mb: 1 }}>
        {data.drives === 0
          ? 'No mock was driven on it yet.'
          : `${data.marks} marks in ${data.drives} ${data.drives === 1 ? 'mock' : 'mocks'}, ${data.mean.toFixed(2)} at each place and pass.`}
      </Typography>
      <Box
        component="ul"
        sx={{
          listStyle: 'none',
          m: 0,
          p: 0,
          display: 'grid',
          gap: 1,
          gridTemplateColumns: { xs: '1fr', md: '1fr 1fr' },
        }}
      >
        {marked.map(({ site, rate, low, high, hot, most }) => (
          <Box component="li" key={site.key} sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
            <FeatureGlyph
              kind={site.kind === 'road' ? 'straight-on' : site.kind}
              size={28}
              tone={hot ? 'jasper' : 'slate'}
              filled={hot}
            />
            <Box>
              <b>{site.title}</b>
              {hot ? ', hot' : ''}
              <Box sx={{ color: colour('soft'), fontSize: 15 }}>
                {rate.toFixed(2)} per drive past ({low.toFixed(2)} to {high.toFixed(2)})
                {most[0] ? `, mostly ${most[0].label.toLowerCase()}` : ''}
              </Box>
            </Box>
          </Box>
        ))}
      </Box>
      {data.marks > 0 ? (
        <Button
          className="screen-only"
          component={Link}
          to={`/routes/hot-spots?route=${encodeURIComponent(route)}`}
          variant="outlined"
          sx={{ mt: 1.5 }}
        >
          All of them on the map
        </Button>
      ) : null}
    </Box>
  );
}
